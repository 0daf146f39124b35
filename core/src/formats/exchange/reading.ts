import {
  CHANNELS,
  DEEPEST_FOLDER,
  blankTrack,
  emptySession,
  meter as meterSchema,
} from "../../session/document.ts";
import type { ChannelFormat, Send, Session, Track, TrackId, TrackKind } from "../../session/document.ts";
import { FreeIds } from "../../session/freeId.ts";
import { FileProblem } from "../fileProblem.ts";
import { attribute, child, children, numeric } from "../xml.ts";
import type { XmlElement } from "../xml.ts";
import { formatOf } from "./plain.ts";
import { colourIn, flag, idIn, insertIn, levelIn, oneLine, ownNotes, panOf } from "./values.ts";

/** The elements of a project that say what a track is. */
export interface TrackElements {
  /** The `Track`; where a channel stands in the structure by itself, that. */
  readonly track: XmlElement;
  readonly channel: XmlElement | undefined;
  /** One for each send and each processor of the track, in their order. */
  readonly sends: readonly XmlElement[];
  readonly devices: readonly XmlElement[];
}

/** What a session is called whose file says no title. */
export const NO_TITLE = "Untitled session";
const MOST_TRACKS = 10_000;
const MOST_IN_A_LIST = 64;
/** What a track holds that is no track of ours: it only marks time or shows pictures. */
const BESIDE = new Set(["markers", "video", "automation"]);

/** Reads a project as it stands, under ids made from those of the file; our extra file aside. */
export class Reading {
  readonly notices: string[] = [];
  readonly session: Session;
  /** The elements of each track of the session, in the same order. */
  readonly elements: TrackElements[] = [];
  readonly structure: XmlElement;
  /** Every element that is a track or stands for one, those we leave alone too. */
  get all(): XmlElement[] {
    return [...this.#idOf.keys()];
  }
  readonly #tracks: Track[] = [];
  readonly #ids = new Map<string, TrackId>();
  readonly #idOf = new Map<XmlElement, TrackId>();
  readonly #given = new FreeIds();
  #hasMain = false;

  constructor(root: XmlElement, metadata: XmlElement | undefined) {
    const structure = child(root, "Structure");
    if (!structure)
      throw new FileProblem(
        "“project.xml” holds no “Structure”, so it has no tracks to read.",
        "project.xml",
      );
    this.structure = structure;
    this.#name(structure, 0);
    this.#inside(structure, null);
    const title = child(metadata, "Title")?.text.trim();
    const base = emptySession(oneLine(title === undefined || title === "" ? NO_TITLE : title));
    const main = this.#tracks.find((t) => t.kind === "main");
    this.session = {
      ...base,
      ...this.#time(child(root, "Transport")),
      mainFormat: main?.format ?? base.mainFormat,
      notes: (child(metadata, "Comment")?.text ?? "").slice(0, 20_000),
      tracks: this.#tracks,
    };
  }

  #time(transport: XmlElement | undefined): Partial<Session> {
    const tempo = numeric(child(transport, "Tempo"), "value");
    const playable = tempo !== null && tempo >= 10 && tempo <= 400;
    if (tempo !== null && !playable)
      this.notices.push(`A tempo of ${tempo} is outside 10 to 400; 120 was taken.`);
    const signature = child(transport, "TimeSignature");
    const [beats, unit] = [numeric(signature, "numerator"), numeric(signature, "denominator")];
    const meter = meterSchema.safeParse({ beats, unit });
    if (signature && !meter.success)
      this.notices.push(`A meter of ${beats ?? "?"}/${unit ?? "?"} cannot be; 4/4 was taken.`);
    return { ...(playable ? { tempo } : {}), ...(meter.success ? { meter: meter.data } : {}) };
  }

