import { CHANNELS } from "../../session/document.ts";
import type { Decibels } from "../../session/document.ts";
import type { Insert, Send, Session, Track, TrackId } from "../../session/document.ts";
import { FreeIds } from "../../session/freeId.ts";
import { insideOf } from "../../session/routing.ts";
import { xml, writeXml } from "../xml.ts";
import type { Xml } from "../xml.ts";
import { zipOf } from "../zipOut.ts";
import { alongXml } from "./alongXml.ts";
import { lanesOf } from "./clips.ts";
import type { MediaPaths } from "./clips.ts";
import { EXTRA_FILE } from "./extra.ts";
import type { Extra } from "./extra.ts";
import {
  DEVICE_ELEMENTS,
  FORMATS,
  LOUDEST,
  ORDINARY,
  OUR_WORDS,
  channelXmlId,
  linear,
  panOut,
  plainNotes,
  trackXmlId,
  xmlIdOf,
} from "./plain.ts";
import { parametersOf } from "./parameters.ts";

export const ROLES = {
  audio: "regular",
  instrument: "regular",
  midi: "regular",
  folder: "submix",
  bus: "submix",
  return: "effect",
  "cue-mix": "submix",
  main: "master",
  monitor: "submix",
} as const;
export const CONTENT = {
  audio: "audio",
  instrument: "notes",
  midi: "notes",
  folder: "tracks",
  bus: "audio",
  return: "audio",
  "cue-mix": "audio",
  main: "audio",
  monitor: "audio",
} as const;

/**
 * Writes a session as a DAWproject 1.0 file (ZIP of project.xml, metadata.xml and our extra file).
 * @param of id of the session in the house, so that the file finds home again
 * @param media where the sounds on its tracks lie beside it; what is not there is known by the name of its file
 */
export function writeExchange(
  session: Session,
  of: string | null = null,
  withExtra = true,
  media: MediaPaths = new Map(),
): Uint8Array {
  const extra: Extra = { format: "mossy-lantern/exchange", version: 1, of, ids: {}, session };
  return zipOf({
    "project.xml": writeXml(projectTree(session, media)),
    "metadata.xml": writeXml(metadataTree(session)),
    ...(withExtra ? { [EXTRA_FILE]: JSON.stringify(extra) } : {}),
  });
}

export const metadataTree = (session: Session): Xml =>
  xml("MetaData", {}, xml("Title", {}, session.title), xml("Comment", {}, session.notes));

/** What ids things get in the document that is written, and where tracks can be led to. */
export interface Written {
  /** Of sends and processors: ids nobody has. */
  readonly ids: FreeIds;
  readonly trackId: (id: TrackId) => string;
  readonly channelId: (id: TrackId) => string;
  /** The channel a feed or a send leads to; null where there is none to lead to. */
  readonly destinationOf: (to: TrackId | null) => string | null;
}

function written({ tracks }: Session): Written {
  const sounding = new Set(tracks.filter((t) => t.kind !== "midi").map((t) => t.id));
  return {
    ids: new FreeIds(),
    trackId: trackXmlId,
    channelId: channelXmlId,
    destinationOf: (to) => (to !== null && sounding.has(to) ? channelXmlId(to) : null),
  };
}

export const tempoXml = ({ tempo }: Session, id: string | null = null): Xml =>
  xml("Tempo", { id, name: "Tempo", unit: "bpm", value: tempo });
export const meterXml = ({ meter }: Session, id: string | null = null): Xml =>
  xml("TimeSignature", { id, numerator: meter.beats, denominator: meter.unit });

export function projectTree(session: Session, media: MediaPaths = new Map()): Xml {
  const inside = insideOf(session.tracks);
  const doc = written(session);
  const structure = (parent: TrackId | null): Xml[] =>
    (inside.get(parent) ?? []).map((t) => trackXml(doc, t, structure(t.id)));
  return xml(
    "Project",
    { version: "1.0" },
    xml("Application", { name: "Mossy Lantern", version: "1" }),
    xml("Transport", {}, tempoXml(session, "tempo"), meterXml(session, "meter")),
    xml("Structure", {}, ...structure(null)),
    xml(
      "Arrangement",
      { id: "arrangement" },
      xml("Lanes", { id: "lanes", timeUnit: "beats" }, ...lanesOf(session, doc.trackId, media)),
      ...alongXml(session),
    ),
    xml("Scenes"),
  );
}

