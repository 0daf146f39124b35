import {
  CHANNELS,
  DEEPEST_FOLDER,
  blankTrack,
  emptySession,
  meter as meterSchema,
  session as sessionSchema,
} from "../../session/document.ts";
import type {
  ChannelFormat,
  Send,
  Session,
  Track,
  TrackFields,
  TrackId,
  TrackKind,
} from "../../session/document.ts";
import { same } from "../../session/change.ts";
import { FreeIds } from "../../session/freeId.ts";
import { FileProblem } from "../fileProblem.ts";
import { SESSION_FILE_LIMITS, openZip } from "../zip.ts";
import { asRead, attribute, child, children, numeric, parseXml, readXml } from "../xml.ts";
import type { XmlElement } from "../xml.ts";
import { contentsOf, remarksOn, shortened } from "./contents.ts";
import type { Contents } from "./contents.ts";
import { EXTRA_FILE, readExtra } from "./extra.ts";
import type { Extra } from "./extra.ts";
import { metadataTree, projectTree } from "./write.ts";
import { TOLD, UNTOLD, formatOf } from "./plain.ts";
import { colourIn, idIn, insertIn, levelIn, oneLine, ownNotes, panOf } from "./values.ts";

/** A session file as it was read. */
export interface ReadExchange {
  readonly session: Session;
  /** Id of the session in the house, where the file says so. */
  readonly of: string | null;
  /** Track fields this file could not say. */
  readonly untold: readonly (keyof TrackFields)[];
  /** Whether sample rate, bit depth and main format came with the file. */
  readonly settings: boolean;
  /** What belongs to the job and is left alone. */
  readonly contents: Contents;
  /** What the file holds that we leave alone, and what we had to take another way, in sentences. */
  readonly remarks: readonly string[];
}

const MOST_TRACKS = 10_000;
/** Elements whose inside is the job's, or a device's own: counted, not kept. */
const COUNTED = new Set(["Arrangement", "Scenes", "Parameters"]);

/**
 * Reads a DAWproject 1.0 file, ours or anybody's. Unknown elements and attributes are passed over. Where
 * our extra file is in it, it fills in what the format has no place for; what somebody changed in the
 * project itself wins over it.
 * @throws FileProblem saying which entry, where, and what to do
 */
export function readExchange(bytes: Uint8Array): ReadExchange {
  const zip = openZip(bytes, SESSION_FILE_LIMITS);
  const project = zip.read("project.xml");
  if (!project)
    throw new FileProblem(
      "The ZIP holds no “project.xml”, so it is no session exchange file. Export the session " +
        "from the workstation as a DAWproject file and send that.",
    );
  const { root, many } = readXml(project, "project.xml", { counted: COUNTED });
  if (root.name !== "Project")
    throw new FileProblem(
      `“project.xml” holds “${root.name}” where “Project” belongs. It is another kind of file.`,
      "project.xml, line 1",
    );
  const metadata = zip.read("metadata.xml");
  const extraBytes = zip.read(EXTRA_FILE);
  const extra = extraBytes ? readExtra(extraBytes) : null;
  const reading = new Reading(root, metadata ? parseXml(metadata, "metadata.xml") : undefined);
  const contents = contentsOf(many);
  reading.remarks.push(...remarksOn(contents));
  if (extraBytes && !extra)
    reading.remarks.push(
      "The file comes from a later version of Mossy Lantern; its tracks are recognised by name.",
    );
  const session = extra ? together(reading.session, extra, metadata !== null) : reading.session;
  const checked = sessionSchema.safeParse(session);
  if (!checked.success) {
    const [issue] = checked.error.issues;
    throw new FileProblem(
      "The session in this file does not " +
        "fit together: " +
        `${issue?.path.join(".") ?? ""}: ` +
        `${issue?.message ?? ""}.`,
      "project.xml",
    );
  }
  const recognised =
    extra !== null &&
    (extra.session.tracks.length === 0 ||
      checked.data.tracks.some((t) => extra.session.tracks.some((x) => x.id === t.id)));
  return {
    session: checked.data,
    of: extra?.of ?? null,
    untold: recognised ? [] : UNTOLD,
    settings: extra !== null,
    contents,
    remarks: shortened(reading.remarks),
  };
}

