import { describe, expect, it } from "vitest";
import { blankTrack, emptySession } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { NO_CHOICES } from "./choices.ts";
import type { FitChoices } from "./choices.ts";
import { fit } from "./fit.ts";
import { blankInput, blankRoom, inSetUp, wholeRoom } from "./room.ts";
import type { Room } from "./room.ts";
import { PLAIN_TERMS } from "./sources.ts";
import { makeSolver } from "../solve/solver.ts";
import { waysOut } from "./waysOut.ts";

const solver = await makeSolver();
const by = (choices: Partial<FitChoices> = {}) => ({ solver, choices: { ...NO_CHOICES, ...choices } });
const source = (id: string, rest: Partial<Track> = {}): Track =>
  blankTrack(id, id, { source: "mic", armed: true, ...rest });
const session = (...tracks: Track[]): Session => ({ ...emptySession("x"), tracks });
const mics = (many: number) => Array.from({ length: many }, (_, i) => blankInput(i + 1));
const inputsIn = (s: Session, room: Room, terms: Parameters<typeof fit>[2] = by()) =>
  Object.fromEntries(fit(s, room, terms).session.tracks.map((t) => [t.id, t.input]));
const stands = (input: number, role: string, ...positions: string[]) => ({
  input,
  role,
  positions,
  number: null,
});
const kit = session(
  source("hat", { role: "hi-hat" }),
  source("kick", { role: "kick" }),
  source("top", { role: "snare", positions: ["top"], parent: null }),
  source("bottom", { role: "snare", positions: ["bottom"], parent: null }),
);

describe("sources in a room", () => {
  it("stand where the room usually has them, the others in order on what is left", () => {
    const room = blankRoom("Yard", {
      inputs: mics(6),
      standing: [stands(1, "kick"), stands(4, "snare"), stands(2, "snare", "bottom")],
    });
    expect(inputsIn(kit, room)).toEqual({ hat: 3, kick: 1, top: 4, bottom: 2 });
  });

  it("stand where they stood last time, where the room has no say", () => {
    const room = blankRoom("Yard", { inputs: mics(6), standing: [stands(1, "kick")] });
    const last = new Map([
      ["hat", 6],
      ["kick", 5],
      ["gone", 2],
    ]);
    expect(inputsIn(kit, room, { ...by(), last })).toEqual({ hat: 6, kick: 1, top: 2, bottom: 3 });
  });

  it("are given up by importance: the house's word for the role, and the template's before it", () => {
    const words = {
      roles: [
        { id: "kick", importance: "must" },
        { id: "hi-hat", importance: "may" },
      ],
    } as never;
    const room = blankRoom("Van", { inputs: mics(3) });
    expect(inputsIn(kit, room, { ...by(), style: { house: { words } } as never })).toEqual({
      hat: null,
      kick: 1,
      top: 2,
      bottom: 3,
    });
    const loud = session(
      ...kit.tracks.map((t) => (t.id === "hat" ? { ...t, importance: "must" as const } : t)),
    );
    const small = blankRoom("Van", { inputs: mics(2) });
    expect(inputsIn(loud, small, { ...by(), style: { house: { words } } as never })).toEqual({
      hat: 1,
      kick: 2,
      top: null,
      bottom: null,
    });
  });

  it("leave an input alone that something is plugged into for good, but for whom it is meant", () => {
    const inputs = [blankInput(1, { holds: "kick mic in the floor" }), ...mics(3).slice(1)];
    expect(inputsIn(session(source("a"), source("b")), blankRoom("Van", { inputs }))).toEqual({
      a: 2,
      b: 3,
    });
    const meant = blankRoom("Van", { inputs, standing: [stands(1, "kick")] });
    expect(inputsIn(kit, meant)).toMatchObject({ kick: 1, hat: null, top: 2, bottom: 3 });
  });

  it("have 48 V where they want it, or do without where somebody says so", () => {
    const fed = session(source("a", { phantom: true }), source("b", { phantom: true }));
    const room = blankRoom("Van", { inputs: [blankInput(1, { phantom: true }), blankInput(2)] });
    const result = fit(fed, room, by());
    expect(result.unplaced).toEqual([
      { track: "b", says: "Wants a microphone input with 48 V; the one of Van that would do is taken." },
    ]);
    const without = fit(fed, room, by({ without48: ["b"] }));
    expect(without.unplaced).toEqual([]);
    expect(without.session.tracks.map((t) => [t.id, t.input, t.phantom])).toEqual([
      ["a", 1, true],
      ["b", 2, false],
    ]);
    expect(without.adjusted.map((a) => [a.track, a.what])).toContainEqual(["b", "48 V"]);
  });

  it("stand where somebody put them, as far as that suits them", () => {
    const room = blankRoom("Van", { inputs: mics(4) });
    const plugged = [
      { track: "hat", input: 4 },
      { track: "kick", input: 9 },
    ];
    expect(inputsIn(kit, room, by({ plugged }))).toEqual({ hat: 4, kick: 1, top: 2, bottom: 3 });
  });

  it("say what they go with where they have no input", () => {
    const words = { roles: [{ id: "snare", importance: "may" }] } as never;
    const { unplaced } = fit(kit, blankRoom("Van", { inputs: mics(3) }), {
      ...by(),
      style: { house: { words } } as never,
    });
    expect(unplaced.map((u) => u.track)).toEqual(["top", "bottom"]);
    expect(unplaced[0]?.says).toBe(
      "Wants a microphone input; all 3 of Van that would do are taken. It goes with bottom or not at all.",
    );
  });
});

