import { writeExchange } from "@mossy/core/formats/exchange/write";
import { diff } from "@mossy/core/session/diff";
import type { Session, TrackFields } from "@mossy/core/session/document";
import type { AnswerOf } from "@mossy/contract/routes";
import { describe, expect, it } from "vitest";
import { takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");

const YARD = "steelpan-orchestra-full-yard";
type Whole = AnswerOf<"session">;
const whole = async (session: string): Promise<Whole> => (await lead.ask("session", { session })).data;
const onThree = async (title: string): Promise<Whole> =>
  (
    await engineer.ask(
      "startSession",
      {},
      { title, room: "pan-yard", template: YARD, release: 3, leaveOut: [] },
    )
  ).data;
const worked = (session: Session, fields: Partial<TrackFields>): Session => ({
  ...session,
  tracks: session.tracks.map((t, i) => (i === 4 ? { ...t, ...fields } : t)),
});
/** Publishes the template as somebody leaves it. @returns which release that is */
async function publish(work: (draft: Session) => Session): Promise<number> {
  const { draft } = (await lead.ask("template", { template: YARD })).data;
  const changes = diff(draft.session, work(draft.session));
  const wish = { revision: draft.revision, changes };
  const { revision } = (await lead.ask("editDocument", { document: draft.id }, wish)).data;
  const said = await lead.ask("publishRelease", { template: YARD }, { revision, note: "Once more" });
  expect(said.problem).toBe("");
  return said.data.number;
}
const handIn = async (s: Session, id: string) =>
  takenIn((await engineer.ask("handIn", {}, writeExchange(s, id))).data);
const forward = async (session: string, release: number) => {
  const { data } = await engineer.ask("forwardLook", { session, release });
  return engineer.ask("bringForward", { session }, { release, revision: data.revision, choices: [] });
};

describe("a file made from before its session was brought forward", () => {
  it("puts the session back on what it was made from, and it is brought forward with what the room did", async () => {
    const s = await onThree("Older copy");
    await forward(s.id, 6);
    const brought = await whole(s.id);
    const came = await handIn(worked(s.baseline, { notes: "By the wall." }), s.id);
    expect(came.notices[0]).toMatch(/stands on release 3 again: bring it to release 6/);
    const now = await whole(s.id);
    expect([now.release, now.baseline]).toEqual([3, s.baseline]);
    // What release 6 would have brought is no drift of the room's.
    expect(came.findings).toBe(now.lastCheckIn?.openNow);
    expect(now.forwards.map((f) => f.undone?.byFile)).toEqual([true]);
    expect((await forward(s.id, 6)).problem).toBe("");
    const again = await whole(s.id);
    expect([again.release, again.baseline]).toEqual([6, brought.baseline]);
    expect(again.now.tracks.length).toBe(brought.now.tracks.length);
    expect(again.now.tracks.some((t) => t.notes === "By the wall.")).toBe(true);
  });

  it("leaves it where it was brought to once set aside, and steps back when taken in again", async () => {
    const s = await onThree("Set aside");
    await forward(s.id, 4);
    await forward(s.id, 6);
    const brought = await whole(s.id);
    const { checkIn } = await handIn(worked(s.baseline, { level: -7 }), s.id);
    expect((await whole(s.id)).release).toBe(3);
    const aside = (reason: string | null) => lead.ask("setAside", { checkIn }, { reason });
    await aside("the wrong file");
    const put = await whole(s.id);
    expect([put.release, put.baseline, put.now]).toEqual([6, brought.baseline, brought.now]);
    expect(put.forwards.map((f) => f.undone)).toEqual([null, null]);
    await aside(null);
    expect((await whole(s.id)).release).toBe(3);
    await forward(s.id, 6);
    await aside("the wrong file after all");
    expect((await whole(s.id)).release).toBe(6);
  });

  it("made from between two of them, goes back to there alone", async () => {
    const s = await onThree("Between");
    await forward(s.id, 4);
    const four = await whole(s.id);
    await forward(s.id, 6);
    await handIn(worked(four.now, { level: -3 }), s.id);
    const now = await whole(s.id);
    expect([now.release, now.baseline]).toEqual([4, four.baseline]);
    expect(now.forwards.map((f) => f.undone?.byFile ?? false)).toEqual([true, false]);
  });

  it("made from what it was brought to, is a check-in like any other", async () => {
    const s = await onThree("As brought");
    await forward(s.id, 6);
    const { now } = await whole(s.id);
    const came = await handIn(worked(now, { level: -3 }), s.id);
    expect(came.notices.join()).not.toMatch(/older|before the session was brought/);
    expect((await whole(s.id)).release).toBe(6);
    expect(
      (await house.pool.query("select 1 from older_copies where check_in = $1", [came.checkIn])).rowCount,
    ).toBe(0);
  });

  it("is none that holds what a later release brought, however much else the room made as it was", async () => {
    const s = await onThree("Made as it was");
    await forward(s.id, 6);
    const { now } = await whole(s.id);
    const before = new Map(s.baseline.tracks.map((t) => [t.id, t]));
    const fresh = now.tracks.find((t) => !before.has(t.id) && t.kind !== "folder")!;
    // All as it was on release 3, but for the one track that it cannot have from there.
    const tracks = [...s.baseline.tracks, { ...fresh, parent: null, feeds: null, sends: [] }];
    await handIn({ ...s.baseline, tracks }, s.id);
    expect((await whole(s.id)).release).toBe(6);
  });

  it("is none for what the room had taken out of it before", async () => {
    const first = await publish((draft) => worked(draft, { notes: "As it was.", level: 0 }));
    const body = { title: "Taken out", room: "pan-yard", template: YARD, release: first, leaveOut: [] };
    const { data: s } = await engineer.ask("startSession", {}, body);
    const second = await publish((draft) => {
      const like = draft.tracks.find((t) => t.kind === "audio")!;
      const more = { ...like, id: "one-more", name: "Owl", input: null };
      return worked({ ...draft, tracks: [...draft.tracks, more] }, { notes: "Otherwise.", level: -6 });
    });
    await forward(s.id, second);
    const { now } = await whole(s.id);
    expect(now.tracks.map((t) => t.id)).toContain("one-more");
    await handIn({ ...now, tracks: now.tracks.filter((t) => t.id !== "one-more") }, s.id);
    expect((await whole(s.id)).release).toBe(second);

    // From here on what the room has is just what it had at first.
    const third = await publish((draft) => worked(draft, { notes: "As it was.", level: 0 }));
    await forward(s.id, third);
    const again = (await whole(s.id)).now;
    expect(again.tracks.map((t) => t.id)).not.toContain("one-more");
    await handIn(again, s.id);
    expect((await whole(s.id)).release).toBe(third);
  });
});
