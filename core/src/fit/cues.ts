import { CHANNELS } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import type { Adjustment, HomelessSource } from "./report.ts";
import type { Room } from "./room.ts";

/**
 * Gives the cue mixes of a session, in order, headphone outputs of the room side by side, as many as each is
 * wide; one that leaves by suitable ones already stays there. A room that says nothing of its outputs changes
 * nothing.
 */
export function plugCues(
  session: Session,
  room: Room,
): { session: Session; adjusted: Adjustment[]; unplaced: HomelessSource[] } {
  const [adjusted, unplaced]: [Adjustment[], HomelessSource[]] = [[], []];
  if (room.outputs.length === 0) return { session, adjusted, unplaced };
  const free = new Set(room.outputs.filter((o) => o.serves === "headphones").map((o) => o.number));
  const ownFrom = (t: Track, first: number): number[] =>
    Array.from({ length: CHANNELS[t.format ?? "stereo"] }, (_, k) => first + k);
  const cues = session.tracks.filter((t) => t.kind === "cue-mix");
  const at = new Map<string, number>();
  const put = (t: Track, first: number): void => {
    at.set(t.id, first);
    for (const n of ownFrom(t, first)) free.delete(n);
  };
  const stays = (t: Track): t is Track & { output: number } =>
    t.output !== null && ownFrom(t, t.output).every((n) => free.has(n));
  for (const t of cues) if (stays(t)) put(t, t.output);
  for (const t of cues) {
    if (at.has(t.id)) continue;
    const first = [...free]
      .toSorted((a, b) => a - b)
      .find((n) => ownFrom(t, n).every((own) => free.has(own)));
    if (first !== undefined) put(t, first);
  }
  const labels = new Map(room.outputs.map((o) => [o.number, o.label]));
  const tracks = session.tracks.map((t): Track => {
    if (t.kind !== "cue-mix") return t;
    const output = at.get(t.id) ?? null;
    if (output === null) {
      const many = CHANNELS[t.format ?? "stereo"];
      const wants = many === 1 ? "a headphone output" : `${many} headphone outputs side by side`;
      unplaced.push({ track: t.id, says: `Wants ${wants}; ${room.name} has none left.` });
    } else if (output !== t.output)
      adjusted.push({
        track: t.id,
        what: "Output",
        says: `${t.output === null ? "" : `output ${t.output} → `}output ${output}, ${labels.get(output) ?? ""}`,
      });
    return output === t.output ? t : { ...t, output };
  });
  return { session: { ...session, tracks }, adjusted, unplaced };
}