export function trackXml(doc: Written, t: Track, inside: Xml[]): Xml {
  const comment = commentOf(t);
  return xml(
    "Track",
    {
      id: doc.trackId(t.id),
      name: t.name,
      color: t.colour,
      comment: comment === "" ? null : comment,
      contentType: CONTENT[t.kind],
      loaded: true,
    },
    ...channelOf(doc, t),
    ...inside,
  );
}

/** The channel of a track; that of one without sound only says where its notes go, if they do. */
export function channelOf(doc: Written, t: Track): Xml[] {
  if (t.kind !== "midi") return [channelXml(doc, t)];
  const destination = doc.destinationOf(t.feeds);
  if (destination === null) return [];
  return [xml("Channel", { id: doc.channelId(t.id), role: ROLES[t.kind], destination })];
}

function channelXml(doc: Written, t: Track): Xml {
  return xml(
    "Channel",
    {
      id: doc.channelId(t.id),
      role: ROLES[t.kind],
      audioChannels: t.format === null ? null : CHANNELS[t.format],
      destination: doc.destinationOf(t.feeds),
      solo: false,
    },
    ...(t.inserts.length > 0 ? [xml("Devices", {}, ...t.inserts.map((i) => deviceXml(doc, t, i)))] : []),
    xml("Mute", { value: t.muted }),
    xml("Pan", { unit: "normalized", value: panOut(t.pan), min: 0, max: 1 }),
    ...(t.sends.length > 0 ? [xml("Sends", {}, ...t.sends.map((s) => sendXml(doc, t, s)))] : []),
    volumeXml(t.level),
  );
}

/** A fader that is further up than usual says how far it goes. */
export const volumeXml = (level: Decibels): Xml =>
  xml("Volume", { unit: "linear", value: linear(level), min: 0, max: Math.max(LOUDEST, linear(level)) });

export function sendXml(doc: Written, t: Track, s: Send): Xml {
  return xml(
    "Send",
    {
      id: doc.ids.take(xmlIdOf("send", t.id, s.id)),
      destination: doc.destinationOf(s.to),
      type: s.beforeFader ? "pre" : "post",
    },
    xml("Enable", { value: true }),
    volumeXml(s.level),
  );
}

/** What part a device plays, by its kind. */
const DEVICE_ROLES: Readonly<Record<string, string>> = { Instrument: "instrument", Meter: "analyzer" };

/** A plug-in by its format, an ordinary device by its kind, any other as built in. */
export const deviceElement = (i: Insert): string =>
  FORMATS[i.device?.format ?? ""] ?? DEVICE_ELEMENTS[i.kind] ?? "BuiltinDevice";

/** A processor; an ordinary device with the values we know. */
export function deviceXml(doc: Written, t: Track, i: Insert): Xml {
  const element = deviceElement(i);
  return xml(
    element,
    {
      id: doc.ids.take(xmlIdOf("device", t.id, i.id)),
      deviceRole: DEVICE_ROLES[i.kind] ?? "audioFX",
      deviceName: i.device?.name ?? i.kind,
      deviceVendor: i.device?.maker || null,
      deviceID: i.device?.identifier || null,
      name: i.kind,
    },
    xml("Parameters", {}, ...(ORDINARY.has(element) ? parametersOf(i.values) : [])),
    xml("Enabled", { value: !i.bypassed }),
  );
}

/** Notes, then in words what the format has no place for. */
export function commentOf(t: Pick<Track, "notes" | "input" | "polarity" | "width">): string {
  const said = [
    ...(t.input === null ? [] : [`input ${t.input}`]),
    ...(t.polarity === "inverted" ? ["polarity inverted"] : []),
    ...(t.width === 100 ? [] : [`width ${t.width} %`]),
  ];
  const notes = plainNotes(t.notes);
  return said.length === 0 ? notes : `${notes}${notes === "" ? "" : "\n"}${OUR_WORDS} ${said.join(", ")}`;
}