/** Reads the project as it stands, our extra file aside. */
class Reading {
  readonly remarks: string[] = [];
  readonly session: Session;
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
    this.#name(structure, 0);
    for (const e of children(structure, "Track")) this.#track(e, null);
    const transport = child(root, "Transport");
    const title = child(metadata, "Title")?.text.trim();
    const base = emptySession(oneLine(title === undefined || title === "" ? "Untitled session" : title));
    const tempo = numeric(child(transport, "Tempo"), "value");
    const signature = child(transport, "TimeSignature");
    const meterIn = meterSchema.safeParse({
      beats: numeric(signature, "numerator"),
      unit: numeric(signature, "denominator"),
    });
    const main = this.#tracks.find((t) => t.kind === "main");
    this.session = {
      ...base,
      tempo: tempo !== null && tempo >= 10 && tempo <= 400 ? tempo : base.tempo,
      meter: meterIn.success ? meterIn.data : base.meter,
      mainFormat: main?.format ?? base.mainFormat,
      notes: (child(metadata, "Comment")?.text ?? "").slice(0, 20_000),
      tracks: this.#tracks,
    };
    if (tempo !== null && this.session.tempo !== tempo)
      this.remarks.push(`A tempo of ${tempo} is outside 10 to 400; 120 was taken.`);
  }

  /** Gives every track and channel of the file its id first, so that feeds may point forward. */
  #name(e: XmlElement, depth: number): void {
    if (depth > DEEPEST_FOLDER)
      throw new FileProblem(
        `Folders in this session are nested deeper than ${DEEPEST_FOLDER}. Flatten it and export again.`,
        "project.xml",
      );
    for (const t of children(e, "Track")) {
      const id = this.#fresh(attribute(t, "id"));
      if (this.#given.many > MOST_TRACKS)
        throw new FileProblem(`The session has more than ${MOST_TRACKS} tracks.`, "project.xml");
      this.#idOf.set(t, id);
      const channel = child(t, "Channel");
      const channelId = attribute(channel, "id");
      if (channelId !== null && !this.#ids.has(channelId)) this.#ids.set(channelId, id);
      this.#name(t, depth + 1);
    }
  }

  #fresh(xmlId: string | null): TrackId {
    const wish =
      (xmlId?.startsWith("track-") ? xmlId.slice(6) : (xmlId ?? ""))
        .replace(/[^A-Za-z0-9._-]/g, "-")
        .slice(0, 70) || "track";
    const id = this.#given.take(wish);
    if (id !== wish && xmlId !== null)
      this.remarks.push(`Two tracks of the file have the id “${xmlId}”; both were read.`);
    return id;
  }

  #track(e: XmlElement, parent: TrackId | null): void {
    const id = this.#idOf.get(e) ?? "";
    const inside = children(e, "Track");
    const channel = child(e, "Channel");
    const kind = this.#kind(e, channel, inside.length > 0);
    const name = oneLine(attribute(e, "name") ?? "");
    const sounds = channel !== undefined && kind !== "midi";
    this.#tracks.push(
      blankTrack(id, name, {
        parent,
        kind,
        colour: colourIn(attribute(e, "color")),
        notes: ownNotes(attribute(e, "comment")),
        format: sounds && attribute(channel, "role") !== "vca" ? this.#format(channel, name) : null,
        feeds: sounds ? this.#feeds(attribute(channel, "destination")) : null,
        sends: sounds
          ? children(child(channel, "Sends"), "Send")
              .slice(0, 64)
              .map((s, i) => this.#send(s, i))
          : [],
        inserts: sounds ? children(child(channel, "Devices")).slice(0, 64).map(insertIn) : [],
        level: sounds ? levelIn(child(channel, "Volume")) : 0,
        muted: sounds && attribute(child(channel, "Mute"), "value") === "true",
        pan: sounds ? panOf(child(channel, "Pan")) : 0,
      }),
    );
    for (const t of inside) this.#track(t, id);
  }

  #kind(e: XmlElement, channel: XmlElement | undefined, holdsTracks: boolean): TrackKind {
    const content = (attribute(e, "contentType") ?? "").split(/\s+/);
    const role = attribute(channel, "role");
    if (holdsTracks || content.includes("tracks")) return "folder";
    if (role === "master" && !this.#hasMain) {
      this.#hasMain = true;
      return "main";
    }
    if (role === "effect") return "return";
    if (role === "submix" || role === "vca" || role === "master") return "bus";
    if (content.includes("notes")) return channel ? "instrument" : "midi";
    return "audio";
  }

  #format(channel: XmlElement, name: string): ChannelFormat {
    const channels = numeric(channel, "audioChannels") ?? 2;
    const format = formatOf(channels);
    if (format) return format;
    const wider =
      (Object.keys(CHANNELS) as ChannelFormat[]).find((f) => CHANNELS[f] >= channels) ?? "7.1.4";
    this.remarks.push(
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

  #send(e: XmlElement, index: number): Send {
    const off = attribute(child(e, "Enable"), "value") === "false";
    return {
      id: idIn(attribute(e, "id"), "send-", `send-${index + 1}`),
      to: this.#feeds(attribute(e, "destination")) ?? "nowhere",
      level: off ? -144 : levelIn(child(e, "Volume")),
      beforeFader: attribute(e, "type") === "pre",
    };
  }
}

/**
 * What the project says, filled up from the extra file. Where the project still says just what we would
 * write for a value, the value is taken from the extra file, which knows it exactly; where it differs, the
 * room changed it.
 */
function together(read: Session, { session: written }: Extra, titled: boolean): Session {
  const asWritten = new Reading(asRead(projectTree(written)), asRead(metadataTree(written))).session;
  const before = new Map(written.tracks.map((t) => [t.id, t]));
  const plain = new Map(asWritten.tracks.map((t) => [t.id, t]));
  const tracks = read.tracks.map((t): Track => {
    const ours = before.get(t.id);
    const said = plain.get(t.id);
    if (!ours || !said) return t;
    const changed = TOLD.filter((f) => !same(t[f], said[f]));
    return { ...ours, parent: t.parent, ...Object.fromEntries(changed.map((f) => [f, t[f]])) };
  });
  const told = ["tempo", "meter", "mainFormat", ...(titled ? (["title", "notes"] as const) : [])] as const;
  const settings = told.filter((f) => !same(read[f], asWritten[f]));
  return { ...written, ...Object.fromEntries(settings.map((f) => [f, read[f]])), tracks };
}
