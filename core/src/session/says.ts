import { KIND_WORDS } from "./kind.ts";
import { timeInWords } from "./time.ts";
import type { Change } from "./change.ts";
import type { Session, Track, TrackField, TrackId } from "./document.ts";

/** A change as a person reads it. */
export interface ChangeSentence {
  readonly sort: "added" | "taken out" | "moved" | "changed";
  readonly track: TrackId | null;
  /** Name of the track, or "Session". */
  readonly name: string;
  readonly what: string;
  readonly before: string | null;
  readonly after: string | null;
}

const FIELD_WORDS: Readonly<Record<TrackField, string>> = {
  kind: "kind",
  format: "format",
  name: "name",
  role: "role",
  of: "whose it is",
  positions: "positions",
  number: "number",
  colour: "colour",
  icon: "icon",
  source: "source",
  input: "input",
  feeds: "feeds",
  sends: "sends",
  inserts: "inserts",
  level: "level",
  pan: "pan",
  width: "width",
  polarity: "polarity",
  armed: "armed",
  monitor: "monitor",
  channel: "MIDI channel",
  controllers: "controllers at the start",
  transpose: "transposed",
  job: "job's own",
  notes: "notes",
  pickup: "microphone or box",
  stand: "stand",
  phantom: "phantom power",
  muted: "muted",
  listenOnly: "listen only",
};
export const SESSION_WORDS = {
  title: "title",
  sampleRate: "sample rate",
  bitDepth: "bit depth",
  fileType: "file type",
  tempo: "tempo",
  meter: "meter",
  mainFormat: "main format",
  leadIn: "bars of lead-in",
  musicBar: "bar where music starts",
  notes: "notes",
  kept: "findings kept",
  panLaw: "pan law",
  frameRate: "frame rate",
  fixedEnd: "fixed end",
  fixed: "settings the template fixes",
  checklist: "checklist",
  links: "link sets",
  views: "views",
  interfaceInputs: "inputs of the interface",
  inputSets: "input sets",
  rulesOff: "findings switched off",
} as const;

/** Level in dB as the trade writes it: "−8.0", "0.0", "silent". */
export function levelInWords(db: number): string {
  if (db <= -144) return "silent";
  return `${db < 0 ? "−" : db > 0 ? "+" : ""}${Math.abs(db).toFixed(1)}`;
}

/** Pan as the trade writes it: "L 34", "C", "R 12". */
export function panInWords(pan: number): string {
  return pan === 0 ? "C" : `${pan < 0 ? "L" : "R"} ${Math.round(Math.abs(pan))}`;
}

/** Semitones as people say them: "an octave lower", "+7 semitones". */
export function transposeInWords(semitones: number): string {
  if (semitones === 0) return "as written";
  const way = semitones < 0 ? "lower" : "higher";
  const n = Math.abs(semitones);
  return n % 12 === 0
    ? `${n === 12 ? "an octave" : `${n / 12} octaves`} ${way}`
    : `${n} ${n === 1 ? "semitone" : "semitones"} ${way}`;
}

/** A field's value in words; ids of other tracks become their names. */
export function valueInWords(t: Track, field: TrackField, nameOf: (id: TrackId) => string): string {
  switch (field) {
    case "input":
      return t.input === null ? "none" : `Input ${t.input}`;
    case "feeds":
      return t.feeds === null ? "nothing" : nameOf(t.feeds);
    case "level":
      return `${levelInWords(t.level)} dB`;
    case "pan":
      return panInWords(t.pan);
    case "width":
      return `${t.width} %`;
    case "sends":
      return t.sends.length === 0
        ? "none"
        : t.sends.map((s) => `${nameOf(s.to)} ${levelInWords(s.level)}`).join(", ");
    case "inserts":
      return t.inserts.length === 0
        ? "none"
        : t.inserts.map((i) => `${i.device?.name ?? i.kind}${i.bypassed ? " (bypassed)" : ""}`).join(", ");
    case "positions":
      return t.positions.length === 0 ? "none" : t.positions.join(", ");
    case "controllers":
      return t.controllers.length === 0
        ? "none"
        : t.controllers.map((c) => `${c.controller} at ${c.value}`).join(", ");
    case "transpose":
      return transposeInWords(t.transpose);
    case "armed":
      return t.armed ? "armed" : "not armed";
    case "phantom":
      return t.phantom ? "48 V" : "off";
    case "muted":
      return t.muted ? "muted" : "heard";
    case "listenOnly":
      return t.listenOnly ? "listen only" : "can record";
    case "pickup":
    case "stand":
      return t[field] === "" ? "none" : t[field];
    case "job":
      return t.job ? "yes" : "no";
    case "notes":
      return t.notes === "" ? "none" : t.notes;
    default: {
      const v = t[field];
      return v === null ? "none" : String(v);
    }
  }
}

