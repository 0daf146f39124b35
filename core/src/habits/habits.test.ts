import { describe, expect, it } from "vitest";
import { dice } from "../chance/dice.ts";
import type { House } from "../house/house.ts";
import { usualHouse } from "../house/usual.ts";
import { makeStyle } from "../house/style.ts";
import { colourFor } from "../house/style.ts";
import { blankTrack, emptySession } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { makeReader } from "../words/reader.ts";
import { readName } from "../words/read.ts";
import { habitInWords, withHabit } from "./adopt.ts";
import { factsOf, sessionFacts } from "./facts.ts";
import { habitsOf, saidFor } from "./habits.ts";
import type { Told } from "./habits.ts";

const house = usualHouse("Saltmarsh");
const style = makeStyle(house);
const ROLES = ["talkback", "kick", "snare", "hi-hat", "floor-tom", "rack-tom", "room", "overheads"].filter(
  (r) => style.reader.roles.has(r),
);
const TB = style.reader.roles.get("talkback")!;
const colourOf = (role: string): string =>
  colourFor(style, { role, of: null, positions: [], number: null }) ?? "#888888";
/** A session as it goes out: one track of each role. */
const out: Session = {
  ...emptySession("Out"),
  tracks: ROLES.map((role) =>
    blankTrack(role, style.reader.roles.get(role)!.short.full, {
      role,
      colour: colourOf(role),
      level: -6,
    }),
  ),
};
type Deed = (t: Track) => Partial<Track> | null;
const worked = (deed: Deed, more: readonly Track[] = []): Session => ({
  ...out,
  tracks: [
    ...out.tracks.flatMap((t) => {
      const to = deed(t);
      return to === null ? [] : [{ ...t, ...to }];
    }),
    ...more,
  ],
});
const told = (room: string, s: Session): Told => ({ room, facts: factsOf(out, s) });
const nothing: Deed = () => ({});
const only =
  (role: string, deed: Deed): Deed =>
  (t) =>
    t.role === role ? deed(t) : {};
const inRooms = (many: number, of: number, s: Session): Told[] =>
  Array.from({ length: of }, (_, i) =>
    told(["yard", "van", "loft"][i % 3]!, i < many ? s : worked(nothing)),
  );

