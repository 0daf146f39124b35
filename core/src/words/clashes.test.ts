import { describe, expect, it } from "vitest";
import { Claims, claimsOnPosition, sharedShortForms } from "./clashes.ts";
import { readName } from "./read.ts";
import { makeReader } from "./reader.ts";
import { groupUnread, wordToTeach } from "./unread.ts";
import type { FoundName } from "./unread.ts";
import { usualWords } from "./usual/index.ts";
import type { Position, Role } from "./wordlist.ts";

const words = usualWords();
const claims = new Claims(words);
const role = (id: string): Role => words.roles.find((r) => r.id === id)!;
const heard = (text: string, within: string | null = null, doubtful = false) => ({
  text,
  within,
  doubtful,
});

describe("clashes", () => {
  it("between roles: there are none in the vocabulary that ships, and no short form is shared", () => {
    expect(
      words.roles
        .flatMap((r) => claims.of(r))
        .filter((c) => c.sort !== "position" && c.sort !== "prefix")
        .map((c) => c.says),
    ).toEqual([]);
    // The front of the kit is what both mean, and a talk mic in the back is talkback.
    expect(
      words.roles
        .flatMap((r) => claims.of(r))
        .filter((c) => c.sort === "prefix")
        .map((c) => [c.word, c.with.name]),
    ).toEqual([
      ["kit", "Kit front"],
      ["talk", "Talkback"],
    ]);
  });

  it("names the other role that claims a word, in whatever spelling", () => {
    const odd = { ...role("tambourine"), heard: [heard("Bass Drum"), heard("jingle ring")] };
    expect(claims.of(odd)).toEqual([
      {
        word: "Bass Drum",
        sort: "role",
        with: { id: "kick", name: "Kick" },
        says: "“Bass Drum” is Kick as well; where both are possible, the one that stands first is taken.",
      },
    ]);
  });

  it("lets two families use one word, each inside its own", () => {
    expect(claims.of({ ...role("tambourine"), heard: [heard("bass", "percussion")] })).toEqual([]);
    expect(
      claims.of({ ...role("tambourine"), heard: [heard("bass", "choir")] }).map((c) => c.with.name),
    ).toEqual(["Bass voice"]);
  });

  it("lets a doubtful word be shared: it is never called sure", () =>
    expect(claims.of({ ...role("tambourine"), heard: [heard("kick", null, true)] })).toEqual([]));

  it("says which word reads as a position, and which short form is taken", () => {
    expect(
      claims.of({ ...role("tambourine"), heard: [heard("far")] }).map((c) => [c.sort, c.with.name]),
    ).toEqual([["position", "far"]]);
    const made: Role = {
      ...role("tambourine"),
      id: "new",
      name: "Quay bell",
      heard: [],
      short: { full: "Kick", eight: "QyBell", four: "QBel" },
    };
    expect(claims.of(made).map((c) => [c.sort, c.with.name])).toEqual([["short-form", "Kick"]]);
  });
});

describe("a short form that with more behind it spells another's", () =>
  it("is a clash: nobody can tell which was meant", () => {
    const made: Role = {
      ...role("tambourine"),
      id: "new",
      name: "Quay bell",
      heard: [],
      short: { full: "QyBell", eight: "QyBell", four: "QBel" },
    };
    expect(claims.of(made)).toEqual([]);
    expect(claims.of({ ...made, short: { ...made.short, full: "SideS" } }).map((c) => c.says)).toEqual([
      "“sides” with “near” behind it spells “sidesnr”, a short form of Side snare.",
    ]);
    const kick = new Claims({
      ...words,
      roles: [
        ...words.roles,
        {
          ...made,
          id: "kickin",
          name: "Kick stand",
          short: { full: "KickIn", eight: "KickIn", four: "KkIn" },
        },
      ],
    });
    expect(kick.of(role("kick")).map((c) => c.says)).toEqual([
      "“kick” with “in” behind it spells “kickin”, a short form of Kick stand.",
    ]);
  }));

