import { strFromU8, strToU8, unzipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { smallSession } from "../../fixtures/sessions.ts";
import { projectFaults } from "../../fixtures/strict.ts";
import { blankItem } from "../../session/item.ts";
import type { Item, MidiSet } from "../../session/item.ts";
import { parseXml } from "../xml.ts";
import { jobIn } from "./jobIn.ts";
import { readEntries, readExchange } from "./read.ts";
import { setsIn } from "./sets.ts";
import { writeExchange } from "./write.ts";

const SETS: MidiSet[] = [
  { sets: "program", at: 0, program: 128 },
  { sets: "controller", at: 0.25, controller: 7, value: 84 },
  { sets: "controller", at: 0.25, controller: 11, value: 127 },
  { sets: "bend", at: 0.25, value: -200 },
  { sets: "controller", at: 0.5, controller: 7, value: 0 },
];
const pattern = (notes: { at: number; length: number; key: number; velocity: number }[]) =>
  ({ kind: "pattern", notes, sets: SETS, length: 1, shelf: null }) as const;
const opening = blankItem("m4", "Opening", { ...pattern([]), notes: [], sets: [...SETS] });
const kick = blankItem("m2", "Kick", {
  ...pattern([]),
  notes: [{ at: 0, length: 0.5, key: 36, velocity: 100 }],
  sets: [...SETS],
});

const fileWith = (items: Item[], withExtra = false): Uint8Array => {
  const session = smallSession();
  const tracks = session.tracks.map((t) => (t.id === "kick" ? { ...t, items } : t));
  return writeExchange({ ...session, tracks }, "s1", withExtra);
};
const projectIn = (file: Uint8Array): string => strFromU8(unzipSync(file)["project.xml"]!);
/** What a reader that never saw us finds on the tracks. */
function found(...items: Item[]): Item[] {
  const project = strToU8(projectIn(fileWith(items)));
  const read = readEntries({ project, metadata: null, extra: null });
  return jobIn(project, read, []).clips.map((c) => c.item);
}

describe("what patterns set, in a session file", () => {
  it("stands beside their notes and their gain, and alone, as a stranger reads it", () => {
    expect(found({ ...kick, gain: -3 })).toMatchObject([
      { name: "Kick", gain: -3, holds: { notes: [{ key: 36 }], sets: SETS } },
    ]);
    expect(found(opening)).toMatchObject([
      { name: "Opening", at: 0, length: 1, holds: { kind: "pattern", notes: [], sets: SETS } },
    ]);
    const text = projectIn(fileWith([opening]));
    expect(projectFaults(text)).toEqual([]);
    expect(text).toContain('<Target expression="channelController" channel="0" controller="7"/>');
  });

  it("comes back whole to us", async () => {
    const { session, notices } = await readExchange(fileWith([opening, { ...kick, gain: -3 }], true));
    expect(notices).toEqual([]);
    const back = session.tracks.find((t) => t.id === "kick");
    expect(back?.items).toEqual([opening, { ...kick, gain: -3 }]);
  });

  it("is passed over where MIDI has no place for it", () => {
    const curve = (target: string, ...values: string[]): string =>
      `<Points><Target ${target}/>${values.map((v) => `<RealPoint ${v}/>`).join("")}</Points>`;
    const clip = [
      curve('expression="channelController" controller="200"', 'time="0" value="1"'),
      curve('expression="channelController"', 'time="0" value="1"'),
      curve('expression="pitchBend"', 'time="0" value="7"', 'time="-1" value="0"', 'time="0"'),
      curve('expression="timbre"', 'time="0" value="1"'),
    ].join("");
    expect(setsIn(parseXml(strToU8(`<Clip>${clip}</Clip>`), "project.xml"))).toEqual([]);
  });
});
