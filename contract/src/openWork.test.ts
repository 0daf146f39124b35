import { describe, expect, it } from "vitest";
import { followingOf, openByRoom, waitingIn } from "./openWork.ts";
import type { OpenSession, Today } from "./today.ts";

const session = (n: number, over: Partial<OpenSession> = {}): OpenSession => ({
  id: `00000000-0000-4000-8000-00000000000${n}`,
  title: `Tide ${n}`,
  room: "loft",
  roomName: "Loft",
  template: "sound-walk",
  templateName: "Sound walk",
  release: 2,
  latestRelease: 2,
  takenBack: null,
  edition: 3,
  unplaced: 0,
  lastCheckIn: null,
  ...over,
});
const back = (tracksNow: number, followNow: number, openNow: number, askedNow = 0) => ({
  id: "00000000-0000-4000-8000-0000000000aa",
  number: 2,
  tracksNow,
  followNow,
  openNow,
  askedNow,
});
const today = (over: Partial<Today> = {}): Today => ({
  house: { name: "Saltmarsh", edition: 3 },
  rooms: [],
  open: [],
  asked: { templates: 0, things: 0 },
  blocksBehind: [],
  remarks: [],
  proposals: [],
  draft: null,
  upkeep: [],
  first: [],
  ...over,
});

describe("the open work of a house", () => {
  it("follows the house by its tracks, not by its sessions", () => {
    expect(followingOf([])).toBeNull();
    expect(followingOf([session(1)])).toBeNull();
    expect(
      followingOf([
        session(1, { lastCheckIn: back(30, 30, 0) }),
        session(2, { lastCheckIn: back(10, 0, 9) }),
      ]),
    ).toBe(0.75);
  });

  it("is told apart by room, in its order", () => {
    const by = openByRoom([session(1), session(2, { room: "van" }), session(3)]);
    expect([...by].map(([room, s]) => [room, s.map((x) => x.title)])).toEqual([
      ["loft", ["Tide 1", "Tide 3"]],
      ["van", ["Tide 2"]],
    ]);
  });
});

