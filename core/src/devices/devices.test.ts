import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { blankTrack, emptySession } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { blankInsert } from "../session/processor.ts";
import type { Device, Insert } from "../session/processor.ts";
import { blankInstalled, deviceKey, installedList, lookUp } from "./installed.ts";
import type { Installed } from "./installed.ts";
import { matrixOf, newer, signAt } from "./matrix.ts";
import { deviceChoice, devicesInWords, equip } from "./missing.ts";
import type { DeviceChoice, Equipment } from "./missing.ts";
import { standsFor } from "./substitutes.ts";

const dev = (name: string, rest: Partial<Device> = {}): Device => ({
  name,
  maker: "Reedbed",
  format: "CLAP",
  identifier: "",
  ...rest,
});
const eq = dev("Reedbed EQ", { identifier: "reedbed.eq" });
const here = (d: Device, rest: Partial<Installed> = {}): Installed =>
  blankInstalled(d.name, { ...d, ...rest });
const fieldEq = blankInstalled("Field EQ", { kind: "EQ", knows: ["Low-cut", "Gain"] });
const poorEq = blankInstalled("Poor EQ", { kind: "EQ", knows: ["Gain"] });
const gate = blankInstalled("Field Gate", { kind: "Gate" });
const onTrack = (id: string, ...inserts: Insert[]) => blankTrack(id, id, { inserts });
const set = (name: string, value: string) => ({ name, value });
const withEq: Session = {
  ...emptySession("Pans"),
  tracks: [
    onTrack(
      "a",
      blankInsert("1", "EQ", { device: eq, values: [set("Low-cut", "80 Hz"), set("Air", "3 dB")] }),
    ),
    onTrack("b", blankInsert("1", "EQ", { device: eq }), blankInsert("2", "Gate")),
    onTrack("c"),
  ],
};
const van = (rest: Partial<Equipment> = {}): Equipment => ({
  room: "van",
  installed: [poorEq, fieldEq, gate],
  substitutes: [],
  ...rest,
});
const decide = (what: DeviceChoice["do"], by: Device | null = null): DeviceChoice => ({
  of: eq,
  do: what,
  by,
});

describe("what is installed", () => {
  it("is known by format and identifier, whatever it is called there", () => {
    const find = lookUp([here(dev("Reed EQ, renamed", { identifier: "REEDBED.EQ" }))]);
    expect(find(eq)?.how).toBe("here");
    expect(find(dev("Reed EQ, renamed", { identifier: "other.id", format: "VST3" }))?.how).toBe(
      "other-format",
    );
    expect(find(dev("Another"))).toBeNull();
  });

  it("is known by name where nobody said the rest, and told from another maker's of the same name", () => {
    const find = lookUp([
      here(dev("Hall", { maker: "", format: "" })),
      here(dev("Plate", { maker: "Cockle Row" })),
    ]);
    expect(find(dev("hall"))?.how).toBe("here");
    expect(find(dev("Plate"))).toBeNull();
    expect(find(dev("Plate", { maker: "cockle row" }))?.how).toBe("here");
  });

  it("is no list with something twice", () => {
    expect(installedList.safeParse([fieldEq, { ...fieldEq, version: "2" }]).success).toBe(false);
    expect(installedList.safeParse([fieldEq, { ...fieldEq, format: "AU" }]).success).toBe(true);
  });

  it("finds whatever is in the list, for any list", () => {
    const word = fc.constantFrom("", "Reed", "Hall", "EQ 2");
    const any = fc.record({
      maker: word,
      name: fc.constantFrom("Hall", "EQ", "Gate"),
      format: word,
      identifier: word,
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 8 }), (list) => {
        const all = list.map((d) => here(d));
        const find = lookUp(all);
        for (const d of list) {
          const found = find(d);
          expect(found?.how).toBe("here");
          expect(deviceKey(found!.as)).toBe(deviceKey(d));
        }
      }),
    );
  });
});

describe("what may stand for a device", () => {
  const inserts = withEq.tracks.flatMap((t) => t.inserts.filter((i) => i.device !== null));
  const names = (...of: Parameters<typeof standsFor>): string[] =>
    standsFor(...of).map((s) => `${s.why} ${s.device.name}`);

  it("is what knows most of the values that are set, of its own kind", () => {
    expect(names(eq, inserts, [poorEq, fieldEq, gate], [], "van")).toEqual([
      "same-kind Field EQ",
      "same-kind Poor EQ",
    ]);
    expect(standsFor(eq, inserts, [poorEq, fieldEq], [], "van").map((s) => s.loses)).toEqual([
      ["Air"],
      ["Low-cut", "Air"],
    ]);
  });

  it("is what the house says first, of this room before all, and only what is there", () => {
    const by = (d: Installed) => [{ device: d, values: null }];
    const house = [
      { of: null, kind: "EQ", room: null, by: [...by(gate), ...by(here(dev("Not there")))] },
      { of: eq, kind: "EQ", room: null, by: by(poorEq) },
      { of: null, kind: "eq", room: "van", by: by(fieldEq) },
      { of: null, kind: "EQ", room: "loft", by: by(gate) },
    ];
    expect(names(eq, inserts, [poorEq, fieldEq, gate], house, "van")).toEqual([
      "house Field EQ",
      "house Poor EQ",
      "house Field Gate",
    ]);
  });

  it("is the same device in another format before others of its kind", () => {
    const other = here({ ...eq, format: "VST3", identifier: "x" }, { kind: "EQ" });
    expect(names(eq, inserts, [fieldEq, other], [], "van")[0]).toBe("other-format Reedbed EQ");
  });
});

