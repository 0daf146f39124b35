import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { kitLink, sessions, smallSession } from "../fixtures/sessions.ts";
import { setField, setSessionField } from "./change.ts";
import { diff } from "./diff.ts";
import type { Session, SessionField, SessionFields, TrackField } from "./document.ts";
import { blankInsert } from "./processor.ts";
import type { Insert } from "./processor.ts";
import { SESSION } from "./sessionFields.ts";
import { TRACK } from "./trackFields.ts";
import { inWords } from "./says.ts";

const nameOf = (id: string): string => `[${id}]`;
const tables = [...Object.entries(TRACK), ...Object.entries(SESSION)] as [
  string,
  {
    schema: { safeParse: (v: unknown) => { success: boolean } };
    rest: unknown;
    called: string;
    inWords: (v: never, of: typeof nameOf) => string;
  },
][];

describe("every field of a track and of a session", () => {
  it.each(tables)("%s: rests at a value it may have, and says that in words", (_name, f) => {
    expect(f.schema.safeParse(f.rest).success).toBe(true);
    expect(f.inWords(f.rest as never, nameOf).trim()).toBe(f.inWords(f.rest as never, nameOf));
    expect(f.called).toMatch(/^\S.*\S$/);
  });

  it("is called by a name no other has, so that a sentence is about one thing", () => {
    for (const table of [TRACK, SESSION]) {
      const called = Object.values(table).map((f) => f.called);
      expect(called.filter((c, i) => called.indexOf(c) !== i)).toEqual([]);
    }
  });
});

