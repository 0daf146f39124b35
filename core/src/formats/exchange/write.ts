import { CHANNELS } from "../../session/document.ts";
import type { Insert, Send, Session, Track, TrackId } from "../../session/document.ts";
import { insideOf } from "../../session/routing.ts";
import { xml, writeXml } from "../xml.ts";
import type { Xml } from "../xml.ts";
import { zipOf } from "../zipOut.ts";
import { EXTRA_FILE } from "./extra.ts";
import type { Extra } from "./extra.ts";
import { OUR_WORDS, channelXmlId, linear, panOut, plainNotes, trackXmlId } from "./plain.ts";

/**
 * Element names of the devices the format knows by kind (from memory); any other kind is a plain device.
 */
export const DEVICE_ELEMENTS: Readonly<Record<string, string>> = {
  EQ: "Equalizer",
  Compressor: "Compressor",
  Limiter: "Limiter",
  Gate: "NoiseGate",
};
const ROLES = {
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
const CONTENT = {
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
 */
export function writeExchange(session: Session, of: string | null = null, withExtra = true): Uint8Array {
  const extra: Extra = { format: "mossy-lantern/exchange", version: 1, of, session };
  return zipOf({
    "project.xml": writeXml(projectTree(session)),
    "metadata.xml": writeXml(metadataTree(session)),
    ...(withExtra ? { [EXTRA_FILE]: JSON.stringify(extra) } : {}),
  });
}

export const metadataTree = (session: Session): Xml =>
  xml("MetaData", {}, xml("Title", {}, session.title), xml("Comment", {}, session.notes));

export function projectTree(session: Session): Xml {
  const inside = insideOf(session.tracks);
  const structure = (parent: TrackId | null): Xml[] =>
    (inside.get(parent) ?? []).map((t) => trackXml(t, structure(t.id)));
  return xml(
    "Project",
    { version: "1.0" },
    xml("Application", { name: "Mossy Lantern", version: "1" }),
    xml(
      "Transport",
      {},
      xml("Tempo", { id: "tempo", name: "Tempo", unit: "bpm", value: session.tempo }),
      xml("TimeSignature", {
        id: "meter",
        numerator: session.meter.beats,
        denominator: session.meter.unit,
      }),
    ),
    xml("Structure", {}, ...structure(null)),
    xml("Arrangement", { id: "arrangement" }, xml("Lanes", { id: "lanes", timeUnit: "beats" })),
    xml("Scenes"),
  );
}

function trackXml(t: Track, inside: Xml[]): Xml {
  const comment = commentOf(t);
  return xml(
    "Track",
    {
      id: trackXmlId(t.id),
      name: t.name,
      color: t.colour,
      comment: comment === "" ? null : comment,
      contentType: CONTENT[t.kind],
      loaded: true,
    },
    ...(t.kind === "midi" || t.format === null ? [] : [channelXml(t, CHANNELS[t.format])]),
    ...inside,
  );
}

function channelXml(t: Track, channels: number): Xml {
  return xml(
    "Channel",
    {
      id: channelXmlId(t.id),
      role: ROLES[t.kind],
      audioChannels: channels,
      destination: t.feeds === null ? null : channelXmlId(t.feeds),
      solo: false,
    },
    ...(t.inserts.length > 0 ? [xml("Devices", {}, ...t.inserts.map(deviceXml))] : []),
    xml("Mute", { value: t.muted }),
    xml("Pan", { unit: "normalized", value: panOut(t.pan), min: 0, max: 1 }),
    ...(t.sends.length > 0 ? [xml("Sends", {}, ...t.sends.map(sendXml))] : []),
    xml("Volume", { unit: "linear", value: linear(t.level), min: 0, max: 2 }),
  );
}

function sendXml(s: Send): Xml {
  return xml(
    "Send",
    { id: `send-${s.id}`, destination: channelXmlId(s.to), type: s.beforeFader ? "pre" : "post" },
    xml("Enable", { value: true }),
    xml("Volume", { unit: "linear", value: linear(s.level), min: 0, max: 2 }),
  );
}

function deviceXml(i: Insert): Xml {
  return xml(
    DEVICE_ELEMENTS[i.kind] ?? "BuiltinDevice",
    {
      id: `device-${i.id}`,
      deviceRole: i.kind === "Instrument" ? "instrument" : "audioFX",
      deviceName: i.device?.name ?? i.kind,
      ...(i.device?.maker ? { deviceVendor: i.device.maker } : {}),
      ...(i.device?.identifier ? { deviceID: i.device.identifier } : {}),
      name: i.kind,
    },
    xml("Parameters"),
    xml("Enabled", { value: !i.bypassed }),
  );
}

/** Notes, then in words what the format has no place for. */
function commentOf(t: Track): string {
  const said = [
    ...(t.input === null ? [] : [`input ${t.input}`]),
    ...(t.polarity === "inverted" ? ["polarity inverted"] : []),
    ...(t.width === 100 ? [] : [`width ${t.width} %`]),
  ];
  const notes = plainNotes(t.notes);
  return said.length === 0 ? notes : `${notes}${notes === "" ? "" : "\n"}${OUR_WORDS} ${said.join(", ")}`;
}
