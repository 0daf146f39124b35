import type { Remark, RemarkOn } from "@mossy/contract/remarks";
import type { Finding } from "@mossy/core/check/rule";
import type { TrackId } from "@mossy/core/session/document";
import type { Cell } from "@mossy/core/sheet/cells";

/** What a cell is called where a remark stands on it. */
export const CELL_WORDS: Readonly<Record<Cell, string>> = {
  name: "name",
  role: "role",
  input: "input",
  feeds: "what it feeds",
  level: "level",
  place: "place",
  inserts: "processors",
};

/**
 * What a remark stands on, in words: as the track is called now, and was where that is other.
 * @param names of the tracks that are there; null where it is not known which are
 */
export function onInWords(
  { on, named }: Pick<Remark, "on" | "named">,
  names: ReadonlyMap<TrackId, string> | null,
): string {
  const called = (track: TrackId): string => {
    const now = names?.get(track);
    if (names === null || now === named) return `“${named}”`;
    if (now === undefined) return `“${named}”, which was taken out`;
    return `“${now}” (was “${named}”)`;
  };
  switch (on.what) {
    case "all":
      return "All of it";
    case "release":
      return `Release ${on.release}`;
    case "track":
      return on.cell === null ? called(on.track) : `${called(on.track)}, ${CELL_WORDS[on.cell]}`;
    case "finding":
      return on.track === null ? `Finding: ${on.says}` : `${called(on.track)}, finding: ${on.says}`;
  }
}

/** The track a remark stands on; null for others. */
export const trackOf = (on: RemarkOn): TrackId | null =>
  on.what === "track" || on.what === "finding" ? on.track : null;

/** Up to two letters for somebody: of the first and the last word of the name. */
export function initials(name: string): string {
  const words = name.split(/\s+/).filter(Boolean);
  const first = [...(words[0] ?? "?")][0] ?? "?";
  const last = words.length > 1 ? ([...(words.at(-1) ?? "")][0] ?? "") : "";
  return (first + last).toLocaleUpperCase();
}

/** A remark that is to be made. */
export interface Wished {
  readonly on: RemarkOn;
  /** "“Kick In”", "the whole template". */
  readonly says: string;
}

/** A remark on a finding. */
export const wishOnFinding = ({ id, says, track }: Finding): Wished => ({
  on: { what: "finding", finding: id.slice(0, 600), says: says.slice(0, 600), track },
  says: `the finding: ${says}`,
});