describe("cue mixes in a room", () => {
  const heard = session(
    source("a"),
    blankTrack("cue-1", "Cue 1", { kind: "cue-mix", format: "stereo" }),
    blankTrack("cue-2", "Cue 2", { kind: "cue-mix", format: "stereo", output: 5 }),
    blankTrack("cue-3", "Cue 3", { kind: "cue-mix", format: "stereo" }),
  );
  const phones = (...numbers: number[]) =>
    numbers.map((number) => ({ number, label: `Phones ${number}`, serves: "headphones" as const }));
  const monitors = [1, 2].map((number) => ({ number, label: "Monitor", serves: "monitors" as const }));

  it("leave by headphone outputs side by side; one that does already stays", () => {
    const room = blankRoom("Van", { inputs: mics(1), outputs: [...monitors, ...phones(3, 4, 5, 6)] });
    const result = fit(heard, room, by());
    expect(result.session.tracks.map((t) => t.output)).toEqual([null, 3, 5, null]);
    expect(result.adjusted.map((a) => a.says)).toContain("output 3, Phones 3");
    expect(result.unplaced).toEqual([
      { track: "cue-3", says: "Wants 2 headphone outputs side by side; Van has none left." },
    ]);
  });

  it("stay as they are where a room says nothing of its outputs", () =>
    expect(fit(heard, blankRoom("Van", { inputs: mics(1) }), by()).session.tracks).toEqual(
      heard.tracks.map((t) => (t.id === "a" ? { ...t, input: 1 } : t)),
    ));
});

describe("ways out of too few inputs", () => {
  const box = { id: "box", name: "the stage box", says: "", inputs: mics(8), outputs: [], standing: [] };
  const van = blankRoom("Van", { inputs: mics(2), setUps: [box] });
  const pans = session(
    ...["a", "b", "c"].flatMap((role) => [
      source(`${role}-near`, { role, positions: ["near"] }),
      source(`${role}-far`, { role, positions: ["far"] }),
    ]),
  );
  const saysOf = (s: Session, room: Room, choices: Partial<FitChoices> = {}) =>
    waysOut(s, room, null, { ...fitTerms(choices) }).map((w) => w.says);
  const fitTerms = (choices: Partial<FitChoices>) => ({
    ...PLAIN_TERMS,
    ...by(choices),
  });

  it("are the room wired another way, or one thing for another, each with its price", () => {
    expect(saysOf(pans, van)).toEqual([
      "With the stage box: all fits",
      "Without a-near, a-far: b-near, b-far fit",
      "Without a-near, a-far: c-near, c-far fit",
    ]);
    expect(saysOf(session(source("a")), van)).toEqual([]);
  });

  it("are leaving out what stands at one position", () => {
    const loose = session(...pans.tracks.map((t, i) => ({ ...t, number: i })));
    const three = blankRoom("Van", { inputs: mics(3) });
    expect(saysOf(loose, three)).toContain("Without what stands far (3 sources): everything else fits");
  });

  it("are other microphones where only 48 V is missing", () => {
    const fed = session(source("a", { phantom: true }), source("b"));
    expect(saysOf(fed, van)).toEqual(["With microphones that need no 48 V for a: all fits"]);
  });

  it("do what they say when they are taken", () => {
    for (const way of waysOut(pans, van, null, fitTerms({}))) {
      const room = way.sort === "set-up" ? inSetUp(van, way.setUp) : van;
      const choices = way.sort === "without" ? { leaveOut: [...way.leaveOut], keep: [...way.keep] } : {};
      const { session: made } = fit(pans, room, by(choices));
      for (const id of way.gains) expect(made.tracks.find((t) => t.id === id)?.input).not.toBeNull();
    }
  });
});

describe("a room as it may be stored", () => {
  const whole = blankRoom("Van", {
    inputs: mics(2),
    standing: [stands(1, "kick")],
    setUps: [{ id: "box", name: "Box", says: "", inputs: mics(1), outputs: [], standing: [] }],
  });
  const problems = (room: Room): string[] =>
    wholeRoom.safeParse(room).error?.issues.map((i) => `${i.path.join(".")}: ${i.message}`) ?? [];

  it("has nothing twice, and its standing patch on inputs that are there, in every set-up", () => {
    expect(problems(whole)).toEqual([]);
    const box = whole.setUps[0]!;
    const off: Room = {
      ...whole,
      standing: [stands(1, "kick"), stands(1, "snare"), stands(7, "hat")],
      setUps: [{ ...box, standing: [stands(2, "kick")] }, box, { ...box, id: "c", name: "BOX" }],
    };
    expect(problems(off)).toEqual([
      "standing.2: there is no input 7",
      "standing.1: input 1 stands in the standing patch twice",
      "setUps.0.standing.0: there is no input 2",
      "setUps.1: two set-ups go by “box”",
      "setUps.1: two set-ups are called “box”",
      "setUps.2: two set-ups are called “box”",
    ]);
  });

  it("is wired as its set-up says, and as usual where that is gone", () => {
    expect(inSetUp(whole, "box").inputs).toHaveLength(1);
    expect(inSetUp(whole, "gone")).toEqual(whole);
  });
});
