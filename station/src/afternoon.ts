import { CHANNELS, blankTrack } from "@mossy/core/session/document";
import type { Session, Track } from "@mossy/core/session/document";

/** How much a session drifts while people work in it. */
export interface Work {
  readonly renamed: number;
  readonly added: number;
  readonly recoloured: number;
  readonly takenOut: number;
  readonly swapped: number;
}

/** An ordinary afternoon. */
export const AFTERNOON: Work = { renamed: 4, added: 2, recoloured: 1, takenOut: 1, swapped: 1 };

const BY_HAND: readonly ((name: string) => string)[] = [
  (n) => n.replaceAll("_", " ").toLowerCase(),
  (n) => n.replaceAll("_", "-"),
  (n) => `${n.replaceAll("_", " ")}!`,
  (n) => n.replaceAll("_", " ").toUpperCase(),
  (n) => `${n} ok`,
];
const OTHER_COLOURS = ["#d11a6b", "#00b3b3", "#77dd11", "#f25c05"];
const ADDED = [
  "tamb 2",
  "Rm far",
  "shaker",
  "gtr amp",
  "lead vox dbl",
  "Aud wide",
  "cowbell new",
  "conga hi 2",
  "Click",
  "scratch vox",
];

/**
 * What people do to a session in an afternoon of work: rename by hand, add tracks for the job, recolour,
 * take out, swap inputs.
 * The same session and dice give the same result.
 */
export function work(session: Session, much: Work, roll: () => number): Session {
  let tracks: Track[] = [...session.tracks];
  const pick = (from: readonly Track[]): Track | undefined => from[Math.floor(roll() * from.length)];
  const replace = (t: Track | undefined, fields: Partial<Track>): void => {
    if (t) tracks = tracks.map((x) => (x.id === t.id ? { ...x, ...fields } : x));
  };
  const sources = (): Track[] => tracks.filter((t) => t.kind === "audio");
  const touched = new Set<string>();
  const untouched = (): Track[] => sources().filter((t) => !touched.has(t.id));

  for (let n = 0; n < much.renamed; n++) {
    const t = pick(untouched());
    if (!t) break;
    touched.add(t.id);
    const style = BY_HAND[Math.floor(roll() * BY_HAND.length)];
    replace(t, { name: style ? style(t.name) : t.name });
  }
  for (let n = 0; n < much.recoloured; n++) {
    const t = pick(untouched());
    if (t) touched.add(t.id);
    replace(t, { colour: OTHER_COLOURS[Math.floor(roll() * OTHER_COLOURS.length)] ?? null });
  }
  for (let n = 0; n < much.takenOut; n++) {
    const t = pick(untouched());
    if (t)
      tracks = tracks
        .filter((x) => x.id !== t.id)
        .map((x) => (x.feeds === t.id ? { ...x, feeds: t.feeds } : x));
  }
  for (let n = 0; n < much.swapped; n++) {
    const mono = untouched().filter((t) => t.input !== null && CHANNELS[t.format ?? "mono"] === 1);
    const a = pick(mono);
    const b = pick(mono.filter((t) => t !== a));
    if (!a || !b) break;
    touched.add(a.id).add(b.id);
    replace(a, { input: b.input });
    replace(b, { input: a.input });
  }
  const main = tracks.find((t) => t.kind === "main")?.id ?? null;
  const start = Math.floor(roll() * ADDED.length);
  const names = new Set(tracks.map((t) => t.name));
  for (let n = 0; n < much.added; n++) {
    const name = ADDED[(start + n) % ADDED.length] ?? "new";
    if (names.has(name)) continue;
    const neighbour = tracks.findIndex((t) => t.kind === "main");
    tracks.splice(
      neighbour < 0 ? tracks.length : neighbour,
      0,
      blankTrack(`room-${start}-${n}-${tracks.length}`, name, { feeds: main, source: "mic" }),
    );
  }
  return { ...session, tracks };
}
