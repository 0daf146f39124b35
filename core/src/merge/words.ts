import type { Session, Track, TrackId } from "../session/document.ts";
import type { AnyField, NameOf } from "../session/field.ts";
import { byId } from "../session/routing.ts";
import { SESSION } from "../session/sessionFields.ts";
import { TRACK } from "../session/trackFields.ts";
import type { Clash } from "./decisions.ts";
import { keyOf } from "./values.ts";
import type { Side } from "./values.ts";

/** A clash as a person reads it. */
export interface ClashWords {
  /** The track it is about; null: the session, or several. */
  readonly track: TrackId | null;
  readonly name: string;
  readonly what: string;
  /** As it was for both; null where there is nothing to say. */
  readonly was: string | null;
  readonly ours: string;
  readonly theirs: string;
}

/** A clash in words, read against what the two had in common and what each made of it. */
export function clashInWords(base: Session, ours: Session, theirs: Session, clash: Clash): ClashWords {
  const sessions = { base: byId(base), ours: byId(ours), theirs: byId(theirs) };
  const of = (id: TrackId): Track | undefined =>
    sessions.ours.get(id) ?? sessions.theirs.get(id) ?? sessions.base.get(id);
  const nameOf: NameOf = (id) => of(id)?.name ?? "a track that is gone";
  switch (clash.of) {
    case "value": {
      const { track: id, field } = clash;
      const whole = [
        sessions.base.get(id)?.[field],
        sessions.ours.get(id)?.[field],
        sessions.theirs.get(id)?.[field],
      ] as const;
      return { track: id, name: nameOf(id), ...valueInWords(TRACK[field], clash, whole, nameOf) };
    }
    case "setting": {
      const { field } = clash;
      const whole = [base[field], ours[field], theirs[field]] as const;
      return { track: null, name: "Session", ...valueInWords(SESSION[field], clash, whole, nameOf) };
    }
    case "there":
      return thereInWords(clash, nameOf, of(clash.track)?.kind === "folder");
    case "place":
    case "circle":
      return severalInWords(clash, sessions, nameOf);
  }
}

type Of<K extends Clash["of"]> = Extract<Clash, { of: K }>;
type Said = Omit<ClashWords, "track" | "name">;

/** @param whole the whole value that the clash is about or in: as it was, ours, theirs */
function valueInWords(
  field: AnyField,
  { at, base, ours, theirs }: Of<"value"> | Of<"setting">,
  whole: readonly [unknown, unknown, unknown],
  nameOf: NameOf,
): Said {
  const say = (value: unknown, detail = false): string =>
    value === undefined
      ? "not there"
      : ((detail ? field.inDetail : undefined) ?? field.inWords)(value as never, nameOf);
  const [item, ...within] = at;
  if (item === undefined) {
    const alike = say(ours) === say(theirs);
    return {
      what: field.called,
      was: base === undefined ? null : say(base),
      ours: say(ours, alike),
      theirs: say(theirs, alike),
    };
  }
  if (field.lineByLine === true)
    return {
      what: `a part of the ${field.called}`,
      was: String(base),
      ours: said(ours),
      theirs: said(theirs),
    };
  if (item === "order")
    return { what: `order of the ${field.called}`, was: null, ours: say(whole[1]), theirs: say(whole[2]) };
  // Of a part of an item the whole item is said: a level alone would not say of which send.
  const [was, mine, other] = whole.map((list) => {
    const found = Array.isArray(list) ? list.find((x) => keyOf(x) === item) : undefined;
    return found === undefined ? "taken out" : say([found], true);
  });
  return {
    what: within.length === 0 ? field.called : `${field.called}: ${within.join(", ")}`,
    was: was ?? null,
    ours: mine ?? "",
    theirs: other ?? "",
  };
}

const said = (text: unknown): string => (text === "" ? "taken out" : String(text));

function thereInWords({ track, gone, touched }: Of<"there">, nameOf: NameOf, folder: boolean): ClashWords {
  const went = `taken out${folder ? ", with what stands in it" : ""}`;
  const names = touched.slice(0, 3).map(nameOf).join(", ");
  const more = touched.length - 3;
  const kept =
    touched.length === 1 && touched[0] === track
      ? "kept, and changed"
      : `kept; ${names}${more > 0 ? ` and ${more} more` : ""} changed or added`;
  const words: Record<Side, string> =
    gone === "ours" ? { ours: went, theirs: kept } : { ours: kept, theirs: went };
  return { track, name: nameOf(track), what: "whether it is there", was: null, ...words };
}

type Tracks = ReadonlyMap<TrackId, Track>;

function severalInWords(
  clash: Of<"place"> | Of<"circle">,
  sessions: Readonly<Record<Side | "base", Tracks>>,
  nameOf: NameOf,
): ClashWords {
  const [first = "", ...more] = clash.tracks;
  const name = clash.tracks.map(nameOf).join(", ");
  if (clash.of === "circle") {
    const ways = (tracks: Tracks): string =>
      clash.tracks.map((id) => `${nameOf(id)} feeds ${leadsTo(tracks.get(id), nameOf)}`).join("; ");
    return {
      track: first,
      name,
      what: "together they would send sound round in a circle",
      was: ways(sessions.base),
      ours: ways(sessions.ours),
      theirs: ways(sessions.theirs),
    };
  }
  const places = (tracks: Tracks): string =>
    clash.tracks.map((id) => placeInWords(tracks, id, nameOf)).join("; ");
  const what = more.length === 0 ? "place" : "places: together they would stand in each other";
  return {
    track: first,
    name,
    what,
    was: places(sessions.base),
    ours: places(sessions.ours),
    theirs: places(sessions.theirs),
  };
}

const leadsTo = (t: Track | undefined, nameOf: NameOf): string => (t?.feeds ? nameOf(t.feeds) : "nothing");

function placeInWords(tracks: Tracks, id: TrackId, nameOf: NameOf): string {
  const t = tracks.get(id);
  if (!t) return "not there";
  const folder = t.parent === null ? "in no folder" : `in ${nameOf(t.parent)}`;
  const beside = [...tracks.values()].filter((x) => x.parent === t.parent);
  const before = beside[beside.indexOf(t) - 1];
  return `${folder}, ${before ? `after ${nameOf(before.id)}` : "first"}`;
}

/** What was chosen of a clash, in words. @param called what the other side is called: "release 6" */
export function chosenInWords(
  base: Session,
  ours: Session,
  theirs: Session,
  clash: Clash,
  called: string,
): string {
  const said = clashInWords(base, ours, theirs, clash);
  return clash.stands === "ours"
    ? `${said.name}, ${said.what}: stays (${said.ours})`
    : `${said.name}, ${said.what}: as ${called} has it (${said.theirs})`;
}
