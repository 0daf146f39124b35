import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { van } from "../fixtures/van.ts";
import { fit } from "../fit/fit.ts";
import { merge } from "../merge/merge.ts";
import { apply } from "../session/apply.ts";
import { setField, setFields, setSessionField } from "../session/change.ts";
import { blankTrack } from "../session/document.ts";
import type { Session, Track, TrackFields } from "../session/document.ts";
import { byId } from "../session/routing.ts";
import { makeSolver } from "../solve/solver.ts";
import { NO_CHOICES } from "../fit/choices.ts";
import { PLAIN_TERMS } from "../fit/sources.ts";
import { fittedFor } from "./forward.ts";
import { variantOf, wholeVariant } from "./variant.ts";

const by = { ...PLAIN_TERMS, solver: await makeSolver() };
const track = (s: Session, id: string): Track => {
  const t = byId(s).get(id);
  if (!t) throw new Error(`no track ${id}`);
  return t;
};
const set = <F extends keyof TrackFields>(s: Session, id: string, field: F, to: TrackFields[F]): Session =>
  apply(s, setFields(track(s, id), { [field]: to }));

/** Release 3, and what release 4 makes of it: a third drum microphone before the others, a slower tempo. */
const three = smallSession();
const four = apply(three, [
  {
    do: "add",
    track: blankTrack("oh", "OH", { parent: "kit", feeds: "kit", source: "mic", input: 1, armed: true }),
    after: null,
  },
  setField(track(three, "kick"), "input", 2),
  setField(track(three, "top"), "input", 3),
  setField(track(three, "bottom"), "input", 4),
  setField(track(three, "gtr"), "input", 5),
  setSessionField(three, "tempo", 84),
]);
const went = { ...fit(three, van, by).session, title: "Spring tide" };

describe("a newer release for a session under way", () => {
  it("leaves what is plugged in where it is, and gives what is new an input that is free", () => {
    const { session: theirs, adjusted } = fittedFor(
      four,
      { baseline: went, now: went, choices: NO_CHOICES, variant: null },
      van,
      by,
    );
    expect(["kick", "top", "bottom", "gtr", "oh"].map((id) => track(theirs, id).input)).toEqual([
      1, 2, 3, 4, 5,
    ]);
    expect(adjusted.map((a) => a.track)).toContain("oh");
    // An input the room has taken for something of its own is not free.
    const now = apply(went, [
      { do: "add", track: blankTrack("talk", "Talkback", { source: "mic", input: 5 }), after: null },
    ]);
    expect(
      track(
        fittedFor(four, { baseline: went, now, choices: NO_CHOICES, variant: null }, van, by).session,
        "oh",
      ).input,
    ).toBe(6);
  });

  it("says where the room has no input left for what is new", () => {
    const full = { ...van, inputs: van.inputs.slice(0, 4) };
    const { session, unplaced } = fittedFor(
      four,
      { baseline: went, now: went, choices: NO_CHOICES, variant: null },
      full,
      by,
    );
    expect(unplaced.map((u) => u.track)).toEqual(["oh"]);
    expect([track(session, "oh").input, track(session, "oh").armed]).toEqual([null, false]);
    expect(track(session, "kick").input).toBe(1);
  });

  it("keeps the settings it was started with, but for those the release fixes by now", () => {
    const begun = { baseline: { ...went, tempo: 132 }, now: went, choices: NO_CHOICES, variant: null };
    expect(fittedFor(four, begun, van, by).session.tempo).toBe(132);
    expect(fittedFor({ ...four, fixed: ["tempo"] }, begun, van, by).session.tempo).toBe(84);
    expect(fittedFor(four, begun, van, by).session.title).toBe("Spring tide");
  });

  it("leaves out what the job does without, and what only that fed", () => {
    const kit = ["kick", "top", "bottom", "oh"];
    const { session } = fittedFor(
      four,
      { baseline: went, now: went, choices: { ...NO_CHOICES, leaveOut: kit }, variant: null },
      van,
      by,
    );
    expect(session.tracks.map((t) => t.id)).toEqual(["gtr", "main"]);
  });

  it("goes on by what was decided: what does without 48 V there does so in the newer release", () => {
    const fed = (s: Session): Session => set(set(s, "gtr", "phantom", true), "oh", "phantom", true);
    const choices = { ...NO_CHOICES, without48: ["gtr"] };
    const base = set(
      fit(set(three, "gtr", "phantom", true), van, { ...by, choices }).session,
      "top",
      "name",
      "T",
    );
    expect(track(base, "gtr").phantom).toBe(false);
    const begun = { baseline: base, now: base, choices, variant: null };
    const { session } = fittedFor(fed(four), begun, van, by);
    expect([track(session, "gtr").phantom, track(session, "gtr").input]).toEqual([
      false,
      track(base, "gtr").input,
    ]);
    // What is new wants 48 V, and the inputs that give it are taken.
    expect(track(session, "oh").input).toBeNull();
  });

  it("is the same variant of it, by the rule that has in it now", () => {
    const drums = { ...wholeVariant("drums", "Drums only"), folders: ["kit"] };
    const before = fit(variantOf(three, drums).session, van, by).session;
    const begun = { baseline: before, now: before, choices: NO_CHOICES, variant: drums };
    const ids = (release: Session): string[] =>
      fittedFor(release, begun, van, by).session.tracks.map((t) => t.id);
    expect(ids(four)).toEqual(["kit", "oh", "kick", "top", "bottom", "rev", "main"]);
    const dry = { ...four, variants: [{ ...drums, without: ["rev", "kick"] }] };
    expect(ids(dry)).toEqual(["kit", "oh", "top", "bottom", "main"]);
  });

  it("comes in beside the session's own work without a question where they do not touch", () => {
    const now = set(set(went, "kick", "name", "Kick of Wren"), "gtr", "level", -6);
    const theirs = fittedFor(
      four,
      { baseline: went, now, choices: NO_CHOICES, variant: null },
      van,
      by,
    ).session;
    const { session, clashes } = merge(went, now, theirs);
    expect(clashes).toEqual([]);
    expect([track(session, "kick").name, track(session, "gtr").level]).toEqual(["Kick of Wren", -6]);
    expect(session.tracks.filter((t) => t.parent === "kit").map((t) => t.id)).toEqual([
      "oh",
      "kick",
      "top",
      "bottom",
    ]);
  });
});