describe("habits of rooms", () => {
  const talk = worked(only("talkback", () => ({ name: "Intercom" })));

  it("are found where most sessions of several rooms do the same, with the evidence", () => {
    const [found, ...more] = habitsOf(inRooms(14, 17, talk), style);
    expect(more).toEqual([]);
    expect(found).toMatchObject({
      about: "name",
      role: "talkback",
      house: TB.short.full,
      rooms: "Intercom",
    });
    expect([found?.sessions, found?.of, found?.inRooms.toSorted(), found?.ofRooms]).toEqual([
      14,
      17,
      ["loft", "van", "yard"],
      3,
    ]);
    expect(habitInWords(found!)).toBe(`14 of 17 sessions call it “Intercom”, not “${TB.short.full}”`);
    expect([found!.low.toFixed(2), found!.high.toFixed(2)]).toEqual(["0.59", "0.94"]);
  });

  it("are none where one room does it, where half do, or where each does something else", () => {
    const alone = Array.from({ length: 12 }, (_, i) =>
      told(i < 9 ? "van" : "yard", i < 9 ? talk : worked(nothing)),
    );
    expect(habitsOf(alone, style)).toEqual([]);
    expect(habitsOf(inRooms(6, 12, talk), style)).toEqual([]);
    const words = ["Intercom", "Buzzer", "Tback", "Cans", "Shout", "Mic"];
    const each = Array.from({ length: 12 }, (_, i) =>
      told(["yard", "van", "loft"][i % 3]!, worked(only("talkback", () => ({ name: words[i % 6]! })))),
    );
    expect(habitsOf(each, style)).toEqual([]);
    expect(habitsOf(inRooms(3, 3, talk), style)).toEqual([]);
  });

  it("are not found in what people do at random, in a thousand sessions", () => {
    const roll = dice(11);
    const words = ["Intercom", "Boom", "Top", "Big", "One"];
    const any = Array.from({ length: 1000 }, (_, i) =>
      told(
        `room ${i % 40}`,
        worked((t) => {
          if (roll() < 0.1) return null;
          return {
            ...(roll() < 0.3 ? { name: words[Math.floor(roll() * 5)]! } : {}),
            ...(roll() < 0.3 ? { colour: ["#d11a6b", "#00b3b3", "#77dd11"][Math.floor(roll() * 3)]! } : {}),
            ...(roll() < 0.4 ? { level: t.level + (roll() - 0.5) * 8 } : {}),
          };
        }),
      ),
    );
    expect(habitsOf(any, style)).toEqual([]);
  });

  it("are none where all sources of some sessions are worked on as much, whatever is done elsewhere", () => {
    const few = ["kick", "snare", "room"];
    const folders = [...style.reader.roles.values()].filter((r) => r.sort !== "source").slice(0, 6);
    const small: Session = {
      ...out,
      tracks: [
        ...folders.map(({ id }) => blankTrack(id, id, { role: id, kind: "folder" })),
        ...out.tracks.filter((t) => few.includes(t.role ?? "")),
      ],
    };
    // Of twenty small sessions twelve have the kick quieter, eleven each of the two others.
    const isQuieter = (role: string, i: number): boolean =>
      role === "kick" ? i < 12 : role === "snare" ? i % 9 < 5 : (i + 4) % 9 < 5;
    const mixed = Array.from({ length: 20 }, (_, i) => ({
      room: ["yard", "van", "loft"][i % 3]!,
      facts: factsOf(small, {
        ...small,
        tracks: small.tracks.map((t) => (isQuieter(t.role ?? "", i) ? { ...t, level: t.level - 4 } : t)),
      }),
    }));
    const large = { ...out, tracks: out.tracks.filter((t) => !few.includes(t.role ?? "")) };
    const left = Array.from({ length: 60 }, (_, i) => ({
      room: ["yard", "van", "loft"][i % 3]!,
      facts: factsOf(large, large),
    }));
    expect(habitsOf([...mixed, ...left], style)).toEqual([]);
    // Where only the kick is, it is one.
    const kick = mixed.map((m) => ({
      ...m,
      facts: {
        ...m.facts,
        roles: m.facts.roles.map((r) => (r.role === "kick" ? r : { ...r, levels: [] })),
      },
    }));
    expect(habitsOf([...kick, ...left], style).map((h) => `${h.about} ${h.role}`)).toEqual(["level kick"]);
  });

  it("are none where most do the same by accident: such things are done to every role as often", () => {
    const every = Array.from({ length: 6 }, (_, i) =>
      told(
        ["yard", "van"][i % 2]!,
        // Four of six have the kick louder; any other role is louder in three.
        worked((t) => {
          const other = ROLES.indexOf(t.role ?? "") % 2 === (i < 3 ? 0 : 1);
          return (t.role === "kick" ? i < 4 : other) ? { level: t.level + 3 } : {};
        }),
      ),
    );
    expect(habitsOf(every, style)).toEqual([]);
  });

  it("are found in colours chosen by eye, levels, what is taken out, put elsewhere and added", () => {
    const reds = ["#d11a6b", "#d21c6d", "#cf186a"];
    const kit = blankTrack("kit", "KIT", { kind: "folder", role: "drum-kit" });
    const base: Session = { ...out, tracks: [kit, ...out.tracks] };
    const sessions = Array.from({ length: 12 }, (_, i): Told => {
      const s: Session = {
        ...base,
        tracks: [
          ...base.tracks.flatMap((t): Track[] => {
            if (t.role === "room") return [];
            if (t.role === "kick") return [{ ...t, level: t.level + 3 }];
            if (t.role === "snare") return [{ ...t, colour: reds[i % 3]! }];
            if (t.role === "floor-tom") return [{ ...t, parent: "kit" }];
            return [t];
          }),
          blankTrack("new", "Cowbell"),
        ],
      };
      return { room: ["yard", "van", "loft"][i % 3]!, facts: factsOf(base, s) };
    });
    const found = habitsOf(sessions, style).map((h) => `${h.about} ${h.role}`);
    const cowbell = readName(style.reader, "Cowbell").role;
    expect(found).toEqual(
      expect.arrayContaining(["gone room", "level kick", "colour snare", `added ${cowbell}`]),
    );
    expect(found.some((f) => f === "name kick")).toBe(false);
  });

  it("are asked only of rooms whose software tells such a thing at all", () => {
    const red = worked(only("kick", () => ({ colour: "#d01020" })));
    const [plain, bare] = [worked(nothing), worked(() => ({ colour: null }))];
    const of = (others: Session): Told[] => [
      ...inRooms(8, 8, red),
      ...Array.from({ length: 9 }, (_, i) => told(["yard", "van", "loft"][i % 3]!, others)),
    ];
    expect(factsOf(out, bare).untold).toEqual(["colour"]);
    expect(factsOf(out, red).untold).toBeUndefined();
    expect(habitsOf(of(bare), style)).toMatchObject([
      { about: "colour", role: "kick", sessions: 8, of: 8 },
    ]);
    // Those who could and did not are counted.
    expect(habitsOf(of(plain), style)).toEqual([]);
    // Where a session has folders and none comes back, nobody put its tracks elsewhere.
    const inFolder = { ...out, tracks: out.tracks.map((t) => ({ ...t, parent: "kit" })) };
    expect(factsOf(inFolder, out).untold).toEqual(["place"]);
  });

  it("tell a word from another spelling of the same", () => {
    expect(saidFor(TB, { from: TB.short.full, to: "Intercom" })).toEqual(["Intercom"]);
    expect(saidFor(TB, { from: `${TB.short.full}_2`, to: "Intercom_2" })).toEqual(["Intercom"]);
    expect(saidFor(TB, { from: TB.short.full, to: TB.short.full.toLowerCase() })).toEqual([]);
    expect(saidFor(TB, { from: TB.short.full, to: `${TB.short.full} ok!` })).toEqual([]);
    expect(saidFor(TB, { from: "Else", to: "Intercom" })).toEqual([]);
  });

  it("are kept small, and come back as they were kept", () => {
    const facts = factsOf(
      out,
      worked(
        only("kick", () => ({ name: "Boom", level: 0 })),
        [blankTrack("x", "New")],
      ),
    );
    expect(sessionFacts.parse(JSON.parse(JSON.stringify(facts)))).toEqual(facts);
    expect(facts.added).toEqual(["New"]);
    expect(facts.roles.find((r) => r.role === "kick")).toMatchObject({ many: 1, levels: [6], gone: 0 });
  });
});

