import type { Keep, Session } from "../session/document.ts";
import { byId } from "../session/routing.ts";
import { ruleTitle } from "./parts.ts";

/** Something of a session that was let stand, and why. */
export interface LetStand {
  readonly what: string;
  /** What the track is called; null for the session as a whole. */
  readonly on: string | null;
  readonly why: string;
}

/** What became of a session between going out and how it stands. */
export interface Summary {
  readonly kept: readonly LetStand[];
  /** Names of tracks it got, and of those it lost, in their order. */
  readonly added: readonly string[];
  readonly gone: readonly string[];
  readonly renamed: readonly { readonly from: string; readonly to: string }[];
}

/** @param baseline as it went out @param now as it stands */
export function summaryOf(baseline: Session, now: Session): Summary {
  const [out, in_] = [byId(baseline), byId(now)];
  const nameOf = (k: Keep): string | null =>
    k.track === null ? null : ((in_.get(k.track) ?? out.get(k.track))?.name ?? k.track);
  return {
    kept: now.kept.map((k) => ({ what: ruleTitle(k.rule), on: nameOf(k), why: k.why })),
    added: now.tracks.filter((t) => !out.has(t.id)).map((t) => t.name),
    gone: baseline.tracks.filter((t) => !in_.has(t.id)).map((t) => t.name),
    renamed: now.tracks.flatMap((t) => {
      const before = out.get(t.id);
      return before && before.name !== t.name ? [{ from: before.name, to: t.name }] : [];
    }),
  };
}
