import { same } from "../../session/change.ts";
import { CHANNELS } from "../../session/document.ts";
import type { Insert, Send, Track, TrackId } from "../../session/document.ts";
import { attribute, child } from "../xml.ts";
import type { Xml, XmlElement } from "../xml.ts";
import { fragment } from "../xmlEdits.ts";
import type { XmlEdits } from "../xmlEdits.ts";
import { LOUDEST, ORDINARY, linear, panOut } from "./plain.ts";
import { parametersOf } from "./parameters.ts";
import type { TrackElements } from "./reading.ts";
import { flag } from "./values.ts";
import { CONTENT, ROLES, commentOf, deviceElement, deviceXml, sendXml, volumeXml } from "./write.ts";
import type { Written } from "./write.ts";

/** The same for a document that is there already: what leaves it leads nowhere. */
export interface WrittenInto extends Written {
  readonly isGone: (track: TrackId | null) => boolean;
  /** Whether a main comes before a track: only the first of them is read as one. */
  readonly mainBefore: (track: TrackId) => boolean;
}

/** What a track of the file is to become, and with what it is done. */
export interface TrackPatch {
  readonly edits: XmlEdits;
  /** For new elements: ids nobody has, and where tracks can be led to. */
  readonly doc: WrittenInto;
  readonly elements: TrackElements;
  readonly came: Track;
  readonly now: Track;
  /** Processors that have to stay in the file. */
  readonly stays: (device: XmlElement) => boolean;
}

/** What stands in a channel before each of its parts (from memory). */
const BEFORE = {
  Devices: [],
  Mute: ["Devices"],
  Pan: ["Devices", "Mute"],
  Sends: ["Devices", "Mute", "Pan"],
  Volume: ["Devices", "Mute", "Pan", "Sends"],
} as const;

/** Makes what the project says of a track by itself say what the session says, with the fewest edits. */
export function patchTrack(of: TrackPatch): void {
  const p = { ...of, came: asSaid(of.came), now: asSaid(of.now) };
  const { edits, elements, came, now } = p;
  const { track, channel } = elements;
  if (came.name !== now.name) edits.set(track, "name", now.name);
  if (came.colour !== now.colour) edits.set(track, "color", now.colour);
  const comment = commentOf(now);
  if (commentOf(came) !== comment) edits.set(track, "comment", comment === "" ? null : comment);
  if (came.kind !== now.kind && track.name === "Track") edits.set(track, "contentType", CONTENT[now.kind]);
  if (channel) patchChannel(p, channel);
}

/** What a file can say of a track: of one without sound nothing of its sound. */
const asSaid = (t: Track): Track =>
  t.kind === "midi" ? { ...t, format: null, sends: [], inserts: [], level: 0, muted: false, pan: 0 } : t;

function patchChannel(p: TrackPatch, channel: XmlElement): void {
  const { edits, doc, came, now } = p;
  const taken = now.kind !== "main" && attribute(channel, "role") === "master" && !doc.mainBefore(now.id);
  if (came.kind !== now.kind || taken) edits.set(channel, "role", ROLES[now.kind]);
  // A track that carries no sound any more only says where its notes go.
  if (now.kind === "midi" && came.kind !== "midi") {
    edits.set(channel, "audioChannels", null);
    for (const part of channel.inside) edits.cut(part);
    edits.set(channel, "destination", doc.destinationOf(now.feeds));
    return;
  }
  if (came.format !== now.format || (came.kind === "midi" && now.kind !== "midi"))
    edits.set(channel, "audioChannels", now.format === null ? null : CHANNELS[now.format]);
  const destination = doc.destinationOf(now.feeds);
  const before = attribute(channel, "destination");
  const unsaid = before === null && destination !== null;
  if (came.feeds !== now.feeds || unsaid || (before !== null && doc.isGone(came.feeds)))
    edits.set(channel, "destination", destination);
  patchDevices(p, channel);
  patchValue(p, channel, "Mute", came.muted !== now.muted, { value: now.muted });
  patchPan(p, channel);
  patchSends(p, channel);
  if (came.level !== now.level) patchLevel(edits, channel, BEFORE.Volume, now.level);
}

function patchValue(
  { edits }: TrackPatch,
  channel: XmlElement,
  name: "Mute" | "Pan",
  other: boolean,
  attributes: Xml["attributes"],
): void {
  if (!other) return;
  const there = child(channel, name);
  if (there) edits.set(there, "value", attributes["value"] ?? null);
  else edits.into(channel, BEFORE[name], () => fragment({ name, attributes, inside: [] }));
}

function patchPan(p: TrackPatch, channel: XmlElement): void {
  const { came, now } = p;
  const unit = attribute(child(channel, "Pan"), "unit") ?? "normalized";
  const value = unit === "percent" ? now.pan : unit === "linear" ? now.pan / 100 : panOut(now.pan);
  patchValue(p, channel, "Pan", came.pan !== now.pan, { unit, value, min: 0, max: 1 });
}

/** Sets a fader, in the unit it is in; one that goes no further says that it does. */
function patchLevel(edits: XmlEdits, around: XmlElement, behind: readonly string[], level: number): void {
  const volume = child(around, "Volume");
  if (!volume) {
    edits.into(around, behind, () => fragment(volumeXml(level)));
    return;
  }
  const unit = attribute(volume, "unit");
  const gain = linear(level);
  edits.set(volume, "value", unit === "decibel" ? level : unit === "percent" ? gain * 100 : gain);
  const most = Number(attribute(volume, "max") ?? LOUDEST);
  if (unit !== "decibel" && unit !== "percent" && gain > most) edits.set(volume, "max", gain);
}

