import fc from "fast-check";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { sessions, smallSession } from "../../fixtures/sessions.ts";
import { projectFaults } from "../../fixtures/strict.ts";
import { makeStyle } from "../../house/style.ts";
import { usualHouse } from "../../house/usual.ts";
import { lookAtItems } from "../../items/stay.ts";
import { blankItem } from "../../session/item.ts";
import type { Item } from "../../session/item.ts";
import type { Session } from "../../session/document.ts";
import { readIncoming } from "../readForeign.ts";
import { jobIn, laidOn } from "./jobIn.ts";
import { readEntries, readExchange } from "./read.ts";
import { writeExchange } from "./write.ts";

const HASH = "c4".repeat(32);
const bed = blankItem(
  "m1",
  "Tide bed",
  { kind: "sound", hash: HASH, file: "Tide_bed.wav", seconds: 90.5, rate: 48_000, channels: 2 },
  {
    at: 30,
    length: 720,
    offset: 1.25,
    loops: true,
    gain: -18,
    fadeIn: { length: 2, shape: "linear" },
    fadeOut: { length: 4, shape: "linear" },
    points: [
      { at: 10, level: 0 },
      { at: 12, level: -6 },
    ],
    colour: "#2e7f6f",
    note: "under the speech",
  },
);
const kick = blankItem(
  "m2",
  "Kick",
  {
    kind: "pattern",
    notes: [{ at: 0, length: 0.5, key: 36, velocity: 100 }],
    sets: [],
    length: 4,
    shelf: null,
  },
  { at: 8, length: 16, loops: true },
);
const episode = blankItem(
  "m3",
  "Episode",
  { kind: "placeholder", says: "it comes here", parts: 2 },
  { at: 60 },
);

const withItems = (...items: Item[]): Session => ({
  ...smallSession(),
  tracks: smallSession().tracks.map((t) => (t.id === "kick" ? { ...t, items } : t)),
});
const projectOf = (s: Session, media?: ReadonlyMap<string, string>): string =>
  strFromU8(unzipSync(writeExchange(s, "s1", false, media))["project.xml"]!);
/** What a reader that never saw us finds on the tracks of a session we wrote. */
const found = (s: Session): Item[] => {
  const project = strToU8(projectOf(s));
  const { clips } = jobIn(project, readEntries({ project, metadata: null, extra: null }), []);
  return clips.map((c) => c.item);
};

describe("what lies on tracks, in a session file", () => {
  it("stands in lanes by its clock, its sound where the package has it", () => {
    const text = projectOf(withItems(bed, kick, episode), new Map([[HASH, "../Audio/Tide_bed.wav"]]));
    expect(projectFaults(text)).toEqual([]);
    expect(text).toMatch(/<Lanes track="track-kick" timeUnit="seconds">\s*<Clips>\s*<Clip name="Tide bed"/);
    expect(text).toMatch(
      /<Lanes track="track-kick" timeUnit="beats">\s*<Clips>\s*<Clip name="Kick" time="8"/,
    );
    expect(text).toContain('<File path="../Audio/Tide_bed.wav" external="true"/>');
    expect(text).toContain('<Audio algorithm="raw" channels="2" duration="90.5" sampleRate="48000">');
    expect(text).toMatch(/<Note time="0" duration="0.5" channel="0" key="36" vel="0.787402"\/>/);
    // 0.125893 is −18 dB, 0.063096 is −24: gain and envelope in one curve.
    expect(text).toMatch(
      /<RealPoint time="0" value="0.125893"[^>]*\/>\s*<RealPoint time="10" value="0.125893"/,
    );
    expect(text).toMatch(/time="12" value="0.063096"[^>]*\/>\s*<RealPoint time="720" value="0.063096"/);
  });

  it("is all there for a reader that never saw us, as things of a job; a placeholder is an empty clip", () => {
    const [tide, pattern, ...rest] = found(withItems(bed, kick, episode));
    expect(rest).toEqual([]);
    expect(tide).toMatchObject({
      ...bed,
      id: "m",
      holds: { ...bed.holds, hash: null },
      // What we wrote as gain and envelope comes as one curve.
      gain: 0,
      points: [0, 10, 12, 720].map((at, n) => ({ at, level: n < 2 ? -18 : -24 })),
      job: true,
    });
    expect(pattern).toMatchObject({ ...kick, id: "m", job: true, holds: { ...kick.holds, length: 0.5 } });
  });

  it("is not of the room where it is only what the house wrote itself: nothing is said to be left alone", async () => {
    const { notices, session } = await readExchange(writeExchange(withItems(bed, kick, episode), "s1"));
    expect(notices).toEqual([]);
    expect(session.tracks.find((t) => t.id === "kick")?.items).toEqual([bed, kick, episode]);
    const bytes = unzipSync(writeExchange(withItems(bed), "s1"))["project.xml"]!;
    expect(jobIn(bytes, { session, ids: session.tracks.map((t) => t.id) }, []).clips).toEqual([]);
  });

  it("plays as much of a sound as there is, from where it begins, for any session", () =>
    fc.assert(
      fc.property(sessions(6), (s) => {
        const items = s.tracks.flatMap((t) => t.items).filter((i) => i.holds.kind === "sound");
        const back = found({
          ...s,
          tracks: s.tracks.map((t) => ({ ...t, items: t.items.filter((i) => items.includes(i)) })),
        });
        expect(back.map((i) => [i.clock, i.at, i.length, i.loops, i.fadeIn.length])).toEqual(
          items.map((i) => [
            i.clock,
            i.at,
            i.length,
            i.loops && i.holds.kind === "sound" && i.holds.seconds !== null,
            Math.min(i.fadeIn.length, i.length),
          ]),
        );
      }),
      { numRuns: 100 },
    ));
});

