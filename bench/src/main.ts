import { create as createDiff } from "jsondiffpatch";
import { dice } from "@mossy/core/chance/dice";
import { check } from "@mossy/core/check/check";
import { settle } from "@mossy/core/colour/settle";
import { spread } from "@mossy/core/colour/spread";
import { audit } from "@mossy/core/disk/audit";
import type { Entry } from "@mossy/core/disk/entry";
import { foldersToMake } from "@mossy/core/disk/blueprint";
import { planMoves } from "@mossy/core/disk/moves";
import { wishesOf } from "@mossy/core/disk/wishes";
import { readListing } from "@mossy/core/formats/listing/readListing";
import { grammarOf } from "@mossy/core/names/grammar";
import { readTwoWays } from "@mossy/core/names/twoWays";
import { dress, dressed } from "@mossy/core/house/dress";
import { withColour } from "@mossy/core/house/edit";
import { impactOn } from "@mossy/core/house/impact";
import { forgetful, makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { apply } from "@mossy/core/session/apply";
import { inverse, setField } from "@mossy/core/session/change";
import { diff } from "@mossy/core/session/diff";
import { matchSession } from "@mossy/core/match/match";
import { blankTrack } from "@mossy/core/session/document";
import type { Session, Track } from "@mossy/core/session/document";
import { sumsOf } from "@mossy/core/signal/sums";
import { flowOf, reaches } from "@mossy/core/signal/ways";
import { makeReader } from "@mossy/core/words/reader";
import { readName } from "@mossy/core/words/read";
import { against, compare } from "./measure.ts";
import { largeSession, manyNames } from "./samples.ts";

const style = makeStyle(usualHouse("Bench"));
const names = manyNames(100_000);
await compare(
  "reading 100,000 names, every tenth with a slip, list built anew",
  names,
  () => {
    const reader = makeReader(style.house.words);
    for (const n of names) readName(reader, n);
  },
  40,
  7,
);

// The 2,000 tracks as somebody typed them, nothing dressed yet; and as they come back from a room: dressed
// once, every fourth drifted since.
const typed = largeSession(2000);
const roll = dice(2);
const dressedOnce = apply(typed, dress(style, typed));
const drifted: Session = {
  ...dressedOnce,
  tracks: dressedOnce.tracks.map((t) =>
    t.kind !== "audio" || roll() > 0.25
      ? t
      : roll() < 0.5
        ? { ...t, name: t.name.replaceAll("_", " ").toLowerCase() }
        : { ...t, colour: "#123456", input: 1 },
  ),
};
// A style that remembers nothing each turn: else only what changed since the last one would be looked at.
const dressAndCheck = (session: Session) => () => {
  const s = { ...session },
    anew = forgetful(style);
  dress(anew, s);
  return check(anew, s);
};
await compare(
  `dressing and checking ${drifted.tracks.length} tracks, every fourth drifted`,
  drifted,
  dressAndCheck(drifted),
  6,
  25,
);
await compare(
  `dressing and checking ${typed.tracks.length} tracks as typed, all off the house`,
  typed,
  dressAndCheck(typed),
  null,
  25,
);

const renamed: Session = {
  ...dressedOnce,
  tracks: dressedOnce.tracks.map((t) => ({
    ...t,
    id: `x-${t.id}`,
    name: `${t.name.replaceAll("_", " ").toLowerCase()}!`,
    parent: t.parent === null ? null : `x-${t.parent}`,
    feeds: t.feeds === null ? null : `x-${t.feeds}`,
  })),
};
await compare(
  `recognising ${renamed.tracks.length} tracks without ids, every one renamed`,
  renamed,
  () => matchSession(style, dressedOnce, renamed),
  null,
  3,
);

// Impact of a draft over 200 templates of 200 tracks.
const library = Array.from({ length: 200 }, () => ({ ...dressed(style, largeSession(200)) }));
const draft = makeStyle(withColour(style.house, "harbour", { hex: "#204060" }));
await compare(
  `impact of one colour over ${library.reduce((n, s) => n + s.tracks.length, 0)} tracks in 200 templates`,
  library,
  () => library.map((s) => impactOn(style, draft, { ...s })),
  null,
  3,
);

// Where the sound of 2,000 tracks goes, with three sends each.
const routed: Session = {
  ...dressedOnce,
  tracks: dressedOnce.tracks.map((t) =>
    t.kind !== "audio"
      ? t
      : {
          ...t,
          sends: [0, 1, 2].map((n) => ({
            id: `s${n}`,
            to: `fx${n}`,
            level: -12 - n,
            beforeFader: n === 2,
          })),
        },
  ),
};
routed.tracks.push(
  ...[0, 1, 2].map((n) =>
    blankTrack(`fx${n}`, `Fx ${n}`, { kind: "return", format: "stereo", feeds: "main" }),
  ),
);
await compare(
  `ways and sums of ${routed.tracks.length} tracks with ` +
    `${routed.tracks.reduce((n, t) => n + t.sends.length, 0)} sends`,
  routed,
  () => {
    const flow = flowOf(routed);
    return [reaches(flow), sumsOf(flow)];
  },
  null,
  5,
);

// The workbench: a thousand edits done and undone, one edit looked at again, two such sessions compared.
const edits = Array.from({ length: 1000 }, (_, n) => n);
await compare(
  "1,000 edits on 2,000 tracks, done and undone one by one",
  routed,
  () => {
    let now = routed;
    const done = edits.map((n) => {
      const t = now.tracks[(n * 37) % now.tracks.length] as Track;
      const change = [setField(t, "level", t.level - 1)];
      now = apply(now, change);
      return change;
    });
    for (const change of done.reverse()) now = apply(now, inverse(change));
    return now;
  },
  null,
  3,
);
const fresh = (): Session => ({ ...routed, tracks: routed.tracks.map((t) => ({ ...t })) });
let turn = 0;
const workbench = makeStyle(style.house);
check(workbench, routed);
const afresh = () => {
  const s = fresh(),
    anew = forgetful(style);
  return () => check(anew, s);
};
for (const [field, to, aim] of [
  ["level", () => -(turn++ % 60), 0.1],
  ["colour", () => `#0000${String((turn++ % 90) + 10)}`, 0.1],
  ["name", () => `Hat ${turn++ + 900}`, 0.1],
] as const) {
  against(
    `findings after one edit of a ${field}, 2,000 tracks with 6,000 sends`,
    () => {
      const t = routed.tracks[50] as Track;
      return check(workbench, apply(routed, [setField(t, field, to() as never)]));
    },
    afresh,
    "a full look",
    aim,
    15,
  );
}
const other: Session = {
  ...drifted,
  tracks: drifted.tracks
    .filter((_, i) => i % 50 !== 7)
    .map((t, i) => (i % 9 === 0 ? { ...t, level: -3, notes: "moved" } : { ...t })),
};
const patcher = createDiff({ objectHash: (o) => (o as { id?: string }).id });
against(
  "differences of two sessions of 2,000 tracks",
  () => diff(drifted, other),
  () => () => patcher.diff(drifted, other),
  "a general JSON diff library",
  0.2,
  7,
);

// Audit of a shared disk of 100,000 paths, most by the blueprint, every twentieth by hand.
const disk: Entry[] = [];
for (let job = 0; disk.length < 100_000; job++) {
  const month = String((job % 12) + 1).padStart(2, "0");
  const named = job % 20 === 0 ? `Job ${job} 14.08.2026` : `2026-${month}-11_Job-${job}_PanYard`;
  const root = `Projects/${named}`;
  for (const f of foldersToMake(style.house.disk.project, root))
    disk.push({ path: f, folder: true, size: null });
  for (let n = 0; n < 190; n++) {
    const take = String(n + 1).padStart(2, "0");
    const file = n % 20 === 0 ? `snare top take ${n}` : `Snare_Top_${(n % 40) + 1}_T${take}`;
    disk.push({ path: `${root}/Audio/${file}.wav`, folder: false, size: 1000 + job * 200 + n });
  }
}
const reader = makeReader(style.house.words);
await compare(
  `audit of ${disk.length} paths against the blueprint`,
  disk,
  () => audit(style.house, reader, disk, "shared"),
  null,
  5,
);
const listing = disk.map((e) => `./${e.path}${e.folder ? "/" : ""}`).join("\n");
await compare(
  "the same, read from a listing and its moves planned",
  disk,
  () => {
    const entries = readListing(listing).entries;
    const { wishes, folders } = wishesOf(audit(style.house, reader, entries, "shared").findings);
    return planMoves(entries, wishes, folders);
  },
  null,
  3,
);
await compare(
  "whether the track pattern can be read two ways, decided",
  style.house.words,
  () => readTwoWays(grammarOf(style.house.names.track, reader)),
  null,
  5,
);

// Spread: the least distance reached, against a search twenty times as long.
const hexes = Array.from({ length: 24 }, () => ({
  hex: `#${Math.floor(roll() * 0xffffff)
    .toString(16)
    .padStart(6, "0")}`,
  locked: false,
}));
const TRIES = 4000;
const quick = spread(hexes, { tries: TRIES, contrast: 3 });
const long = spread(hexes, { tries: 20 * TRIES, contrast: 3 });
// Settling at the house's distance: how far all colours move, against a search ten times as long.
const near = style.house.palette.map((c, i) => ({
  hex: i % 5 === 0 ? (hexes[i]?.hex ?? c.hex) : c.hex,
  locked: false,
}));
const SETTLE = 24_000;
const [soon, late] = [1, 10].map((times) =>
  settle(near, { apart: 8, contrast: 3, tries: SETTLE * times, seed: times }),
);
if (soon && late)
  console.log(
    `${"20 colours settled 8 apart, a fifth of them off, movement".padEnd(64)} ΔE ` +
      `${soon.moved.toFixed(0)}, ` +
      `${((100 * soon.moved) / Math.min(soon.moved, late.moved)).toFixed(0)} % of what 10 ` +
      `times the tries need (${late.moved.toFixed(0)})`,
  );
console.log(
  `${"spread of 24 colours, least distance of any two".padEnd(64)} ΔE ` +
    `${quick.before.toFixed(1)} before, ${quick.after.toFixed(1)} after, ` +
    `${((100 * quick.after) / long.after).toFixed(0)} % of what 20 times the tries reach ` +
    `(${long.after.toFixed(1)})`,
);
