import { describe, expect, it } from "vitest";
import { by, set, starter, style } from "../fixtures/kit.ts";
import { apply } from "../session/apply.ts";
import { setField, setSessionField } from "../session/change.ts";
import { blankTrack } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { takeOut, wrap } from "../sheet/folders.ts";
import { historyOf, settingsSince, whatItBrought } from "./history.ts";
import type { State } from "./history.ts";

const one = starter("band");
const hat = by(one, "Hat").id;
const two = set(one, "Hat", "level", -6);
const kick = by(two, "Kick");
const three = apply(two, [
  setField(
    kick,
    "sends",
    kick.sends.map((s) => ({ ...s, level: -3 })),
  ),
  ...takeOut(two, [hat]),
]);
const four: Session = {
  ...two,
  tempo: 96,
  tracks: two.tracks.map((t) => (t.id === kick.id ? by(three, "Kick") : t)),
};
const states: State[] = [one, two, three, four].map((session, i) => ({
  number: i === 3 ? 0 : i + 1,
  session,
}));

describe("where a track comes from", () => {
  it("is told release by release; one that went and came back counts from when it came back", () => {
    const { steps, since } = historyOf(states, hat);
    expect(steps).toEqual([
      { number: 1, says: ["came in"] },
      { number: 2, says: ["level −8.0 dB → −6.0 dB"] },
      { number: 3, says: ["taken out"] },
      { number: 0, says: ["came in"] },
    ]);
    expect(new Set(since.map((s) => s.number))).toEqual(new Set([0]));
  });

  it("has each value, send and processor since when it stands so", () => {
    const { since } = historyOf(states, kick.id);
    const when = new Map(since.map((s) => [s.what, s.number]));
    expect(when.get("the track")).toBe(1);
    expect(when.get("name")).toBe(1);
    for (const s of kick.sends) {
      const to = one.tracks.find((t) => t.id === s.to)?.name ?? "";
      expect([to, when.get(`the send to ${to}`)]).toEqual([to, s.level === -3 ? 1 : 3]);
    }
    const insert = kick.inserts[0];
    if (insert) expect(when.get(insert.device?.name ?? insert.kind)).toBe(1);
  });

  it("says into which folder it moved", () => {
    const moved = apply(one, wrap(style, one, [kick.id], "own"));
    const said = historyOf([...states.slice(0, 1), { number: 2, session: moved }], kick.id).steps.at(
      -1,
    )?.says;
    expect(said?.at(-1)).toMatch(/^moved into /);
    expect(historyOf(states, "nobody").steps).toEqual([]);
  });

  it("of settings too, and of a release in sentences", () => {
    expect(settingsSince(states).find((s) => s.what === "tempo")).toEqual({ what: "tempo", number: 0 });
    const told = apply(one, [setSessionField(one, "notes", "Mind the tide.")]);
    const all = [
      states[0]!,
      { number: 2, session: told },
      { number: 3, session: set(told, "Hat", "pan", 3) },
    ];
    expect(settingsSince(all).find((s) => s.what === "notes")).toEqual({ what: "notes", number: 2 });
    expect(whatItBrought(null, one)[0]).toMatch(/^\d+ tracks: KIT/);
    const added = apply(one, [{ do: "add", track: blankTrack("x", "Extra"), after: null }]);
    expect(whatItBrought(one, added)).toEqual([expect.stringContaining("Extra")]);
  });
});