describe("a habit that the house takes up", () => {
  const [habit] = habitsOf(inRooms(14, 17, worked(only("talkback", () => ({ name: "Intercom" })))), style);

  it("is its short form then; the old one is still heard, and the habit is none any more", () => {
    const next = taken(withHabit(house, habit!));
    const reader = makeReader(next.words);
    expect(reader.roles.get("talkback")?.short.full).toBe("Intercom");
    expect(readName(reader, TB.short.full).role).toBe("talkback");
    expect(readName(reader, "Intercom").role).toBe("talkback");
    expect(withHabit(next, habit!)).toBeNull();
  });

  it("is refused where the word is another role's", () =>
    expect(withHabit(house, { ...habit!, rooms: "Kick" })).toEqual({
      problem: "The house hears “Kick” as “Kick”. Take it from there first.",
    }));

  it("is its colour then, of the palette where there is one like it", () => {
    const mine = {
      ...habit!,
      about: "colour" as const,
      role: "kick",
      house: colourOf("kick"),
      rooms: "#d11a6b",
    };
    const next = taken(withHabit(house, mine));
    expect(
      ciedeNear(colourFor(makeStyle(next), { role: "kick", of: null, positions: [], number: null })!),
    ).toBe(true);
    const [known] = house.palette;
    expect(taken(withHabit(house, { ...mine, rooms: known!.hex })).palette).toEqual(house.palette);
    expect(withHabit(house, { ...mine, about: "gone" })).toBeNull();
  });
});
const taken = (made: ReturnType<typeof withHabit>): House => {
  if (!made || !("house" in made)) throw new Error("not taken up");
  return made.house;
};
const ciedeNear = (hex: string): boolean => hex.startsWith("#d") || hex.startsWith("#c");

describe("a habit of levels", () => {
  it("is found with by how much most have it so", () => {
    const quieter = (db: number) => worked(only("kick", (t) => ({ level: t.level - db })));
    const all = [3, 3.2, 4, 3, 9, 3].map((db, i) => told(["yard", "van"][i % 2]!, quieter(db)));
    const [h] = habitsOf([...all, ...inRooms(0, 3, out)], style).filter((x) => x.about === "level");
    expect(h).toMatchObject({ role: "kick", rooms: "quieter", by: -3 });
    expect(habitInWords(h!)).toBe("6 of 9 sessions have it quieter, most by 3 dB");
  });
});