describe("a change in words", () => {
  const track = smallSession().tracks[1]!;
  const says = <F extends keyof typeof TRACK>(
    field: F,
    to: (typeof track)[F],
  ): [string | null, string | null] => {
    const s = smallSession();
    const [said] = inWords(s, s, [setField<TrackField>(track, field, to)]);
    return [said?.before ?? null, said?.after ?? null];
  };

  it("says values with their units and names, none as a number of things", () => {
    expect(says("phantom", true)).toEqual(["off", "48 V"]);
    expect(says("transpose", -12)[1]).toBe("an octave lower");
    expect(says("channel", 10)).toEqual(["none", "10"]);
    expect(says("controllers", [{ controller: 7, value: 100 }])[1]).toBe("7 at 100");
    expect(says("width", 40)).toEqual(["100 %", "40 %"]);
    expect(says("feeds", "main")[1]).toBe("Main");
    expect(says("feeds", "nobody")[1]).toBe("a track that is gone");
    expect(says("feeds", null)[1]).toBe("nothing");
    expect(says("job", true)).toEqual(["no", "yes"]);
    expect(says("monitor", "on")).toEqual(["auto", "on"]);
    expect(says("input", 7)[1]).toBe("Input 7");
    expect(says("sends", [{ id: "s1", to: "rev", level: -6, beforeFader: true }])[1]).toContain("Plate");
  });

  it("says what, of whom, before and after, for any two sessions", () =>
    fc.assert(
      fc.property(sessions(8), sessions(8), (a, b) => {
        for (const said of inWords(a, b, diff(a, b))) {
          expect(said.what).not.toBe("");
          expect(said.track === null ? said.name : "Session").toBe("Session");
          if (said.sort === "added") expect(said.before).toBeNull();
          if (said.sort === "taken out") expect(said.after).toBeNull();
          if (said.sort === "changed" || said.sort === "moved") {
            expect(said.before).not.toBeNull();
            expect(said.after).not.toBeNull();
          }
        }
      }),
      { numRuns: 80 },
    ));

  it("says of a track that moved behind whom it stands now, or in which folder", () => {
    const s = smallSession();
    const place = (parent: string | null, after: string | null) => ({ parent, after });
    const said = (from: ReturnType<typeof place>, to: ReturnType<typeof place>) =>
      inWords(s, s, [{ do: "move", id: "top", from, to }]).map((c) => [c.what, c.before, c.after]);
    expect(said(place("kit", "kick"), place("kit", null))).toEqual([["order", "after Kick", "first"]]);
    expect(said(place("kit", "kick"), place(null, "gtr"))).toEqual([["folder", "KIT", "no folder"]]);
    expect(said(place(null, "gtr"), place("kit", null))).toEqual([["folder", "no folder", "KIT"]]);
  });

  it("goes into what the short words leave out where they would say the same", () => {
    const eq = blankInsert("i1", "EQ", { values: [{ name: "Low cut", value: "80 Hz" }] });
    const comp = blankInsert("i2", "Compressor", { key: "gtr", width: "stereo", before: true });
    const of = (from: Insert[], to: Insert[]) => {
      const s = smallSession();
      return inWords(s, s, [setField({ ...track, inserts: from }, "inserts", to)]).map((c) => [
        c.before,
        c.after,
      ]);
    };
    const cut = (value: string): Insert => ({ ...eq, values: [{ name: "Low cut", value }] });
    // Only what differs is said, not the whole chain.
    expect(of([eq, comp], [cut("120 Hz"), comp])).toEqual([["EQ (Low cut 80 Hz)", "EQ (Low cut 120 Hz)"]]);
    expect(of([comp], [{ ...comp, key: null }])).toEqual([
      ["Compressor (recorded, to stereo, keyed by EGtr_Amp)", "Compressor (recorded, to stereo)"],
    ]);
    expect(of([eq, { ...eq, id: "i3" }], [eq])).toEqual([["EQ, EQ", "EQ"]]);
    const send = { id: "s1", to: "rev", level: -6, beforeFader: false };
    const sent = setField({ ...track, sends: [send] }, "sends", [{ ...send, beforeFader: true }]);
    expect(inWords(smallSession(), smallSession(), [sent])[0]).toMatchObject({
      before: "Plate −6.0 after the fader",
      after: "Plate −6.0 before the fader",
    });
  });

  it("says of link sets, views, input sets and what was kept which way they changed", () => {
    const s = smallSession();
    const said = <F extends SessionField>(field: F, from: SessionFields[F], to: SessionFields[F]) =>
      inWords(s, s, [setSessionField<SessionField>({ ...s, [field]: from }, field, to)]).map((c) => [
        c.before,
        c.after,
      ])[0];
    const link = kitLink();
    expect(said("links", [link], [{ ...link, members: ["kick", "top"], followers: ["gtr"] }])).toEqual([
      "Kit (Kick; arm; #335544)",
      "Kit (Kick, Snare_Top; EGtr_Amp follows; arm; #335544)",
    ]);
    const view = {
      id: "v",
      name: "Drums",
      kinds: [],
      roles: [],
      folders: ["kit"],
      armed: false,
      columns: [],
    };
    expect(said("views", [view], [{ ...view, armed: true, columns: ["level"] }])).toEqual([
      "Drums (in KIT)",
      "Drums (in KIT; armed only; column level)",
    ]);
    const set = { id: "i", name: "Van", inputs: [{ track: "kick", input: 3 }] };
    expect(said("inputSets", [set], [{ ...set, inputs: [{ track: "kick", input: 9 }] }])).toEqual([
      "Van (Kick 3)",
      "Van (Kick 9)",
    ]);
    const keep = { rule: "level", track: "kick", was: null, why: "asked for" };
    expect(said("kept", [keep], [{ ...keep, why: "loud room" }])).toEqual([
      "level of Kick: asked for",
      "level of Kick: loud room",
    ]);
    expect(said("rulesOff", ["level"], ["colour"])).toEqual(["level", "colour"]);
    // Another order alone is said as the whole list.
    const two = [link, { ...link, id: "m", name: "Pans" }];
    expect(said("links", two, [two[1]!, two[0]!])).toEqual(["Kit, Pans", "Pans, Kit"]);
  });

  it("never says the same before and after, where no two tracks have one name", () =>
    fc.assert(
      fc.property(sessions(8), sessions(8), (one, two) => {
        const [a, b] = [one, two].map((s) => ({
          ...s,
          tracks: s.tracks.map((t) => ({ ...t, name: `track ${t.id}` })),
        })) as [Session, Session];
        for (const said of inWords(a, b, diff(a, b)))
          if (said.sort === "changed") expect(said.before, said.what).not.toBe(said.after);
      }),
      { numRuns: 150 },
    ));
});
