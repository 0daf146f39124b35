import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { setFields, setSessionField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { blankTrack } from "../session/document.ts";
import type { Session, Track, TrackFields } from "../session/document.ts";
import { merge } from "./merge.ts";
import { saferSide } from "./safer.ts";
import { clashInWords } from "./words.ts";

const base = smallSession();
const track = (id: string): Track => {
  const t = base.tracks.find((x) => x.id === id);
  if (!t) throw new Error(`no track ${id}`);
  return t;
};
const set = <F extends keyof TrackFields>(id: string, field: F, to: TrackFields[F]): Session =>
  apply(base, setFields(track(id), { [field]: to }));
/** The one clash of two, in words, with the side that is proposed. */
function clashOf(ours: Session, theirs: Session, job = true) {
  const { clashes } = merge(base, ours, theirs);
  const [clash] = clashes;
  if (!clash || clashes.length > 1) throw new Error(`${clashes.length} clashes`);
  const { name, what, was, ours: mine, theirs: other } = clashInWords(base, ours, theirs, clash);
  return {
    said: [name, what, was, mine, other],
    side: saferSide({ base, ours, theirs, job }, clash)?.side ?? null,
  };
}

describe("a clash between a session and a newer release", () => {
  it("is for the job where the job named something, or patched it in its room", () => {
    expect(clashOf(set("kick", "name", "Kick of Wren"), set("kick", "name", "Kick_In"))).toEqual({
      said: ["Kick of Wren", "name", "Kick", "Kick of Wren", "Kick_In"],
      side: "ours",
    });
    expect(clashOf(set("kick", "input", 9), set("kick", "input", 4)).side).toBe("ours");
    expect(
      clashOf(set("kick", "microphone", "Little Dune"), set("kick", "microphone", "Big Dune")).side,
    ).toBe("ours");
  });

  it("is for the job where somebody mixed: a release only says where to begin", () => {
    expect(clashOf(set("kick", "level", -4), set("kick", "level", -8))).toEqual({
      said: ["Kick", "level", "0.0 dB", "−4.0 dB", "−8.0 dB"],
      side: "ours",
    });
    expect(clashOf(set("kick", "pan", -20), set("kick", "pan", 20)).side).toBe("ours");
    // Nobody mixes in a draft: two leads mean two things.
    expect(clashOf(set("kick", "level", -4), set("kick", "level", -8), false).side).toBeNull();
  });

  it("is for the job where what the release leads a track to is out of it, so that both come to the same", () => {
    // The software of the room has no folders: what fed them feeds what they fed.
    const flat: Session = {
      ...base,
      tracks: base.tracks.flatMap((t) =>
        t.kind === "folder" ? [] : [{ ...t, parent: null, feeds: t.feeds === "kit" ? "main" : t.feeds }],
      ),
    };
    const led = (session: Session, feeds: string): Session => ({
      ...session,
      tracks: session.tracks.map((t) => (t.id === "gtr" ? { ...t, feeds } : t)),
    });
    const was = led(base, "rev");
    const { clashes } = merge(was, led(flat, "main"), led(base, "kit"));
    const feeds = clashes.find((c) => c.of === "value" && c.track === "gtr" && c.field === "feeds")!;
    const sides = { base: was, ours: led(flat, "main"), theirs: led(base, "kit"), job: true };
    expect(saferSide(sides, feeds)?.side).toBe("ours");
    expect(saferSide({ ...sides, ours: led(base, "main") }, feeds)).toBeNull();
  });

  it("is for the release where that leads a track to the main path again, which here leads nowhere", () => {
    expect(clashOf(set("gtr", "feeds", null), set("gtr", "feeds", "kit"))).toEqual({
      said: ["EGtr_Amp", "feeds", "Main", "nothing", "KIT"],
      side: "theirs",
    });
    expect(clashOf(set("gtr", "feeds", "rev"), set("gtr", "feeds", "kit")).side).toBeNull();
  });

  it("is for keeping what one side took out", () => {
    const out: Change = { do: "take-out", track: track("gtr"), after: "kit" };
    expect(clashOf(apply(base, [out]), set("gtr", "level", -3))).toEqual({
      said: ["EGtr_Amp", "whether it is there", null, "taken out", "kept, and changed"],
      side: "theirs",
    });
    expect(clashOf(set("gtr", "level", -3), apply(base, [out])).side).toBe("ours");
  });

  it("is for a person to decide where neither does less harm", () => {
    expect(clashOf(set("kick", "colour", "#111111"), set("kick", "colour", "#222222")).side).toBeNull();
    const tempo = (to: number): Session => apply(base, [setSessionField(base, "tempo", to)]);
    expect(clashOf(tempo(96), tempo(84))).toEqual({
      said: ["Session", "tempo", "120", "96", "84"],
      side: null,
    });
  });

  it("says of a list only the item that both changed, and of notes the part", () => {
    const sent = (level: number): Session =>
      set("top", "sends", [{ id: "s1", to: "rev", level, beforeFader: false }]);
    expect(clashOf(sent(-6), sent(-20)).said).toEqual([
      "Snare_Top",
      "sends: level",
      "Plate −12.0 after the fader",
      "Plate −6.0 after the fader",
      "Plate −20.0 after the fader",
    ]);
    const noted = (notes: string): Session => ({ ...base, notes });
    expect(
      clashInWords(
        noted("Doors shut.\nTide at six."),
        noted("Doors open.\nTide at six."),
        noted("Doors ajar.\nTide at six."),
        merge(
          noted("Doors shut.\nTide at six."),
          noted("Doors open.\nTide at six."),
          noted("Doors ajar.\nTide at six."),
        ).clashes[0]!,
      ),
    ).toMatchObject({
      what: "a part of the notes",
      was: "Doors shut.",
      ours: "Doors open.",
      theirs: "Doors ajar.",
    });
  });

  it("says where both put a track, and what would go round in a circle", () => {
    const put = (parent: string | null, after: string | null): Session =>
      apply(base, [
        { do: "move", id: "kick", from: { parent: "kit", after: null }, to: { parent, after } },
      ]);
    const folder: Change = {
      do: "add",
      track: blankTrack("eng", "ENGINE", { kind: "folder" }),
      after: null,
    };
    const other = apply(base, [
      folder,
      { do: "move", id: "kick", from: { parent: "kit", after: null }, to: { parent: "eng", after: null } },
    ]);
    expect(clashOf(put(null, "kit"), other).said).toEqual([
      "Kick",
      "place",
      "in KIT, first",
      "in no folder, after KIT",
      "in ENGINE, first",
    ]);
    expect(clashOf(set("rev", "feeds", "kit"), set("kit", "feeds", "rev")).said.slice(0, 2)).toEqual([
      "KIT, Plate",
      "together they would send sound round in a circle",
    ]);
  });
});
