import { describe, expect, it } from "vitest";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { diff } from "../session/diff.ts";
import { blankTrack, emptySession } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import type { Habit } from "./habits.ts";
import { asRoomsHaveIt, isHouseStyles } from "./onTemplates.ts";

const style = makeStyle(usualHouse("Saltmarsh"));

describe("a habit of levels, folders and tracks on a template", () => {
  const template: Session = {
    ...emptySession("Out"),
    tracks: [
      blankTrack("kit", "KIT", { kind: "folder", role: "drum-kit" }),
      ...["talkback", "kick", "snare"].map((role) =>
        blankTrack(role, role, { role, colour: "#888888", level: -6 }),
      ),
    ],
  };
  const habit = (about: Habit["about"], rest: Partial<Habit> = {}): Habit => ({
    about,
    role: "kick",
    house: "",
    rooms: "",
    by: null,
    sessions: 6,
    of: 7,
    low: 0.5,
    high: 1,
    chance: 0.001,
    inRooms: ["yard", "van"],
    ofRooms: 2,
    ...rest,
  });
  let ids = 0;
  const made = (h: Habit, of = template): Session => asRoomsHaveIt(style, of, h, () => `new-${++ids}`);
  const deeds = (h: Habit, of = template) =>
    diff(of, made(h, of)).map((c) => ("field" in c ? c.field : c.do));

  it("lays levels, folders and colours as rooms have them, and touches nothing else", () => {
    expect(deeds(habit("level", { rooms: "quieter", by: -3 }))).toEqual(["level"]);
    expect(made(habit("level", { by: -200 })).tracks.find((t) => t.role === "kick")?.level).toBe(-144);
    expect(made(habit("place", { rooms: "drum-kit" })).tracks.find((t) => t.role === "kick")?.parent).toBe(
      "kit",
    );
    const inside = made(habit("place", { rooms: "drum-kit" }));
    expect(made(habit("place", { rooms: "drum-kit" }), inside)).toBe(inside);
    expect(
      made(habit("place", { rooms: "" }), inside).tracks.find((t) => t.role === "kick")?.parent,
    ).toBeNull();
    expect(made(habit("place", { rooms: "nowhere" }))).toBe(template);
    expect(made(habit("colour", { rooms: "" })).tracks.find((t) => t.role === "kick")?.colour).toBeNull();
  });

  it("takes out and adds tracks, where there are any and where there are none", () => {
    expect(deeds(habit("gone", { rooms: "taken out" }))).toEqual(["take-out"]);
    const without = made(habit("gone", { rooms: "taken out" }));
    expect(made(habit("gone", { rooms: "taken out" }), without)).toBe(without);
    const back = made(habit("added", { rooms: "added" }), without);
    expect(back.tracks.filter((t) => t.role === "kick").map((t) => t.name)).toEqual(["Kick"]);
    expect(made(habit("added", { rooms: "added" }))).toBe(template);
  });

  it("leaves names and colours to the house style", () => {
    for (const h of [habit("name", { rooms: "Bum" }), habit("colour", { rooms: "#ff0000" })]) {
      expect(isHouseStyles(h)).toBe(true);
      expect(made(h)).toBe(template);
    }
  });
});
