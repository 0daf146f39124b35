import fc from "fast-check";
import { strFromU8, unzipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { sessions, smallSession } from "../../fixtures/sessions.ts";
import { metadataFaults, projectFaults } from "../../fixtures/strict.ts";
import { blankInsert } from "../../session/processor.ts";
import type { Insert, Session } from "../../session/document.ts";
import { patchExchange } from "./correct.ts";
import { readEntries, readExchange } from "./read.ts";
import { writeExchange } from "./write.ts";

const partsOf = (s: Session, withExtra = true) => {
  const files = unzipSync(writeExchange(s, "s1", withExtra));
  return {
    project: files["project.xml"]!,
    metadata: files["metadata.xml"] ?? null,
    extra: files["mossy-lantern.json"] ?? null,
  };
};

describe("a session file, held against the schema of the format (written from memory)", () => {
  it("has nothing a strict reader refuses, for any session", () =>
    fc.assert(
      fc.property(sessions(), (s) => {
        const { project, metadata } = partsOf(s);
        expect(projectFaults(strFromU8(project))).toEqual([]);
        expect(metadataFaults(strFromU8(metadata!))).toEqual([]);
      }),
      { numRuns: 200 },
    ));

  it("nor has one that was put right, whatever was put right in it", () =>
    fc.assert(
      fc.property(sessions(), sessions(), (a, b) => {
        const file = partsOf(a, false);
        const { entries } = patchExchange(file, readEntries(file).session, b, "s1");
        const project = entries.find((e) => e.name === "project.xml")?.bytes ?? file.project;
        expect(projectFaults(strFromU8(project))).toEqual([]);
      }),
      { numRuns: 200 },
    ));

  it("is refused by that schema where an id is given twice, leads nowhere or a value is none", () => {
    const text = strFromU8(partsOf(smallSession()).project);
    expect(projectFaults(text)).toEqual([]);
    const kick = 'id="track-kick"';
    expect(projectFaults(text.replace(kick, 'id="track-gtr"')).join()).toMatch(/ids are given twice/);
    expect(projectFaults(text.replace('destination="channel-kit"', 'destination="nobody"')).join()).toMatch(
      /leads nowhere/,
    );
    expect(projectFaults(text.replace('unit="linear"', 'unit="loud"')).join()).not.toBe("");
  });
});

describe("the processors of a session file", () => {
  const exact = (format: string, name = "Tide EQ") => ({
    maker: "Reedbed",
    name,
    format,
    identifier: "id-7",
  });
  const processors: Insert[] = [
    blankInsert("i1", "EQ", { device: exact("VST3") }),
    blankInsert("i2", "Compressor", {
      values: [
        { name: "Threshold", value: "−18 dB" },
        { name: "Ratio", value: "3:1" },
        { name: "Attack", value: "10 ms" },
        { name: "Make-up", value: "on" },
      ],
    }),
    blankInsert("i3", "Tide EQ", { device: exact("CLAP") }),
    blankInsert("i4", "Instrument", { device: exact("VST2", "Sea Piano"), bypassed: true }),
    blankInsert("i5", "Meter"),
    blankInsert("i6", "Reverb", { device: exact("AU") }),
    blankInsert("i7", "Gate", { device: { maker: "", name: "Latch", format: "", identifier: "" } }),
    blankInsert("i8", "De-esser"),
  ];
  const session: Session = {
    ...smallSession(),
    tracks: smallSession().tracks.map((t) => (t.id === "kick" ? { ...t, inserts: processors } : t)),
  };

  it("keep who they are without our extra file: format, name, maker, identifier, part, values, on or off", async () => {
    const read = await readExchange(writeExchange(session, null, false));
    const back = read.session.tracks.find((t) => t.id === "kick")!.inserts;
    expect(back).toEqual(processors);
    const text = strFromU8(partsOf(session).project);
    expect(text).toMatch(
      /<Vst3Plugin [^>]*deviceRole="audioFX" deviceName="Tide EQ" deviceVendor="Reedbed" deviceID="id-7" name="EQ"/,
    );
    expect(text).toMatch(/<Vst2Plugin [^>]*deviceRole="instrument"/);
    expect(text).toMatch(/<BuiltinDevice [^>]*deviceRole="analyzer"/);
    expect(text).toContain('<RealParameter name="Threshold" unit="decibel" value="-18"/>');
    expect(projectFaults(text)).toEqual([]);
  });

  it("are known again one by one: a bypass in the room changes that alone", async () => {
    const keyed: Session = {
      ...session,
      tracks: session.tracks.map((t) =>
        t.id === "kick"
          ? {
              ...t,
              inserts: processors.map((i) => ({
                ...i,
                key: "gtr",
                width: "stereo" as const,
                before: true,
                chain: { id: "c1", version: 2 },
                values: [...i.values, { name: "Taste", value: "salty" }],
              })),
            }
          : t,
      ),
    };
    const files = partsOf(keyed);
    const kick = (s: Session) => s.tracks.find((t) => t.id === "kick")!.inserts;
    const after = (edit: (text: string) => string) =>
      kick(
        readEntries({ ...files, project: new TextEncoder().encode(edit(strFromU8(files.project))) })
          .session,
      );
    const was = kick(keyed);
    // The room switches the third off…
    let n = 0;
    expect(
      after((t) =>
        t.replaceAll(/<Enabled value="true"\/>/g, (on) => (++n === 3 ? '<Enabled value="false"/>' : on)),
      ),
    ).toEqual(was.map((i, at) => (at === 2 ? { ...i, bypassed: true } : i)));
    // …numbers them all anew…
    expect(after((t) => t.replaceAll(/id="device-kick-i(\d)"/g, 'id="d$1"'))).toEqual(was);
    // …and takes one out, of which nothing else comes to know.
    expect(after((t) => t.replace(/<Vst3Plugin[\s\S]*?<\/Vst3Plugin>/, ""))).toEqual(was.slice(1));
  });

  it("say levels above +6 dB, where notes go, and leave a track without a format its own", async () => {
    const odd: Session = {
      ...smallSession(),
      tracks: smallSession().tracks.map((t) =>
        t.id === "kick"
          ? { ...t, level: 11 }
          : t.id === "gtr"
            ? { ...t, kind: "midi" as const, format: null, feeds: "kit", sends: [], inserts: [] }
            : t,
      ),
    };
    const { session: read } = await readExchange(writeExchange(odd, null, false));
    expect(read.tracks.find((t) => t.id === "kick")!.level).toBe(11);
    expect(read.tracks.find((t) => t.id === "gtr")).toMatchObject({
      kind: "midi",
      feeds: "kit",
      format: null,
    });
    expect(projectFaults(strFromU8(partsOf(odd).project))).toEqual([]);
    const bare = { ...odd, tracks: odd.tracks.map((t) => (t.id === "kick" ? { ...t, format: null } : t)) };
    expect((await readExchange(writeExchange(bare))).session).toEqual(bare);
  });
});