describe("what waits", () => {
  it("is nothing where all is well", () =>
    expect(waitingIn(today({ open: [session(1, { lastCheckIn: back(8, 8, 0) }), session(2)] }))).toEqual(
      [],
    ));

  it("is what came back off, most first, and what could not be placed before it went out", () => {
    const waits = waitingIn(
      today({
        open: [
          session(1, { lastCheckIn: back(8, 7, 1) }),
          session(2, { lastCheckIn: back(9, 4, 6) }),
          session(3, { unplaced: 2 }),
          // What came back shows how it stands; that some was not placed at first is over.
          session(4, { unplaced: 2, lastCheckIn: back(8, 8, 0) }),
        ],
      }),
    );
    expect(waits.map((w) => w.says)).toEqual([
      "Tide 2: 6 findings in check-in 2, 5 of 9 tracks off the house",
      "Tide 1: 1 finding in check-in 2, 1 of 8 tracks off the house",
      "Tide 3: 2 sources cannot be placed in this room",
    ]);
  });

  it("tells what an edition asks from what rooms did, and leads to the one or to all of them", () => {
    const asked = (n: number) => session(n, { edition: 2, lastCheckIn: back(8, 8, 0, 2) });
    const now = session(9, { edition: 3, lastCheckIn: back(8, 8, 0, 2) });
    const to = (open: OpenSession[]) => waitingIn(today({ open })).map((w) => [w.about, w.next, w.to]);
    expect(to([now])).toEqual([]);
    expect(to([asked(1), now])).toEqual([
      ["Edition 3", "Look", "/check-ins/00000000-0000-4000-8000-0000000000aa"],
    ]);
    expect(to([asked(1), asked(2)])).toEqual([["Edition 3", "See which", "/sessions?which=asked"]]);
    expect(waitingIn(today({ asked: { templates: 1, things: 5 } }))[0]?.says).toBe(
      "1 template is not as it asks: 5 things in their current releases",
    );
  });

  it("is first what somebody asks by name, of whom it is for alone, with the way to where it is read", () => {
    const by = { id: "wren", name: "Wren Addis" };
    const remark = (
      id: string,
      of: Today["remarks"][number]["of"],
      on: Today["remarks"][number]["on"],
    ) => ({
      id: `00000000-0000-4000-8000-0000000000${id}`,
      of,
      on,
      text: "Which head?",
      by,
      for: { id: "tamsin", name: "Tamsin Roe" },
      about: "Yard",
      answered: null as string | null,
    });
    const yard = { sort: "template", id: "yard" } as const;
    const remarks = [
      remark("01", yard, { what: "track", track: "kick", cell: null }),
      remark("02", yard, { what: "release", release: 4 }),
      remark("03", { sort: "session", id: "s1" }, { what: "all" }),
      remark("04", { sort: "proposal", id: "p1" }, { what: "all" }),
    ];
    const house = today({ remarks, open: [session(1, { lastCheckIn: back(8, 7, 1) })] });
    expect(waitingIn(house, { id: "marram", right: "lead" })).toHaveLength(1);
    expect(waitingIn(house)).toHaveLength(1);
    const mine = waitingIn(house, { id: "tamsin", right: "engineer" });
    expect(mine.map((w) => [w.next, w.to]).slice(0, 4)).toEqual([
      ["Answer", "/library/yard/remarks"],
      ["Answer", "/library/yard/releases/4"],
      ["Answer", "/sessions/s1"],
      ["Answer", "/library/proposals/p1"],
    ]);
    expect(mine[0]).toMatchObject({ about: "Yard", says: "Wren Addis to you: Which head?" });
    expect(mine).toHaveLength(5);
    // Answered, it is for whoever asked to look at.
    const [first, ...rest] = remarks;
    const then = today({ remarks: [{ ...first!, answered: "The small one." }, ...rest] });
    expect(waitingIn(then, { id: "tamsin", right: "engineer" })).toHaveLength(3);
    expect(waitingIn(then, { id: "wren", right: "assistant" })).toEqual([
      expect.objectContaining({ says: "Tamsin Roe answers you: The small one.", next: "Look" }),
    ]);
  });

  it("is of proposals what a lead decides, and what became of one's own", () => {
    const by = { id: "tamsin", name: "Tamsin Roe" };
    const proposal = (n: number, over: Partial<Today["proposals"][number]>) => ({
      id: `00000000-0000-4000-8000-0000000000b${n}`,
      number: n,
      about: "Yard",
      says: "Claves added",
      by,
      state: "open" as const,
      word: "",
      release: null,
      ...over,
    });
    const house = today({
      proposals: [
        proposal(1, {}),
        proposal(2, { state: "declined", word: "There are some" }),
        proposal(3, { state: "taken" }),
        proposal(4, { state: "taken", release: 7 }),
        proposal(5, { state: "withdrawn" }),
      ],
      blocksBehind: [{ block: "kit", name: "Drum kit", release: 2, places: 3 }],
    });
    const said = (id: string, right: "lead" | "engineer") =>
      waitingIn(house, { id, right }).map((w) => w.says);
    const behind = "Release 2 of this block is out; 3 places still on an earlier one";
    expect(said("marram", "lead")).toEqual(["Tamsin Roe proposes: Claves added", behind]);
    expect(said("tamsin", "engineer")).toEqual([
      "Your proposal 2 was declined: There are some",
      "Your proposal 3 was taken; it is in the draft",
      "Your proposal 4 came out with release 7",
      behind,
    ]);
    expect(said("wren", "engineer")).toEqual([behind]);
  });

  it("names every session on a release that was taken back, with why, and leads to the one that is offered", () => {
    const back = { takenBack: "Wrong cue mix." };
    const waits = waitingIn(
      today({
        open: [
          session(1, { release: 4, latestRelease: 3, ...back }),
          session(2, { release: 1, latestRelease: 3, ...back }),
          session(3, { release: 1, latestRelease: 1, ...back }),
        ],
      }),
    );
    expect(waits.map((w) => [w.weight, w.next])).toEqual([
      ["broken", "Bring to release 3"],
      ["broken", "Bring to release 3"],
      ["broken", "Look"],
    ]);
    expect(waits[0]?.says).toBe("Tide 1 stands on release 4, which was taken back: Wrong cue mix.");
    expect(waits[0]?.to).toMatch(/\/forward\/3$/);
  });

  it("names old releases in use once, and a draft that is not published by its age", () => {
    const waits = waitingIn(
      today({
        open: [session(1, { release: 1, latestRelease: 4 }), session(2, { release: 3, latestRelease: 4 })],
        draft: { basedOn: 3, changedAt: new Date(Date.now() - 3 * 86_400_000 - 1000).toISOString() },
      }),
    );
    expect(waits.map((w) => w.says)).toEqual([
      "Release 4 is out; 2 open sessions still on 1 and 3",
      "The draft after edition 3 was changed 3 days ago and is not published",
    ]);
  });
});
