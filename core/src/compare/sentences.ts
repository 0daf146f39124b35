import FlatQueue from "flatqueue";
import type { Session, TrackId } from "../session/document.ts";
import { SESSION } from "../session/sessionFields.ts";
import { TRACK } from "../session/trackFields.ts";
import { differing } from "./atoms.ts";
import type { Atom, Differing } from "./atoms.ts";
import { asEdition, inputs, levels, namePieces, sameValues, sendLevels } from "./causes.ts";
import { grouped } from "../session/grouped.ts";
import type { Asked, Cause, Look, Looking } from "./causes.ts";
import { devices } from "./devices.ts";
import { added, moved, reordered, takenOut, ways, wrapped } from "./tracksMoved.ts";
import { whoIn } from "./who.ts";

/** One thing that happened between two sessions, in words, and the differences it stands for. */
export interface Sentence {
  readonly says: string;
  readonly atoms: readonly Atom[];
  /** The tracks it is about; none where it is about the session. */
  readonly tracks: readonly TrackId[];
}

/** A comparison: two sessions under the same ids, and what happened between them. */
export interface Comparison extends Differing {
  /** Together they stand for every difference: `withAtoms` of all of theirs gives the second session. */
  readonly sentences: readonly Sentence[];
}

const LOOKS: readonly Look[] = [
  levels,
  sendLevels,
  inputs,
  asEdition,
  namePieces,
  sameValues,
  added,
  takenOut,
  moved,
  wrapped,
  reordered,
  ways,
  devices,
];

/**
 * What happened between two sessions, in as few sentences as can be: causes that explain most come first
 * (greedy set cover, within ln n of the fewest: Chvátal 1979), what none explains is said track by track.
 * @param asked what an edition of the house style wants of the first one's tracks
 */
export function compare(a: Session, b: Session, asked: Asked | null = null): Comparison {
  const d = differing(a, b);
  const common = new Set(a.tracks.flatMap((t) => (d.after.has(t.id) ? [t.id] : [])));
  const names = new Map([...a.tracks, ...b.tracks].map((t) => [t.id, t.name]));
  const nameOf = (id: TrackId): string => names.get(id) ?? "a track that is gone";
  const looking: Looking = { ...d, who: whoIn(b, common), nameOf, asked };
  const causes = LOOKS.flatMap((look) => look(looking)).filter((c) => c.atoms.length > 1);
  const chosen = worthSaying(covering(causes), d.atoms);
  const covered = new Set(chosen.flatMap((c) => c.atoms.map((x) => x.key)));
  const rest = d.atoms.filter((x) => !covered.has(x.key));
  const sentences = [
    ...chosen.map((c) => sentence(capital(c.says()), c.atoms)),
    ...[...grouped(rest, (x) => x.id ?? x.key).values()].map((atoms) =>
      sentence(trackInWords(looking, atoms), atoms),
    ),
  ];
  return { ...d, sentences };
}

const capital = (s: string): string =>
  /^\p{Ll}+ /u.test(s) ? s.slice(0, 1).toUpperCase() + s.slice(1) : s;
const sentence = (says: string, atoms: readonly Atom[]): Sentence => ({
  says,
  atoms,
  tracks: [...new Set(atoms.flatMap((x) => x.id ?? []))],
});

/** Causes that together explain all that any of them does, those that explain most first. */
function covering(causes: readonly Cause[]): Cause[] {
  const covered = new Set<string>();
  const gain = (c: Cause): number => c.atoms.filter((x) => !covered.has(x.key)).length;
  const queue = new FlatQueue<Cause>();
  const push = (c: Cause, worth: number): void => queue.push(c, -worth - c.telling / 10);
  for (const c of causes) push(c, gain(c));
  const chosen: Cause[] = [];
  for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
    const worth = gain(next);
    if (worth === 0) continue;
    // What explained more before others were taken waits for its turn.
    const then = queue.peekValue();
    if (then !== undefined && -worth - next.telling / 10 > then) {
      push(next, worth);
      continue;
    }
    for (const x of next.atoms) covered.add(x.key);
    chosen.push(next);
  }
  return chosen;
}

