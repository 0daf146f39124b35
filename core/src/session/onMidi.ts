import type { Session, Track } from "./document.ts";

/** The tracks a MIDI file of a session holds: those that play MIDI, and instruments on which a pattern lies. */
export const onMidi = ({ tracks }: Pick<Session, "tracks">): Track[] =>
  tracks.filter(
    ({ kind, items }) =>
      kind === "midi" || (kind === "instrument" && items.some((i) => i.holds.kind === "pattern")),
  );
