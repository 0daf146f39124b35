import { readFileSync, readdirSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { HOUSE_VERSION, house as houseSchema } from "../house/house.ts";
import { houseNow, isHouse } from "../house/houseVersions.ts";
import { smallSession } from "../fixtures/sessions.ts";
import { SESSION_VERSION, session as sessionSchema } from "./document.ts";
import { NewerDocument } from "./newer.ts";
import type { StoredDocument } from "./newer.ts";
import { isSession, sessionNow } from "./sessionVersions.ts";

// Documents as they were stored by the program of each form. A new form adds one; none is ever changed.
const FOLDER = new URL("../fixtures/stored/", import.meta.url);
const FILES = readdirSync(FOLDER);
const stored = (file: string): StoredDocument =>
  JSON.parse(readFileSync(new URL(file, FOLDER), "utf8")) as StoredDocument;
const named = (kind: string): string[] => FILES.filter((f) => f.startsWith(kind));
const versionsOf = (kind: string): number[] => [
  ...new Set(named(kind).map((f) => Number(stored(f)["version"]))),
];
const upTo = (n: number): number[] => Array.from({ length: n }, (_, i) => i + 1);

describe("stored documents", () => {
  it("are there as an example of every form", () => {
    expect(versionsOf("session").sort((a, b) => a - b)).toEqual(upTo(SESSION_VERSION));
    expect(versionsOf("house").sort()).toEqual(upTo(HOUSE_VERSION));
  });

  it.each(named("session"))("%s is a session of today when it is read", (file) => {
    const before = stored(file);
    expect(isSession(before)).toBe(true);
    const read = sessionSchema.safeParse(sessionNow(before));
    expect(read.error?.issues ?? []).toEqual([]);
    expect(sessionNow(sessionNow(before))).toEqual(sessionNow(before));
  });

  it.each(named("house"))("%s is a house style of today when it is read", (file) => {
    const before = stored(file);
    expect(isHouse(before)).toBe(true);
    const read = houseSchema.safeParse(houseNow(before));
    expect(read.error?.issues ?? []).toEqual([]);
    expect(houseNow(houseNow(before))).toEqual(houseNow(before));
  });

  it("lose nothing on the way: what a microphone was called before stands under its name now", () => {
    const { tracks, notes, checklist } = sessionSchema.parse(sessionNow(stored("session-1.json")));
    expect(tracks[1]).toMatchObject({ microphone: "ribbon", stand: "tall boom", notes: "by the door" });
    expect(tracks[1]?.inserts[0]?.values).toEqual([{ name: "Ratio", value: "3:1" }]);
    expect([notes, checklist]).toEqual(["Talkback first", ["Irons at their loudest"]]);
    expect(tracks[1]).not.toHaveProperty("pickup");
  });

  it("say of a house style from before how much its roles are wanted: by the words that ship", () => {
    const before = stored("house-3.json");
    const place = { id: "audience", sort: "place" };
    const words = {
      ...(before["words"] as StoredDocument),
      roles: [{ id: "kick" }, { id: "hi-hat" }, place],
    };
    const after = houseNow({ ...before, words })["words"] as { roles: { importance: string }[] };
    expect(after.roles.map((r) => r.importance)).toEqual(["must", "should", "may"]);
  });

  it("mean what they meant where something was not there yet", () => {
    const { tracks, ...rest } = sessionSchema.parse(sessionNow(stored("session-1-early.json")));
    const { tracks: sample, ...settings } = smallSession();
    expect(rest).toEqual({ ...settings, lanes: ["markers", "tempo"] });
    const first = { ...tracks[1], inserts: [] };
    expect(first).toEqual({ ...sample[1], inserts: [] });
    expect(tracks[1]?.inserts.map((i) => i.device)).toEqual([
      { maker: "", name: "Reedbed EQ", format: "", identifier: "" },
      null,
    ]);
  });

  it("of a later program are refused with what to do", () => {
    const later = { ...smallSession(), version: SESSION_VERSION + 1 };
    expect(() => sessionNow(later)).toThrow(NewerDocument);
    expect(() => sessionNow(later)).toThrow(
      "This session was written by a later version of the program (form " +
        `${SESSION_VERSION + 1}; this one knows forms up to ${SESSION_VERSION}). Update the ` +
        "program, then open it again.",
    );
    expect(() => houseNow({ format: "mossy-lantern/house", version: 99 })).toThrow("This house style was");
  });
});