/** A list of changes in words, read against the sessions before and after them. */
export function inWords(before: Session, after: Session, changes: readonly Change[]): ChangeSentence[] {
  const old = new Map(before.tracks.map((t) => [t.id, t]));
  const fresh = new Map(after.tracks.map((t) => [t.id, t]));
  const nameOf = (id: TrackId): string => (fresh.get(id) ?? old.get(id))?.name ?? "a track that is gone";
  const folder = (id: TrackId | null): string => (id === null ? "no folder" : nameOf(id));
  return changes.map((c): ChangeSentence => {
    switch (c.do) {
      case "add":
        return {
          sort: "added",
          track: c.track.id,
          name: c.track.name,
          what: `new ${KIND_WORDS[c.track.kind]}${c.track.parent === null ? "" : ` in ${folder(c.track.parent)}`}`,
          before: null,
          after: c.track.input === null ? null : `Input ${c.track.input}`,
        };
      case "take-out":
        return {
          sort: "taken out",
          track: c.track.id,
          name: c.track.name,
          what: "taken out",
          before: c.track.input === null ? "there" : `Input ${c.track.input}`,
          after: null,
        };
      case "move":
        return c.from.parent === c.to.parent
          ? {
              sort: "moved",
              track: c.id,
              name: nameOf(c.id),
              what: "order",
              before: c.from.after === null ? "first" : `after ${nameOf(c.from.after)}`,
              after: c.to.after === null ? "first" : `after ${nameOf(c.to.after)}`,
            }
          : {
              sort: "moved",
              track: c.id,
              name: nameOf(c.id),
              what: "folder",
              before: folder(c.from.parent),
              after: folder(c.to.parent),
            };
      case "set": {
        const a = { ...(old.get(c.id) ?? fresh.get(c.id)), [c.field]: c.from } as Track;
        const b = { ...(fresh.get(c.id) ?? old.get(c.id)), [c.field]: c.to } as Track;
        return {
          sort: "changed",
          track: c.id,
          name: nameOf(c.id),
          what: FIELD_WORDS[c.field],
          before: valueInWords(a, c.field, nameOf),
          after: valueInWords(b, c.field, nameOf),
        };
      }
      case "set-session":
        return {
          sort: "changed",
          track: null,
          name: "Session",
          what: SESSION_WORDS[c.field],
          before: settingInWords(c.field, c.from),
          after: settingInWords(c.field, c.to),
        };
    }
  });
}

function settingInWords(field: keyof typeof SESSION_WORDS, value: unknown): string {
  if (field === "sampleRate") return `${Number(value) / 1000} kHz`;
  if (value === null) return "none";
  if (field === "fixedEnd") return timeInWords(Number(value));
  if (field === "fixed" && Array.isArray(value))
    return value.length === 0
      ? "none"
      : value.map((f) => SESSION_WORDS[f as keyof typeof SESSION_WORDS] ?? String(f)).join(", ");
  if (field === "checklist" && Array.isArray(value)) return value.length === 0 ? "empty" : value.join("; ");
  if (Array.isArray(value) && value.every((v) => typeof v === "object" && v !== null && "name" in v))
    return value.length === 0 ? "none" : value.map((v) => String((v as { name: unknown }).name)).join(", ");
  if (field === "bitDepth") return `${String(value)} bit`;
  if (Array.isArray(value)) return `${value.length}`;
  if (typeof value === "object" && value !== null && "beats" in value && "unit" in value)
    return `${String(value.beats)}/${String(value.unit)}`;
  return String(value);
}
