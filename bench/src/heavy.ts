// What is made to cost much, or is simply large: files, recognising, fitting.
import { standOf } from "@mossy/core/check/causes";
import { fit } from "@mossy/core/fit/fit";
import { blankInput, blankRoom } from "@mossy/core/fit/room";
import { makeSolver } from "@mossy/core/solve/solver";
import { readExchange } from "@mossy/core/formats/exchange/read";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { matchSession } from "@mossy/core/match/match";
import { dice } from "@mossy/core/chance/dice";
import { blankInstalled } from "@mossy/core/devices/installed";
import { matrixOf } from "@mossy/core/devices/matrix";
import { factsOf } from "@mossy/core/habits/facts";
import { driftLines, driftOver } from "@mossy/core/drift/overTime";
import type { DriftIn } from "@mossy/core/drift/overTime";
import { habitsOf } from "@mossy/core/habits/habits";
import { blankTrack, emptySession } from "@mossy/core/session/document";
import type { Session, Source } from "@mossy/core/session/document";
import { strToU8, zipSync } from "fflate";
import { compare } from "./measure.ts";
import { crowd, largeSession } from "./samples.ts";

const style = makeStyle(usualHouse("Bench"));

/** The same tracks under other ids and other names. */
const renamed = (s: Session, name: (i: number) => string): Session => ({
  ...s,
  tracks: s.tracks.map((t, i) => ({
    ...t,
    id: `x-${t.id}`,
    name: name(i),
    parent: t.parent === null ? null : `x-${t.parent}`,
    feeds: t.feeds === null ? null : `x-${t.feeds}`,
  })),
});
const NAMES: readonly (readonly [string, (i: number) => string])[] = [
  ["unlike each other", (i) => `${(i * 7919) % 99_991} x ${(i * 104_729) % 99_991}`],
  ["all the same", () => "Audio"],
];
for (const many of [2000, 5000]) {
  const baseline = largeSession(many);
  for (const [how, name] of NAMES) {
    const came = renamed(baseline, name);
    await compare(
      `recognising ${came.tracks.length} tracks without ids, new names ${how}`,
      came,
      () => matchSession(style, baseline, came),
      many === 2000 ? 160 : 350,
      5,
    );
  }
}

const asMade = largeSession(5000);
// A session has inputs up to 1024.
const large = {
  ...asMade,
  tracks: asMade.tracks.map((t, i) => ({ ...t, input: t.input && (i % 1024) + 1 })),
};
const file = writeExchange(large, "bench");
await compare(`reading a file of ${large.tracks.length} tracks`, large, () => readExchange(file), 30, 7);
await compare(
  `telling how ${large.tracks.length} tracks stand`,
  large,
  () => standOf(style, { ...large }, { baseline: large, style }),
  5,
  7,
);
const solver = await makeSolver();
const room = blankRoom("Room", {
  inputs: Array.from({ length: 128 }, (_, i) => {
    const takes: Source[] = i < 96 ? ["mic", "di"] : i < 120 ? ["mic", "line"] : ["wireless"];
    return blankInput(i + 1, { takes, phantom: i < 64 });
  }),
  standing: [{ input: 1, role: "kick", positions: [], number: null }],
});
await compare(
  `fitting ${large.tracks.length} tracks into a room of 128 inputs`,
  large,
  () => fit(large, room, { solver }),
  6,
  7,
);
const many = crowd(200);
await compare("fitting 200 sources into 128 inputs", many, () => fit(many, room, { solver }), 90, 7);

const shelf = Array.from({ length: 2000 }, (_, n) =>
  blankInstalled(`Device ${n}`, {
    maker: `Maker ${n % 90}`,
    format: "CLAP",
    version: `1.${n % 7}`,
    kind: "EQ",
  }),
);
const equipped = Array.from({ length: 200 }, (_, r) => ({
  id: `room-${r}`,
  installed: shelf.filter((_, n) => (n * 7 + r) % 5 > 0),
}));
const needs = shelf
  .slice(0, 600)
  .map((d, n) => ({ device: d, kind: "EQ", templates: [{ id: "t", tracks: n % 30 }] }));
await compare(
  "the matrix of 200 rooms and 2,000 devices",
  equipped,
  () => matrixOf(equipped, needs, []),
  8,
  5,
);

const roles = [...style.reader.roles.values()].slice(0, 40);
const roll = dice(3);
const went: Session = {
  ...emptySession("Out"),
  tracks: roles.map((r) => blankTrack(r.id, r.short.full, { role: r.id, colour: "#4a7a4a" })),
};
const told = Array.from({ length: 3000 }, (_, n) => {
  const tracks = went.tracks
    .filter(() => roll() > 0.05)
    .map((t) => (roll() < 0.2 ? { ...t, name: `Word${Math.floor(roll() * 9)}`, colour: "#d11a6b" } : t));
  return { room: `Room ${n % 200}`, facts: factsOf(went, { ...went, tracks }) };
});
await compare("what is agreed in 3,000 sessions", told, () => habitsOf(told, style), 20, 5);

const RULES_OFF = ["name-off-pattern", "colour-off", "icon-off", "outside-folder", "out-of-order"];
const WEEK = 7 * 24 * 3_600_000;
const off = (): Record<string, string[]> =>
  Object.fromEntries(
    RULES_OFF.filter(() => roll() < 0.4).map((rule) => [
      rule,
      Array.from({ length: 1 + Math.floor(roll() * 20) }, () => `t${Math.floor(roll() * 60)}`),
    ]),
  );
const drifted: DriftIn[] = Array.from({ length: 6000 }, (_, n) => ({
  session: `s${n >> 1}`,
  number: 1 + (n & 1),
  room: `Room ${(n >> 1) % 200}`,
  template: `t${(n >> 1) % 300}`,
  release: 1 + ((n >> 1) % 5),
  edition: 1 + ((n >> 1) % 4),
  at: 52 * WEEK - Math.floor(roll() * 51) * WEEK,
  came: off(),
  open: off(),
  kept: {},
}));
const overAYear = (): unknown => driftOver(driftLines(drifted), { by: "room", weeks: 52, now: 52 * WEEK });
await compare("drift of 3,000 sessions over a year, by room", drifted, overAYear, 8, 5);

const REFUSED: readonly (readonly [string, string])[] = [
  ["900,000 empty elements", "<a/>".repeat(900_000)],
  [
    "a million elements with values",
    Array.from({ length: 1_000_000 }, (_, i) => `<a b="${(i * 7919) % 9973}"/>`).join(""),
  ],
];
for (const [what, inside] of REFUSED) {
  const bytes = zipSync({ "project.xml": strToU8(`<Project><Structure>${inside}</Structure></Project>`) });
  await compare(
    `refusing a file of ${what}`,
    large,
    () => readExchange(bytes).catch((e: unknown) => e),
    40,
    5,
  );
}
