import { diff3 } from "json-diff3";
import type { Handler } from "json-diff3";
import { dice } from "@mossy/core/chance/dice";
import { compare as compareSessions } from "@mossy/core/compare/sentences";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { bringBlock } from "@mossy/core/library/blockForward";
import { tracksOfBlock } from "@mossy/core/library/blockIds";
import { blockFrom } from "@mossy/core/library/blockMake";
import { joinsFor, putBlock } from "@mossy/core/library/blockPut";
import { merge } from "@mossy/core/merge/merge";
import { apply } from "@mossy/core/session/apply";
import { attempt } from "@mossy/core/session/attempt";
import { same, setField } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import { diff } from "@mossy/core/session/diff";
import { blankTrack } from "@mossy/core/session/document";
import type { Session, Track } from "@mossy/core/session/document";
import { against } from "./measure.ts";
import { largeSession } from "./samples.ts";

/** An edit as a person means it, whatever else stands there; the session itself where it has no sense any more. */
type Edit = (session: Session) => Session;

/** So many edits by people at a session: values, sends, tracks that come, go and move. */
const editsOf = (session: Session, many: number, roll: () => number, side: string): Edit[] =>
  Array.from({ length: many }, (_, n) => {
    const pick = (): string => session.tracks[Math.floor(roll() * session.tracks.length)]?.id ?? "";
    const [id, beside, sort, value] = [pick(), pick(), roll(), Math.round(roll() * -600) / 10];
    return (now) => {
      const t = now.tracks.find((x) => x.id === id);
      const change = t && t.kind !== "main" && oneEdit(now, t, { sort, value, beside, id: `${side}${n}` });
      const made = change ? attempt(apply, now, [change]) : null;
      return made && "doc" in made ? made.doc : now;
    };
  });

interface Wish {
  readonly sort: number;
  readonly value: number;
  readonly beside: string;
  readonly id: string;
}

function oneEdit(session: Session, t: Track, { sort, value, beside, id }: Wish): Change {
  const there = session.tracks.filter((x) => x.parent === t.parent);
  const after = there[there.indexOf(t) - 1]?.id ?? null;
  if (sort < 0.3) return setField(t, "level", value);
  if (sort < 0.45) return setField(t, "name", `${t.name} ${-value}`);
  if (sort < 0.7)
    return setField(
      t,
      "sends",
      [...t.sends, { id, to: "main", level: value, beforeFader: false }].toSorted(byId),
    );
  if (sort < 0.85)
    return { do: "add", track: blankTrack(id, `New ${id}`, { parent: t.parent }), after: t.id };
  if (sort < 0.92) return { do: "take-out", track: t, after };
  const other = there.find((x) => x.id === beside && x !== t);
  return {
    do: "move",
    id: t.id,
    from: { parent: t.parent, after },
    to: { parent: t.parent, after: other?.id ?? null },
  };
}
const byId = (a: { id: string }, b: { id: string }): number => (a.id < b.id ? -1 : 1);
const after = (session: Session, edits: readonly Edit[]): Session =>
  edits.reduce((now, edit) => edit(now), session);
/** The same, where every one of them does something; else null. */
function allOf(session: Session, edits: readonly Edit[]): Session | null {
  let now = session;
  for (const edit of edits) {
    const next = edit(now);
    if (next === now) return null;
    now = next;
  }
  return now;
}

const large = largeSession(2000);
const [ours, theirs] = [
  after(large, editsOf(large, 300, dice(11), "o")),
  after(large, editsOf(large, 300, dice(12), "t")),
];
against(
  "merging two sessions of 2,000 tracks, 300 edits a side",
  () => merge(large, ours, theirs),
  () => () => diff(large, ours),
  "one diff",
  4,
  15,
);
const itemKey = (item: unknown): string => {
  const id: unknown = typeof item === "object" && item !== null ? Reflect.get(item, "id") : undefined;
  return typeof id === "string" ? id : JSON.stringify(item);
};
/** The three as general JSON, its items told apart by their ids; conflicts are counted, and taken as ours. */
function asJson(base: Session, a: Session, b: Session): { merged: unknown; conflicts: number } {
  let conflicts = 0;
  const handleMerge: Handler["handleMerge"] = (_, mine) => {
    conflicts++;
    return mine;
  };
  return { merged: diff3(base, a, b, { getArrayItemKey: itemKey, handleMerge }), conflicts };
}
against(
  "the same, against a general three-way merge of JSON",
  () => merge(large, ours, theirs),
  () => () => asJson(large, ours, theirs),
  "json-diff3",
  null,
  9,
);
against(
  "what happened in 2,000 tracks with 300 edits, in sentences",
  () => compareSessions(large, ours),
  () => () => JSON.parse(JSON.stringify(large)),
  "a JSON round trip",
  10,
  15,
);

const small = largeSession(10);

/** A library of 200 templates, each with a kit of twelve that was changed a little there. */
const HOLDERS = 200;
const kit = blockFrom(small, {
  name: "Kit",
  ids: small.tracks.slice(0, 12).map((t) => t.id),
  along: new Set(),
});
if (typeof kit === "string") throw new Error(kit);
const first = { block: "kit", name: "Kit", release: 1, session: kit };
const style = makeStyle(usualHouse("Bench"));
const [one] = tracksOfBlock(kit);
if (!one) throw new Error("the kit is empty");
const added = { ...one, id: "third", name: "Third" };
const next = { ...first, release: 2, session: apply(kit, [{ do: "add", track: added, after: one.id }]) };
const host = largeSession(60);
const joins = joinsFor(host, kit, null);
const held = Array.from({ length: HOLDERS }, (_, i) => {
  const place = { parent: null, after: null };
  const put = apply(host, putBlock(style, host, first, { id: `kit-${i}`, place, joins }));
  const own = put.tracks.find((t) => t.id.startsWith(`kit-${i}.`));
  return own ? apply(put, [setField(own, "level", -(i % 20))]) : put;
});
against(
  `a block brought forward in ${HOLDERS} templates of ${held[0]?.tracks.length ?? 0} tracks`,
  () => {
    for (const s of held) for (const h of s.blocks) bringBlock(style, s, h, first.session, next);
  },
  () => () => {
    for (const s of held) diff(host, s);
  },
  "one diff of each",
  null,
  3,
);

/**
 * Cases of which the outcome is known: all that both did takes effect and makes the same session whoever was first,
 * and no sound goes to what is gone.
 */
const CASES = 500;
let [known, mine, json] = [0, 0, 0];
for (let seed = 1; known < CASES && seed < 100 * CASES; seed++) {
  const [one, other] = [editsOf(small, 4, dice(seed), "o"), editsOf(small, 4, dice(seed + 100_000), "t")];
  const [a, b] = [allOf(small, one), allOf(small, other)];
  const [first, second] = [a && allOf(a, other), b && allOf(b, one)];
  if (!a || !b || !first || !second) continue;
  const ids = new Set(first.tracks.map((t) => t.id));
  const leads = first.tracks.every((t) =>
    [t.feeds, ...t.sends.map((x) => x.to)].every((x) => x === null || ids.has(x)),
  );
  if (!leads || !same(first, second)) continue;
  known++;
  const { session, clashes } = merge(small, a, b);
  if (clashes.length === 0 && same(session, first)) mine++;
  const general = asJson(small, a, b);
  if (general.conflicts === 0 && same(general.merged, first)) json++;
}
console.log(
  `${`${known} merges of which the outcome is known, rightly and without a question`.padEnd(64)} ${mine}; ` +
    `a general merge of JSON by ids: ${json}`,
);
