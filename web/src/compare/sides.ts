import type { TrackId } from "@mossy/core/session/document";

/** What can be compared: one side, as it stands in addresses. */
export type Side =
  | { readonly of: "draft"; readonly template: string; readonly variant?: string }
  | {
      readonly of: "release";
      readonly template: string;
      readonly release: number;
      readonly variant?: string;
    }
  /** A session as it went out, or as it stands. */
  | { readonly of: "out" | "now"; readonly session: string }
  /** A check-in as it came. */
  | { readonly of: "came"; readonly checkIn: string }
  /** A file of this window: whoever follows the link chooses it anew. */
  | { readonly of: "file" };

/** A side as it is written in an address: "release:full-yard:3". */
export function sideInAddress(side: Side): string {
  switch (side.of) {
    case "draft":
      return `draft:${side.template}${part(side)}`;
    case "release":
      return `release:${side.template}:${side.release}${part(side)}`;
    case "out":
    case "now":
      return `${side.of}:${side.session}`;
    case "came":
      return `came:${side.checkIn}`;
    case "file":
      return "file";
  }
}

const part = ({ variant }: { variant?: string }): string => (variant === undefined ? "" : `:${variant}`);

/** The side an address speaks of; null where it speaks of none. */
export function sideOf(text: string | null): Side | null {
  const [of, id = "", second = "", third = ""] = (text ?? "").split(":");
  if (of === "file") return { of };
  if (id === "") return null;
  if (of === "draft") return { of, template: id, ...(second !== "" && { variant: second }) };
  if (of === "out" || of === "now") return { of, session: id };
  if (of === "came") return { of, checkIn: id };
  const release = Number(second);
  if (of !== "release" || !Number.isInteger(release) || release < 1) return null;
  return { of, template: id, release, ...(third !== "" && { variant: third }) };
}

/** The address where two are compared. */
export const compareAddress = (a: Side, b: Side | null): string => {
  const said = new URLSearchParams({ a: sideInAddress(a), ...(b && { b: sideInAddress(b) }) });
  return `/compare?${said.toString().replaceAll("%3A", ":")}`;
};

/** Pairs of tracks put right by hand: a track of the second side, and which of the first it is (null: none). */
export type Pairs = ReadonlyMap<TrackId, TrackId | null>;

/** Parts ids, which have no such letter, in an address. */
const IS = "~";
/** The pairs an address speaks of. */
export const pairsOf = (params: URLSearchParams): Pairs =>
  new Map(
    params.getAll("pair").flatMap((text) => {
      const [b = "", a = ""] = text.split(IS);
      return b === "" ? [] : [[b, a === "" ? null : a] as const];
    }),
  );
/** The same address with one pair more, or another. */
export function withPair(params: URLSearchParams, b: TrackId, a: TrackId | null): URLSearchParams {
  const next = new URLSearchParams(params);
  next.delete("pair");
  for (const [second, first] of new Map([...pairsOf(params), [b, a]]))
    next.append("pair", `${second}${IS}${first ?? ""}`);
  return next;
}