/** The item of each element of a list, by its place: a file's sends and processors are read in order. */
function paired<T>(items: readonly T[], elements: readonly XmlElement[]): Map<T, XmlElement> {
  if (items.length !== elements.length) return new Map();
  return new Map(items.flatMap((item, i) => (elements[i] ? [[item, elements[i]] as const] : [])));
}

function patchSends(p: TrackPatch, channel: XmlElement): void {
  const { edits, doc, elements, came, now } = p;
  const leadsOtherwise = now.sends.some((s) => doc.isGone(s.to) || doc.destinationOf(s.to) !== null);
  if (same(came.sends, now.sends) && !leadsOtherwise) return;
  const elementOf = paired(came.sends, elements.sends);
  const before = new Map(came.sends.map((s) => [s.id, s]));
  const wanted = now.sends.map((s) => {
    const was = before.get(s.id);
    const element = (was && elementOf.get(was)) ?? null;
    if (was && element) patchSend(p, element, was, s);
    return { element, put: () => (element ? edits.render(element) : fragment(sendXml(doc, now, s))) };
  });
  arranged(p, channel, "Sends", elements.sends, wanted);
}

function patchSend({ edits, doc }: TrackPatch, e: XmlElement, was: Send, now: Send): void {
  const destination = doc.destinationOf(now.to);
  const unsaid = attribute(e, "destination") === null && destination !== null;
  if (was.to !== now.to || unsaid || doc.isGone(now.to)) edits.set(e, "destination", destination);
  if (was.beforeFader !== now.beforeFader) edits.set(e, "type", now.beforeFader ? "pre" : "post");
  if (was.level === now.level) return;
  const enable = child(e, "Enable");
  if (enable && flag(enable, "value") === false) edits.set(enable, "value", true);
  patchLevel(edits, e, ["Enable", "Pan"], now.level);
}

function patchDevices(p: TrackPatch, channel: XmlElement): void {
  const { edits, doc, elements, came, now, stays } = p;
  if (same(came.inserts, now.inserts)) return;
  const elementOf = paired(came.inserts, elements.devices);
  const before = new Map(came.inserts.map((i) => [i.id, i]));
  const wanted = now.inserts.map((i) => {
    const was = before.get(i.id);
    const there = (was && elementOf.get(was)) ?? null;
    // Another device in its place is a new element; the old one goes, with its state and its parameters.
    const element = was && there && isStill(was, i, there) ? there : null;
    if (was && element) patchDevice(p, element, was, i);
    return { element, put: () => (element ? edits.render(element) : fragment(deviceXml(doc, now, i))) };
  });
  arranged(p, channel, "Devices", elements.devices, wanted, stays);
}

/** Whether a processor is the device it was: the same exact one, or the same element for none. */
export const isStill = (was: Insert, now: Insert, e: XmlElement): boolean =>
  same(was.device, now.device) && (was.kind === now.kind || deviceElement(now) === e.name);

function patchDevice({ edits }: TrackPatch, e: XmlElement, was: Insert, now: Insert): void {
  if (was.kind !== now.kind) edits.set(e, "name", now.kind);
  if (was.bypassed !== now.bypassed) {
    const enabled = child(e, "Enabled");
    if (enabled) edits.set(enabled, "value", !now.bypassed);
    else
      edits.into(e, ["Parameters"], () =>
        fragment({ name: "Enabled", attributes: { value: !now.bypassed }, inside: [] }),
      );
  }
  if (ORDINARY.has(e.name) && !same(was.values, now.values)) patchValues(edits, e, was, now);
}

function patchValues(edits: XmlEdits, e: XmlElement, was: Insert, now: Insert): void {
  const inside = child(e, "Parameters");
  const there = [...(inside?.inside ?? []), ...e.inside];
  const elementOf = (name: string): XmlElement | undefined =>
    there.find((c) => (attribute(c, "name") ?? c.name).trim() === name);
  for (const old of was.values)
    if (!now.values.some((v) => v.name === old.name)) {
      const gone = elementOf(old.name);
      if (gone) edits.cut(gone);
    }
  const fresh: Xml[] = [];
  for (const v of now.values) {
    if (was.values.some((old) => same(old, v))) continue;
    const [made] = parametersOf([v]);
    const known = elementOf(v.name);
    if (!made) continue;
    if (!known) fresh.push(made);
    else
      for (const name of ["unit", "value"]) {
        const value = made.attributes[name] ?? null;
        if (value !== null && attribute(known, name) !== String(value)) edits.set(known, name, value);
      }
  }
  if (fresh.length === 0) return;
  const text = fresh.map((f) => fragment(f)).join("");
  if (inside) edits.into(inside, ["RealParameter", "BoolParameter"], () => text);
  else edits.into(e, [], () => `<Parameters>${text}</Parameters>`);
}

/** Brings what a list of a channel holds into its order; where there is no such list, it is made. */
function arranged(
  { edits }: TrackPatch,
  channel: XmlElement,
  name: "Devices" | "Sends",
  here: readonly XmlElement[],
  wanted: readonly { readonly element: XmlElement | null; readonly put: () => string }[],
  stays: (e: XmlElement) => boolean = () => false,
): void {
  const list = child(channel, name);
  const left = here.filter((e) => !wanted.some((w) => w.element === e));
  for (const e of left) if (!stays(e)) edits.cut(e);
  if (list) edits.arrange(list, here, wanted, []);
  else if (wanted.length > 0)
    edits.into(channel, BEFORE[name], () => `<${name}>${wanted.map((w) => w.put()).join("")}</${name}>`);
}

/** Whether a track needs a channel the file does not have for it. */
export const wantsChannel = (came: Track, now: Track): boolean =>
  now.kind === "midi"
    ? came.feeds !== now.feeds
    : (["kind", "format", "feeds", "sends", "inserts", "level", "muted", "pan"] as const).some(
        (f) => !same(came[f], now[f]),
      );
