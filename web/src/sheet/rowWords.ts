import type { Style } from "@mossy/core/house/style";
import type { Identity } from "@mossy/core/names/pattern";
import type { Finding } from "@mossy/core/check/rule";
import { CHANNELS } from "@mossy/core/session/document";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { widthBehind } from "@mossy/core/session/processor";
import { aroundInWords, panInWords } from "@mossy/core/session/valueWords";

/** The worst that is open about a track; "kept" where nothing is. */
export type Worst = "broken" | "look" | "note" | "kept" | null;

export function worstOf(findings: readonly Finding[] | undefined): Worst {
  if (!findings || findings.length === 0) return null;
  const open = findings.filter((f) => !f.kept);
  if (open.length === 0) return "kept";
  return open.some((f) => f.weight === "broken")
    ? "broken"
    : open.some((f) => f.weight === "look")
      ? "look"
      : "note";
}

/** "Double second · far", "Plate reverb of Snare"; empty where the house does not know. */
export function roleInWords(style: Style, t: Identity): string {
  const role = t.role === null ? undefined : style.reader.roles.get(t.role);
  if (!role) return "";
  const of = t.of === null ? "" : ` of ${style.reader.roles.get(t.of)?.name ?? t.of}`;
  return [
    role.name + of + (t.number === null ? "" : ` ${t.number}`),
    ...t.positions.map((p) => style.reader.positions.get(p)?.name ?? p),
  ].join(" · ");
}

/** A link set as it shows beside its tracks. */
export interface Mark {
  readonly colour: string;
  readonly says: string;
}

/** The marks of a session's link sets, by track. */
export function linkMarks(session: Session): Map<TrackId, Mark> {
  const marks = new Map<TrackId, Mark>();
  for (const l of session.links) {
    for (const id of l.members) marks.set(id, { colour: l.colour, says: `linked in ${l.name}` });
    for (const id of l.followers) marks.set(id, { colour: l.colour, says: `follows ${l.name}` });
  }
  return marks;
}

/** The width a track comes out at where that is another: a mono track may go stereo. */
export function widerIn(t: Track): string {
  const out = t.format === null ? null : widthBehind(t.format, t.inserts);
  return out !== null && out !== t.format ? `→ ${out}` : "";
}

/** "3", or "3–4" for a wide track; empty where it records from none. */
export function inputInWords(t: Track): string {
  if (t.input === null) return "";
  const channels = CHANNELS[t.format ?? "mono"];
  return channels > 1 ? `${t.input}–${t.input + channels - 1}` : `${t.input}`;
}

/** Where it stands between the sides, or how wide it is; empty where it carries no sound. */
export function placeInWords(t: Track): string {
  if (t.format === null) return "";
  if (t.around !== null)
    return `${aroundInWords(t.around)}${t.format === "mono" || t.width === 100 ? "" : ` ${t.width} %`}`;
  if (t.format === "mono") return panInWords(t.pan);
  return t.width === 100 && t.pan === 0
    ? t.format
    : `${t.pan === 0 ? "" : `${panInWords(t.pan)} `}${t.width} %`;
}