/** Leaves out causes that others explain as well, and those of one or two tracks that are said by themselves anyway. */
function worthSaying(causes: readonly Cause[], atoms: readonly Atom[]): Cause[] {
  const times = new Map<string, number>();
  const count = (c: Cause, by: 1 | -1): void => {
    for (const x of c.atoms) times.set(x.key, (times.get(x.key) ?? 0) + by);
  };
  for (const c of causes) count(c, 1);
  const about = (x: Atom): string => x.id ?? x.key;
  const alone = new Set(atoms.filter((x) => !times.has(x.key)).map(about));
  const said: Cause[] = [];
  for (const c of causes.toReversed()) {
    const only = c.atoms.filter((x) => times.get(x.key) === 1).map(about);
    const anyway = new Set(only).size < 3 && only.every((x) => alone.has(x));
    if (anyway) count(c, -1);
    else said.unshift(c);
  }
  return said;
}

/** Blocks that came, went, or stand on another release. */
function blocksInWords(was: Session["blocks"], is: Session["blocks"]): string {
  const before = new Map(was.map((b) => [b.id, b]));
  const after = new Set(is.map((b) => b.id));
  const said = [
    ...is.flatMap((b) => {
      const old = before.get(b.id);
      if (!old) return [`${b.name}, release ${b.release}, known as a block`];
      return old.release === b.release ? [] : [`${b.name} from release ${old.release} to ${b.release}`];
    }),
    ...was.flatMap((b) => (after.has(b.id) ? [] : [`${b.name} no longer known as a block`])),
  ];
  return said.length === 0 ? "what is known of blocks" : said.join("; ");
}

/** What is other in one track (or setting), one thing after the other. */
function trackInWords(d: Looking, atoms: readonly Atom[]): string {
  const [first] = atoms;
  if (!first) return "";
  const said = atoms.map((x) => atomInWords(d, x)).join("; ");
  if (first.id === null) return capital(said);
  const name = d.before.get(first.id)?.name ?? d.nameOf(first.id);
  return first.of === "added" || first.of === "taken out" ? `${name} ${said}` : `${name}: ${said}`;
}

function atomInWords(d: Looking, x: Atom): string {
  switch (x.of) {
    case "added":
      return x.track.parent === null ? "added" : `added in ${d.nameOf(x.track.parent)}`;
    case "taken out":
      return "taken out";
    case "moved":
      return x.from.parent === x.to.parent
        ? "stands elsewhere"
        : x.to.parent === null
          ? "moved out of its folder"
          : `moved into ${d.nameOf(x.to.parent)}`;
    case "field": {
      const say = (value: unknown): string => short(TRACK[x.field].inWords(value as never, d.nameOf));
      return fromTo(TRACK[x.field].called, say(d.before.get(x.id)?.[x.field]), say(x.to));
    }
    case "setting": {
      if (x.field === "blocks") return blocksInWords(d.a.blocks, x.to as Session["blocks"]);
      const say = (value: unknown): string => short(SESSION[x.field].inWords(value as never, d.nameOf));
      return fromTo(SESSION[x.field].called, say(d.a[x.field]), say(x.to));
    }
    default:
      return itemInWords(d, x);
  }
}

function itemInWords(d: Looking, x: Extract<Atom, { of: "item" | "item value" | "item order" }>): string {
  if (x.of === "item order") return `order of the ${x.field}`;
  const find = (tracks: Looking["before"]) => tracks.get(x.id)?.[x.field].find((i) => i.id === x.item);
  const say = (item: unknown): string =>
    item === undefined
      ? ""
      : (TRACK[x.field].inDetail ?? TRACK[x.field].inWords)([item] as never, d.nameOf);
  const [was, is] = [find(d.before), find(d.after)];
  const one = x.field === "sends" ? "send" : "insert";
  if (x.of === "item") return `${one} ${say(was ?? is)} ${x.to === undefined ? "taken out" : "added"}`;
  return fromTo(one, say(was), say(is));
}

function fromTo(what: string, was: string, is: string): string {
  if (was === is) return what;
  // "Input 3" says what it is.
  const said = was.toLowerCase().startsWith(`${what} `) || is.toLowerCase().startsWith(`${what} `);
  return said ? `${was} → ${is}` : `${what} ${was} → ${is}`;
}
const LONGEST = 80;
const short = (text: string): string => (text.length > LONGEST ? `${text.slice(0, LONGEST - 1)}…` : text);