describe("a session in a room without some devices", () => {
  it("says which are missing on which tracks, and leaves all as it is until somebody decides", () => {
    const { session, missing, spared } = equip(withEq, van(), []);
    expect(session).toEqual(withEq);
    expect(missing).toMatchObject([
      { device: eq, kind: "EQ", tracks: ["a", "b"], places: 2, decided: null },
    ]);
    expect(devicesInWords({ missing, spared })).toEqual([
      "Reedbed EQ (CLAP) is not installed here: 2 tracks will miss it",
    ]);
  });

  it("misses nothing where nobody said what is installed, and nothing that is there", () => {
    expect(equip(withEq, van({ installed: null }), []).missing).toEqual([]);
    expect(equip(withEq, van({ installed: [here(eq)] }), []).missing).toEqual([]);
  });

  it("has it replaced on all tracks by one decision, with what the other does not know named", () => {
    const { session, missing, spared } = equip(withEq, van(), [decide("replace", fieldEq)]);
    const [a, b] = session.tracks;
    expect(a?.inserts[0]).toMatchObject({
      device: { name: "Field EQ" },
      kind: "EQ",
      values: [set("Low-cut", "80 Hz")],
    });
    expect(b?.inserts.map((i) => i.device?.name)).toEqual(["Field EQ", undefined]);
    expect(devicesInWords({ missing, spared })).toEqual([
      "Reedbed EQ (CLAP) replaced by Field EQ on 2 tracks; it does not know Air",
    ]);
  });

  it("sets what the house says is to be set", () => {
    const values = [set("Gain", "0 dB")];
    const substitutes = [{ of: eq, kind: "", room: null, by: [{ device: fieldEq, values }] }];
    const { session } = equip(withEq, van({ substitutes }), [decide("replace", fieldEq)]);
    expect(session.tracks[0]?.inserts[0]?.values).toEqual(values);
  });

  it("has it bypassed, left out or kept", () => {
    const after = (choice: DeviceChoice) => equip(withEq, van(), [choice]).session.tracks[1]?.inserts;
    expect(after(decide("bypass"))?.map((i) => i.bypassed)).toEqual([true, false]);
    expect(after(decide("leave-out"))?.map((i) => i.kind)).toEqual(["Gate"]);
    expect(after(decide("keep"))).toEqual(withEq.tracks[1]?.inserts);
  });

  it("is asked again where what it was replaced by is gone", () => {
    const gone = equip(withEq, van({ installed: [gate] }), [decide("replace", fieldEq)]);
    expect(gone.missing[0]?.decided).toBeNull();
    expect(gone.session).toEqual(withEq);
    expect(deviceChoice.safeParse(decide("replace")).success).toBe(false);
  });
});

describe("the matrix of rooms and devices", () => {
  const rooms = [
    { id: "yard", installed: [here(eq, { version: "2.10" }), gate] },
    { id: "tent", installed: [here(eq, { version: "2.9" })] },
    { id: "van", installed: [fieldEq] },
    { id: "loft", installed: null },
  ];
  const needs = [
    {
      device: eq,
      kind: "EQ",
      templates: [
        { id: "x", tracks: 19 },
        { id: "y", tracks: 4 },
      ],
    },
  ];
  const uses = [
    { device: eq, kind: "EQ", room: "van", sessions: 2, tracks: 30 },
    { device: eq, kind: "EQ", room: "yard", sessions: 1, tracks: 19 },
  ];
  const rows = matrixOf(rooms, needs, uses);

  it("says of each device where it is, older, missing or unknown, and what hangs on it there", () => {
    const [first] = rows;
    expect(first).toMatchObject({ device: eq, templates: 2, tracks: 23, newest: "2.10", used: true });
    expect(rooms.map((_, i) => signAt(first!, i))).toEqual(["here", "older", "missing", "unknown"]);
    expect(first?.older).toEqual([{ room: 1, version: "2.9" }]);
    expect(first?.hangs).toEqual([{ room: 2, sessions: 2, tracks: 30 }]);
  });

  it("has what nobody uses last", () => {
    expect(rows.map((r) => [r.device.name, r.used])).toEqual([
      ["Reedbed EQ", true],
      ["Field EQ", false],
      ["Field Gate", false],
    ]);
  });

  it("compares versions number by number", () => {
    expect([
      newer("2.10", "2.9"),
      newer("2.9", "2.10"),
      newer("1.0.1", "1.0"),
      newer("", "1"),
      newer("3", "3"),
    ]).toEqual([true, false, true, false, false]);
  });
});