const audio = (channels: number, seconds: number, path: string, more = ""): string =>
  `<Audio channels="${channels}" duration="${seconds}" sampleRate="48000"><File path="${path}"${more}/></Audio>`;

/** A project as another program writes it: beats all over, clips in clips, warps, takes in lanes, markers, curves. */
const FOREIGN = `<?xml version="1.0" encoding="UTF-8"?>
<Project version="1.0"><Application name="Elsewhere" version="5"/>
<Transport><Tempo unit="bpm" value="120"/></Transport>
<Structure>
  <Track id="t1" name="Vox" contentType="audio"><Channel id="c1" role="regular" audioChannels="1"/></Track>
  <Track id="t2" name="Beds" contentType="audio"><Channel id="c2" role="regular" audioChannels="2"/></Track>
  <Track id="t3" name="Keys" contentType="notes"><Channel id="c3" role="regular" audioChannels="2"/></Track>
</Structure>
<Arrangement><Lanes timeUnit="beats">
  <Lanes track="t1">
    <Clips>
      <Clip time="4" duration="8" name="Vox_02" contentTimeUnit="beats" playStart="1">
        <Clips><Clip time="0" duration="20" contentTimeUnit="beats" playStart="1">
          <Warps contentTimeUnit="seconds">${audio(1, 30, "audio\\vox_02.wav")}</Warps>
        </Clip></Clips>
      </Clip>
      <Clip time="20" duration="4" enable="false">${audio(1, 9, "audio/vox_off.wav")}</Clip>
    </Clips>
    <Lanes><Clips><Clip time="4" duration="8">${audio(1, 9, "audio/vox_01.wav")}</Clip></Clips></Lanes>
    <Points unit="linear"><Target expression="gain"/>
      <RealPoint time="0" value="1"/><RealPoint time="4" value="0.5"/></Points>
  </Lanes>
  <Lanes track="c2" timeUnit="seconds"><Clips>
    <Clip time="0" duration="60" fadeTimeUnit="seconds" fadeOutTime="5" loopStart="0" loopEnd="12">
      <Lanes>${audio(2, 12, "audio/tide bed.wav")}
      <Points unit="linear"><Target expression="gain"/><RealPoint time="0" value="0.5"/></Points></Lanes>
    </Clip>
    <Clip time="90" duration="10">${audio(2, 10, "/elsewhere/sea.wav", ' external="true"')}</Clip>
  </Clips></Lanes>
  <Lanes track="t3"><Clips><Clip time="0" duration="4">
    <Notes><Note time="0" duration="1" key="60" vel="0.5"/><Note time="1" key="61"/></Notes>
  </Clip></Clips></Lanes>
</Lanes>
<Markers><Marker time="0" name="A"/><Marker time="8" name="B"/></Markers>
<TempoAutomation><RealPoint time="0" value="120"/><RealPoint time="8" value="90"/></TempoAutomation>
</Arrangement></Project>`;