  /** The tracks in an element; in the structure also channels that stand there by themselves. */
  #all(e: XmlElement): XmlElement[] {
    return e.inside.filter((c) => c.name === "Track" || (c.name === "Channel" && e === this.structure));
  }

  /** Gives every track and channel of the file its id first, so that feeds may point forward. */
  #name(e: XmlElement, depth: number): void {
    if (depth > DEEPEST_FOLDER)
      throw new FileProblem(
        `Folders in this session are nested deeper than ${DEEPEST_FOLDER}. Flatten it and export again.`,
        "project.xml",
      );
    for (const t of this.#all(e)) {
      const id = this.#fresh(attribute(t, "id"));
      if (this.#given.many > MOST_TRACKS)
        throw new FileProblem(`The session has more than ${MOST_TRACKS} tracks.`, "project.xml");
      this.#idOf.set(t, id);
      for (const known of [attribute(child(t, "Channel"), "id"), attribute(t, "id")])
        if (known !== null && !this.#ids.has(known)) this.#ids.set(known, id);
      this.#name(t, depth + 1);
    }
  }

  #fresh(xmlId: string | null): TrackId {
    const bare = xmlId?.replace(/^(track|channel)-/, "") ?? "";
    const wish = bare.replace(/[^A-Za-z0-9._-]/g, "-").slice(0, 70) || "track";
    const id = this.#given.take(wish);
    if (id !== wish && xmlId !== null)
      this.notices.push(`Two tracks of the file have the id “${xmlId}”; both were read.`);
    return id;
  }

  #inside(e: XmlElement, parent: TrackId | null): void {
    for (const t of this.#all(e)) this.#track(t, parent);
  }

  #track(e: XmlElement, parent: TrackId | null): void {
    const id = this.#idOf.get(e) ?? "";
    const holds = this.#all(e).length > 0;
    const channel = e.name === "Channel" ? e : child(e, "Channel");
    const name = oneLine(attribute(e, "name") ?? "");
    if (!holds && !channel && isBeside(e)) {
      this.notices.push(`“${name}” was left alone: it only holds ${contentIn(e).join(" and ")}.`);
      return;
    }
    const kind = this.#kind(e, channel, holds);
    const sounds = channel !== undefined && kind !== "midi";
    const sends = sounds ? children(child(channel, "Sends"), "Send").slice(0, MOST_IN_A_LIST) : [];
    const devices = sounds ? children(child(channel, "Devices")).slice(0, MOST_IN_A_LIST) : [];
    this.elements.push({ track: e, channel, sends, devices });
    this.#tracks.push(
      blankTrack(id, name, {
        parent,
        kind,
        colour: colourIn(attribute(e, "color")),
        notes: ownNotes(attribute(e, "comment")),
        format: sounds && attribute(channel, "role") !== "vca" ? this.#format(channel, name) : null,
        feeds: this.#feeds(attribute(channel, "destination")),
        sends: sends.map((s, i) => this.#send(s, i, id)),
        inserts: devices.map((d, i) => insertIn(d, i, id)),
        level: sounds ? levelIn(child(channel, "Volume")) : 0,
        muted: sounds && flag(child(channel, "Mute"), "value") === true,
        pan: sounds ? panOf(child(channel, "Pan")) : 0,
      }),
    );
    if (kind === "main" && holds)
      this.notices.push(`“${name}” is the main and holds tracks; they were read as standing beside it.`);
    this.#inside(e, kind === "main" ? parent : id);
  }

  #kind(e: XmlElement, channel: XmlElement | undefined, holdsTracks: boolean): TrackKind {
    const content = contentIn(e);
    const role = attribute(channel, "role");
    if (role === "master" && !this.#hasMain) {
      this.#hasMain = true;
      return "main";
    }
    if (holdsTracks || content.includes("tracks")) return "folder";
    if (role === "effect") return "return";
    if (role === "submix" || role === "vca" || role === "master") return "bus";
    if (content.includes("notes")) return channel && sounding(channel) ? "instrument" : "midi";
    return "audio";
  }

  #format(channel: XmlElement, name: string): ChannelFormat {
    const channels = numeric(channel, "audioChannels") ?? 2;
    const format = formatOf(channels);
    if (format) return format;
    const wider =
      (Object.keys(CHANNELS) as ChannelFormat[]).find((f) => CHANNELS[f] >= channels) ?? "7.1.4";
    this.notices.push(
      `“${name}” has ${channels} channels, which the house has no format for; it was read as ${wider}.`,
    );
    return wider;
  }

  #feeds(destination: string | null): TrackId | null {
    if (destination === null || destination === "") return null;
    return (
      this.#ids.get(destination) ??
      (destination
        .replace(/^channel-/, "")
        .replace(/[^A-Za-z0-9._-]/g, "-")
        .slice(0, 70) ||
        null)
    );
  }

  #send(e: XmlElement, index: number, track: TrackId): Send {
    const off = flag(child(e, "Enable"), "value") === false;
    return {
      id: idIn(attribute(e, "id"), "send", track, index),
      to: this.#feeds(attribute(e, "destination")) ?? "nowhere",
      level: off ? -144 : levelIn(child(e, "Volume")),
      beforeFader: attribute(e, "type") === "pre",
    };
  }
}

const contentIn = (e: XmlElement): string[] =>
  (attribute(e, "contentType") ?? "").split(/\s+/).filter((word) => word !== "");

function isBeside(e: XmlElement): boolean {
  const content = contentIn(e);
  return content.length > 0 && content.every((word) => BESIDE.has(word));
}

/** Whether a channel of a track of notes carries sound: one that only leads elsewhere says nothing of it. */
const sounding = (channel: XmlElement): boolean =>
  attribute(channel, "audioChannels") !== null || channel.inside.length > 0;
