import { blankTrack, meter as meterSchema } from "../session/document.ts";
import type { Controller, Session, Track } from "../session/document.ts";
import { asOneLine } from "../session/text.ts";
import { FileProblem } from "./fileProblem.ts";
import type { ForeignSession } from "./foreignSession.ts";
import { attribute, child, children, numeric, parseXml, readXml, textIn } from "./xml.ts";
import type { XmlElement } from "./xml.ts";
import { SESSION_FILE_LIMITS, openZip } from "./zip.ts";

const MOST_PARTS = 1000;
const REMEDY = "Export the score again as MusicXML and choose that file.";
const CONTAINER = "META-INF/container.xml";

/** MIDI controllers (MIDI 1.0): bank select, volume, balance of the sides. */
const BANK = { coarse: 0, fine: 32 };
const VOLUME = 7;
const PAN = 10;

/** Whether a file is a score: by its name, or by what its first element is called. */
export const isMusicXml = (name: string, beginning: string): boolean =>
  /\.(musicxml|mxl)$/i.test(name) || /<score-(partwise|timewise)\b/.test(beginning);

/**
 * The score in a compressed MusicXML file: the first its container names, else the first XML beside it.
 * @throws FileProblem where it is no such ZIP
 */
export async function unpackedScore(name: string, bytes: Uint8Array): Promise<Uint8Array> {
  const zip = await openZip(bytes, SESSION_FILE_LIMITS);
  const entryOf = (path: string | null) => zip.entries.find((e) => e.name === path && !e.folder);
  const container = entryOf(CONTAINER);
  const root =
    container && parseXml(await zip.read(container), CONTAINER, { remedy: REMEDY, doctype: true });
  const files = children(child(root, "rootfiles"), "rootfile").map((f) => attribute(f, "full-path"));
  const score =
    entryOf(files[0] ?? null) ?? zip.entries.find((e) => /^[^/]+\.(musicxml|xml)$/i.test(e.name));
  if (!score) throw new FileProblem(`“${name}” is a ZIP, but holds no score. ${REMEDY}`, name);
  return zip.read(score);
}

/**
 * The parts of a MusicXML score (W3C, 4.0, partwise or timewise; from memory of the specification) as MIDI
 * tracks: names, how far each sounds from where it is written, channels, banks, programs, volume and place;
 * tempo and meter from where it starts. Music is counted and left behind.
 * @param base what the session is besides
 * @throws FileProblem where it is broken, or holds no parts
 */
export function readMusicXml(base: Session, name: string, bytes: Uint8Array): ForeignSession {
  const { root, many } = readXml(bytes, name, {
    remedy: REMEDY,
    doctype: true,
    // Only the first measure of a part says what it begins with.
    counted: (element, around, place) => element === "measure" && around === "part" && place > 1,
  });
  if (root.name !== "score-partwise" && root.name !== "score-timewise")
    throw new FileProblem(`“${name}” is XML but no MusicXML score: it begins with “${root.name}”.`, name);
  const parts = children(child(root, "part-list"), "score-part");
  if (parts.length === 0) throw new FileProblem(`The score in “${name}” lists no parts. ${REMEDY}`, name);
  if (parts.length > MOST_PARTS)
    throw new FileProblem(`The score has ${parts.length} parts; at most ${MOST_PARTS} are taken.`, name);
  const firsts = firstMeasures(root);
  const notices: string[] = [];
  const tracks = parts.flatMap((part) => tracksOf(part, firsts.get(attribute(part, "id") ?? ""), notices));
  const start = startOf([...firsts.values()]);
  const title = textIn(root, "movement-title") ?? textIn(child(root, "work"), "work-title");
  const counted = (what: string, element: string) => ({ what, many: many.get(element) ?? 0, bytes: null });
  return {
    session: {
      ...base,
      title: title === null ? base.title : asOneLine(title, 200) || base.title,
      tempo: start.tempo ?? base.tempo,
      meter: start.meter ?? base.meter,
      tracks: tracks.map((t, i) => ({ ...t, id: `part-${i + 1}` })),
    },
    whole: false,
    from: "MusicXML score",
    notices,
    carried: [counted("notes", "note"), counted("measures", "measure"), counted("lyrics", "lyric")].filter(
      (c) => c.many > 0,
    ),
  };
}

/** The first measure of each part by the part's id. */
function firstMeasures(root: XmlElement): Map<string, XmlElement> {
  const found = new Map<string, XmlElement>();
  const put = (id: string | null, measure: XmlElement | undefined): void => {
    if (id !== null && measure && !found.has(id)) found.set(id, measure);
  };
  if (root.name === "score-partwise")
    for (const part of children(root, "part")) put(attribute(part, "id"), child(part, "measure"));
  else
    for (const measure of children(root, "measure"))
      for (const part of children(measure, "part")) put(attribute(part, "id"), part);
  return found;
}

