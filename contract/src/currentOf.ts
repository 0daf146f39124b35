import type { Release } from "./library.ts";

/** The latest release that was not taken back, of those of a template, newest first. */
export const currentOf = (releases: readonly Release[]): Release | null =>
  releases.find((r) => r.takenBack === null) ?? null;
