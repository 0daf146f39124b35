import type { Session, TrackField, TrackId } from "../session/document.ts";
import { byId } from "../session/routing.ts";
import type { Clash } from "./decisions.ts";
import type { Side } from "./values.ts";

/** The side of a clash that does less harm, and why. */
export interface SaferSide {
  readonly side: Side;
  readonly because: string;
}

/** Two that began as one: what both had, and what each made of it. */
export interface Sides {
  readonly base: Session;
  readonly ours: Session;
  readonly theirs: Session;
  /** Whether ours is a session of a job, which people record and mix in; else a draft. */
  readonly job: boolean;
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

/** What is set by ear; what a release says of it is where to begin. */
const OF_THE_MIX: ReadonlySet<TrackField> = new Set<TrackField>([
  "level",
  "pan",
  "width",
  "around",
  "muted",
]);

/**
 * The side that is safer where one is, for a session (ours) brought forward to a release (theirs): a name the
 * job gave, what is patched in the room, and how it was mixed there stay; a way to the main path that the release
 * mended comes; what one side took out stays, as it can be taken out later. Null where only a person can say.
 */
export function saferSide(sides: Sides, clash: Clash): SaferSide | null {
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
      return saferOfValue(sides, clash);
  }
}
const KEPT = "what stays can still be taken out later";

type ValueClash = Extract<Clash, { of: "value" }>;

function saferOfValue(sides: Sides, { track, field, ...clash }: ValueClash): SaferSide | null {
  const { ours, theirs, job } = sides;
  if (field === "name") return { side: "ours", because: "the job gave it that name" };
  if (OF_THE_ROOM.has(field))
    return { side: "ours", because: "it is patched and set up like that in the room" };
  if (job && OF_THE_MIX.has(field)) return { side: "ours", because: "it was set by ear there" };
  if (field !== "feeds") return null;
  if (!reachesMain(ours, track) && reachesMain(theirs, track))
    return { side: "theirs", because: "the release leads it to the main path again" };
  return typeof clash.theirs === "string" && ledTo(sides, clash.theirs) === clash.ours
    ? { side: "ours", because: "what the release leads it to was taken out, and led there" }
    : null;
}

/** Where a way of theirs leads once what ours took out is gone: where that led. */
function ledTo({ base, ours, theirs }: Sides, to: TrackId): TrackId | null {
  const [was, here, there] = [base, ours, theirs].map(byId);
  let at: TrackId | null = to;
  for (const seen = new Set<TrackId>(); at !== null && was?.has(at) && !here?.has(at);) {
    if (seen.has(at)) return null;
    seen.add(at);
    at = there?.get(at)?.feeds ?? null;
  }
  return at;
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