describe("names nobody could read", () => {
  const reader = makeReader(words);
  const found = (name: string, count = 1, where = "Quay night", families: string[] = []): FoundName => ({
    name,
    count,
    where: [where],
    families,
  });

  it("are grouped by what is not known in them, most frequent first", () => {
    const groups = groupUnread(reader, [
      found("gonza near", 2),
      found("Gonza 2", 3, "Regatta"),
      found("gonzza"),
      found("xqzv"),
      found("Kick In", 9),
    ]);
    expect(groups.map((g) => [g.word, g.count, g.names.map((n) => n.name), g.where])).toEqual([
      ["Gonza", 6, ["Gonza 2", "gonza near", "gonzza"], ["Regatta", "Quay night"]],
      ["xqzv", 1, ["xqzv"], ["Quay night"]],
    ]);
  });

  it("say what is to be taught: all but numbers and positions", () => {
    expect(wordToTeach(reader, found("wobble gonza far 2"))).toBe("wobble gonza");
    expect(wordToTeach(reader, found("Bari 2"))).toBe("Bari");
    expect(wordToTeach(reader, found("tide bells near 2"))).toBe("tide bells");
  });

  it("are settled once the word is taught", () => {
    const names = [found("gonza near", 2), found("Gonza 2", 3)];
    const taught = makeReader({
      ...words,
      roles: words.roles.map((r) => (r.id === "conga" ? { ...r, heard: [...r.heard, heard("gonza")] } : r)),
    });
    expect(groupUnread(reader, names)).toHaveLength(1);
    expect(groupUnread(taught, names)).toEqual([]);
  });
});

describe("what stands beside roles", () => {
  it("has a short form of its own in the list that ships; two sides with one are a clash", () => {
    const shipped = usualWords();
    expect([...sharedShortForms(shipped)]).toEqual([]);
    const side = (id: string, name: string): Position => ({
      id,
      name,
      short: "SL",
      group: "side",
      heard: [],
      lies: null,
      says: "",
    });
    const two = {
      ...shipped,
      positions: [side("stage-l", "stage l"), side("house-l", "house l"), ...shipped.positions],
    };
    expect([...sharedShortForms(two)].sort()).toEqual(["house-l", "stage-l"]);
    expect(claimsOnPosition(two, two.positions[1]!)[0]).toBe(
      "“SL” is written for “stage l” as well, so names made with it look the same.",
    );
  });

  it("tells house left from stage left, and where each lies", () => {
    const { positions } = usualWords();
    const lies = (id: string) => positions.find((p) => p.id === id)?.lies;
    expect([lies("house-left"), lies("stage-left"), lies("left")]).toEqual([
      "audience-left",
      "player-left",
      "left",
    ]);
    const reader = makeReader(usualWords());
    expect(["Piano SL", "Piano HL", "Piano stage right"].map((n) => readName(reader, n).positions)).toEqual(
      [["stage-left"], ["house-left"], ["stage-right"]],
    );
  });
});

describe("articulations", () => {
  it(
    "that are distinct stay distinct, each with its own short form, and a section's " +
      "number counts nothing",
    () => {
      const reader = makeReader(usualWords());
      const read = ["stacc", "spicc", "marcato"].map((a) => readName(reader, `Violins 2 ${a}`));
      expect(read.map((r) => [r.sure, r.number, r.positions])).toEqual([
        [true, null, ["second-section", "staccato"]],
        [true, null, ["second-section", "spiccato"]],
        [true, null, ["second-section", "marcato"]],
      ]);
      expect(readName(reader, "Violin 2").number).toBe(2);
      expect(readName(reader, "Horns a4")).toMatchObject({ role: "french-horn", number: null });
    },
  );

  it("or anything else nobody knows behind a role make it unsure", () => {
    const reader = makeReader(usualWords());
    for (const name of ["Violin wobbled", "Kick zzz", "Vox Marram", "Cello 2 bartok"])
      expect(readName(reader, name), name).toMatchObject({ sure: false, doubt: "unknown-words" });
    for (const name of ["Kick XM12", "Snare 59", "Kick D12"])
      expect(readName(reader, name).sure, name).toBe(true);
  });
});