const numberIn = (e: XmlElement | undefined, name: string): number | null => {
  const said = textIn(e, name);
  const n = said === null ? Number.NaN : Number(said);
  return Number.isFinite(n) ? n : null;
};
const wholeIn = (e: XmlElement | undefined, name: string, from: number, to: number): number | null => {
  const n = numberIn(e, name);
  return n !== null && Number.isInteger(n) && n >= from && n <= to ? n : null;
};

/** Tempo and meter of the first part that says one. */
function startOf(firsts: readonly XmlElement[]): { tempo: number | null; meter: Session["meter"] | null } {
  let tempo: number | null = null;
  let meter: Session["meter"] | null = null;
  for (const measure of firsts) {
    const time = child(child(measure, "attributes"), "time");
    const read = meterSchema.safeParse({
      beats: numberIn(time, "beats"),
      unit: numberIn(time, "beat-type"),
    });
    if (read.success) meter ??= read.data;
    for (const sound of [measure, ...children(measure, "direction")].flatMap((e) => children(e, "sound"))) {
      const said = numeric(sound, "tempo");
      if (said !== null && said >= 10 && said <= 400) tempo ??= said;
    }
  }
  return { tempo, meter };
}

/** A part as a track; one that plays on several channels as one track for each. */
function tracksOf(part: XmlElement, first: XmlElement | undefined, notices: string[]): Track[] {
  const called =
    asOneLine(textIn(part, "part-name") ?? "", 200) ||
    asOneLine(textIn(part, "part-abbreviation") ?? "", 200) ||
    `Part ${attribute(part, "id") ?? ""}`.trim();
  const transpose = soundsAt(first, called, notices);
  const instruments = new Map(
    children(part, "score-instrument").map((i) => [attribute(i, "id"), textIn(i, "instrument-name") ?? ""]),
  );
  const device = textIn(part, "midi-device");
  const port = numeric(child(part, "midi-device"), "port");
  const channels = new Map<number | null, XmlElement>();
  for (const midi of children(part, "midi-instrument")) {
    const channel = wholeIn(midi, "midi-channel", 1, 16);
    if (!channels.has(channel)) channels.set(channel, midi);
  }
  if (channels.size === 0) channels.set(null, part);
  return [...channels].map(([channel, midi]) => {
    const instrument = instruments.get(attribute(midi, "id")) ?? [...instruments.values()][0] ?? "";
    const notes = [
      ...(instrument === "" || instrument === called ? [] : [`instrument ${asOneLine(instrument, 200)}`]),
      ...(device === null ? [] : [`device ${asOneLine(device, 200)}`]),
      ...(port === null ? [] : [`port ${port}`]),
    ].join(", ");
    const name = channels.size > 1 && channel !== null ? `${called} ${channel}` : called;
    const program = wholeIn(midi, "midi-program", 1, 128);
    return blankTrack("", name, {
      kind: "midi",
      format: null,
      channel,
      program,
      controllers: controllersOf(midi),
      transpose,
      notes,
    });
  });
}

/** How far a part sounds from where it is written, in semitones; 0 where it says nothing. */
function soundsAt(first: XmlElement | undefined, called: string, notices: string[]): number {
  const said = child(child(first, "attributes"), "transpose");
  const semitones = (numberIn(said, "chromatic") ?? 0) + 12 * (numberIn(said, "octave-change") ?? 0);
  if (Number.isInteger(semitones) && Math.abs(semitones) <= 48) return semitones;
  notices.push(`“${called}” is transposed by ${semitones} semitones, which no track can be; it was left.`);
  return 0;
}

/** Bank (1 to 16384), volume (per cent) and place (degrees, −90 left to 90 right) as controllers. */
function controllersOf(midi: XmlElement): Controller[] {
  const [bank, volume, pan] = [
    wholeIn(midi, "midi-bank", 1, 16_384),
    numberIn(midi, "volume"),
    numberIn(midi, "pan"),
  ];
  const within = (n: number): number => Math.min(127, Math.max(0, Math.round(n)));
  return [
    ...(bank === null
      ? []
      : [
          { controller: BANK.coarse, value: (bank - 1) >> 7 },
          { controller: BANK.fine, value: (bank - 1) & 127 },
        ]),
    ...(volume === null ? [] : [{ controller: VOLUME, value: within(volume * 1.27) }]),
    ...(pan === null ? [] : [{ controller: PAN, value: within(64 + (pan * 63) / 90) }]),
  ];
}