describe("what a file from elsewhere holds of its job", () => {
  const style = makeStyle(usualHouse("x"));
  const bytes = (name: string, size: number) => [name, new Uint8Array(size)] as const;
  const read = () =>
    readIncoming(
      style,
      "evening.dawproject",
      zipSync({
        "project.xml": strToU8(FOREIGN),
        ...Object.fromEntries([
          bytes("audio/vox_01.wav", 100),
          bytes("audio/vox_02.wav", 200),
          bytes("audio/vox_off.wav", 50),
          bytes("audio/tide bed.wav", 400),
          bytes("audio/old.wav", 1000),
          bytes("Undo History/vox_00.wav", 70),
          bytes("project.bak", 7),
        ]),
      }),
      () => "n",
    );

  it("is told clip by clip: where, how long, from where in which file, with its levels and fades", async () => {
    const { session, sounds } = await read();
    const items = session.tracks.map((t) => t.items);
    expect(items.map((list) => list.map((i) => i.name))).toEqual([
      ["Vox_02", "vox_off.wav", "vox_01.wav"],
      ["tide bed.wav", "sea.wav"],
      [""],
    ]);
    // A file that says no title is called as it is called.
    expect(session.title).toBe("evening");
    const [[vox], [tide, sea], [keys]] = items as [Item[], Item[], Item[]];
    // One beat into a clip that begins one beat into the sound: two beats at 120 are a second.
    expect(vox).toMatchObject({ clock: "beats", at: 4, length: 8, offset: 1, job: true });
    expect(tide).toMatchObject({
      clock: "seconds",
      length: 60,
      loops: true,
      gain: -6.02,
      fadeOut: { length: 5 },
    });
    expect([...sounds!.values()].map((s) => [s.entry, s.bytes])).toEqual([
      ["audio/vox_02.wav", 200],
      ["audio/vox_off.wav", 50],
      ["audio/vox_01.wav", 100],
      ["audio/tide bed.wav", 400],
    ]);
    expect(sounds!.has(`${session.tracks[1]!.id}/${sea!.id}`)).toBe(false);
    expect(keys?.holds).toMatchObject({ kind: "pattern", notes: [{ key: 60, velocity: 64 }], length: 1 });
  });

  it("is counted with its sizes: takes, markers, tempo moves, curves, unused files, leftovers", async () => {
    const { carried, session } = await read();
    // Markers and tempos are read: what stays of them is for whoever cleans it to say.
    expect(session.markers.map((m) => m.job)).toEqual([true, true]);
    expect(session.tempos).toHaveLength(1);
    expect(carried).toEqual([
      { what: "takes and clips switched off", many: 2, bytes: 150 },
      { what: "automation curves", many: 2, bytes: null },
      { what: "points of curves", many: 3, bytes: null },
      { what: "files nobody uses", many: 1, bytes: 1000 },
      { what: "undo and backup leftovers", many: 2, bytes: 77 },
    ]);
  });

  it("proposes the bed to stay, and nothing that was recorded", async () => {
    const { session, takes } = await read();
    expect(takes?.size).toBe(2);
    expect(lookAtItems(session, takes).map((l) => [l.item.name, l.stays])).toEqual([
      ["Vox_02", false],
      ["vox_off.wav", false],
      ["vox_01.wav", false],
      ["tide bed.wav", true],
      ["sea.wav", true],
      ["", false],
    ]);
  });

  it("is read however deep a hostile file nests, and however many files are left over", () => {
    const deep = (name: string, n: number): string => `<${name}>`.repeat(n) + `</${name}>`.repeat(n);
    for (const name of ["Lanes", "Clips", "Clip", "Odd"]) {
      const project = strToU8(FOREIGN.replace("<Markers>", `${deep(name, 60_000)}<Markers>`));
      const own = readEntries({ project, metadata: null, extra: null });
      expect(jobIn(project, own, []).clips.length).toBe(6);
    }
    const project = strToU8(FOREIGN);
    const own = readEntries({ project, metadata: null, extra: null });
    const undo = Array.from({ length: 50_000 }, (_, n) => ({
      name: `undo/${n}.wav`,
      size: 1,
      folder: false,
    }));
    const { cargo } = jobIn(project, own, undo);
    expect(cargo.find((c) => c.what === "undo and backup leftovers")?.many).toBe(50_000);
    expect(cargo.some((c) => c.what === "files nobody uses")).toBe(false);
  });

  it("is counted where there is more than can be held, and more than a track can take is left", () => {
    const clip = `<Clip time="0" duration="1">${audio(1, 9, "a.wav")}</Clip>`;
    const many = (n: number): Uint8Array =>
      strToU8(
        FOREIGN.replace(
          /<Lanes track="t3">[^]*?<\/Lanes>/,
          `<Lanes track="t3"><Clips>${clip.repeat(n)}</Clips></Lanes>`,
        ),
      );
    const job = (n: number) => {
      const project = many(n);
      const own = readEntries({ project, metadata: null, extra: null });
      const { clips, cargo } = jobIn(project, own, []);
      return { laid: laidOn(own.session, clips), cargo };
    };
    const some = job(2100).laid;
    expect([some.session.tracks[2]!.items.length, some.left]).toEqual([2000, 100]);
    const none = job(120_000);
    expect(none.laid.session.tracks.flatMap((t) => t.items)).toEqual([]);
    expect(none.cargo.find((c) => c.what === "clips")?.many).toBeGreaterThan(119_000);
  });
});
