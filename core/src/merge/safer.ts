import type { Session, TrackField, TrackId } from "../session/document.ts";
import { byId } from "../session/routing.ts";
import type { Clash } from "./decisions.ts";
import type { Side } from "./values.ts";

/** The side of a clash that does less harm, and why. */
export interface SaferSide {
  readonly side: Side;
  readonly because: string;
}

/** What belongs to the room and the day, whatever a release says. */
const OF_THE_ROOM: ReadonlySet<TrackField> = new Set<TrackField>([
  "input",
  "source",
  "microphone",
  "stand",
  "phantom",
  "armed",
  "monitor",
]);

/**
 * The side that is safer where one is, for a session (ours) brought forward to a release (theirs): a name the
 * job gave, and what is patched in the room, stay; a way to the main path that the release mended comes; what
 * one side took out stays, as it can be taken out later. Null where only a person can say.
 */
export function saferSide(ours: Session, theirs: Session, clash: Clash): SaferSide | null {
  switch (clash.of) {
    case "there":
      return { side: clash.gone === "ours" ? "theirs" : "ours", because: KEPT };
    case "circle":
      return { side: "theirs", because: "the release was checked as a whole" };
    case "setting":
      return clash.field === "title" || clash.field === "sampleRate" || clash.field === "bitDepth"
        ? { side: "ours", because: "it was recorded like that" }
        : null;
    case "place":
      return null;
    case "value":
      return saferOfValue(ours, theirs, clash.track, clash.field);
  }
}
const KEPT = "what stays can still be taken out later";

function saferOfValue(ours: Session, theirs: Session, id: TrackId, field: TrackField): SaferSide | null {
  if (field === "name") return { side: "ours", because: "the job gave it that name" };
  if (OF_THE_ROOM.has(field))
    return { side: "ours", because: "it is patched and set up like that in the room" };
  if (field !== "feeds") return null;
  return !reachesMain(ours, id) && reachesMain(theirs, id)
    ? { side: "theirs", because: "the release leads it to the main path again" }
    : null;
}

/** Whether sound of a track gets to the main path by what it feeds. */
function reachesMain(session: Session, from: TrackId): boolean {
  const tracks = byId(session);
  const seen = new Set<TrackId>();
  for (let t = tracks.get(from); t !== undefined && !seen.has(t.id); t = tracks.get(t.feeds ?? "")) {
    if (t.kind === "main") return true;
    seen.add(t.id);
  }
  return false;
}
