import type { AnswerOf } from "@mossy/contract/routes";
import { setField } from "@mossy/core/session/change";
import type { Browser } from "../browser.ts";
import { apiOf } from "./api.ts";

/** A session of the demo, whole. */
export async function sessionCalled(b: Browser, title: string): Promise<AnswerOf<"session">> {
  const { sessions } = await apiOf(b)<AnswerOf<"sessions">>("GET", "/sessions");
  return apiOf(b)("GET", `/sessions/${sessions.find((s) => s.title === title)?.id ?? ""}`);
}

/**
 * Sets a colour in the draft of a session's template and publishes it, and another of the same track in the session,
 * which came back once: they clash.
 * @returns which track, and the release
 */
export async function bothColour(b: Browser, title: string): Promise<{ name: string; release: number }> {
  const api = apiOf(b);
  const s = await sessionCalled(b, title);
  const template = await api<AnswerOf<"template">>("GET", `/library/${s.template}`);
  const { draft } = template;
  const known = new Map(s.now.tracks.map((t) => [t.id, t]));
  const track = draft.session.tracks.find((t) => t.kind === "audio" && known.get(t.id)?.name === t.name);
  const mine = track && known.get(track.id);
  if (!track || !mine || !s.lastCheckIn) throw new Error("they share no track");
  const edit = { revision: draft.revision, changes: [setField(track, "colour", "#112233")] };
  const { revision } = await api<AnswerOf<"editDocument">>("POST", `/documents/${draft.id}/changes`, edit);
  const wish = { revision, note: `${track.name} darker` };
  const { number } = await api<AnswerOf<"publishRelease">>("POST", `/library/${s.template}/releases`, wish);
  const { now } = await api<AnswerOf<"checkIn">>("GET", `/check-ins/${s.lastCheckIn.id}`);
  await api("POST", `/documents/${now.id}/changes`, {
    revision: now.revision,
    changes: [setField(mine, "colour", "#445566")],
  });
  return { name: track.name, release: number };
}
