import type { Session, TrackId } from "../../session/document.ts";
import { itemKey } from "../../items/stay.ts";
import { FreeIds } from "../../session/freeId.ts";
import { grouped } from "../../session/grouped.ts";
import { MOST_ITEMS } from "../../session/item.ts";
import { FileProblem } from "../fileProblem.ts";
import type { Cargo } from "../foreignSession.ts";
import { attribute, child, children, readXml } from "../xml.ts";
import type { XmlElement } from "../xml.ts";
import { clipsIn } from "./clipsIn.ts";
import type { FoundClip } from "./clipsIn.ts";
import { timeInArrangement } from "../timeline/exchangeTime.ts";
import type { BroughtTime } from "../timeline/brought.ts";
import { metadataIn } from "./read.ts";
import type { ReadExchange } from "./read.ts";
import { PROJECT } from "./entries.ts";
import { ORDINARY } from "./plain.ts";
import { Reading } from "./reading.ts";

/** What of a job's cargo says where something is in time. */
export const OF_TIME: readonly string[] = ["markers", "tempo moves", "meter changes"];

/** An entry of a session file, as far as its name and size tell. */
export interface NamedEntry {
  readonly name: string;
  readonly size: number;
  readonly folder: boolean;
}

/** What a session file holds of its job. */
export interface JobIn {
  /** Clips under the tracks of the session, with the entries of their sounds. */
  readonly clips: readonly (FoundClip & { readonly entry: string | null })[];
  /** Everything else, how much of it. */
  readonly cargo: readonly Cargo[];
  /** What it says of time. */
  readonly time: BroughtTime;
}

/** Names of folders and files a workstation leaves behind when one undoes or saves (common practice, no source). */
const LEFTOVER = new RegExp(
  [
    "(^|/)(undo|history|backups?|autosaves?|trash)([ _-](history|files?|copies))?/",
    "\\.(bak|tmp|undo)$",
    "~$",
    "(^|[/_ -])autosave",
  ].join("|"),
  "i",
);
const MEDIA = /\.(wav|wave|bwf|rf64|w64|aiff?|aifc|flac|mp3|ogg|opus|m4a|caf|mp4|mov)$/i;

/** What is kept of an arrangement: all of it; without the points of curves; nothing but counts. */
const WISHES: readonly ReadonlySet<string>[] = [
  new Set(["Scenes"]),
  new Set(["Scenes", "Points"]),
  new Set(["Scenes", "Arrangement"]),
];

/** The elements of a project with its arrangement, as much of it as can be held. @throws FileProblem */
function projectWith(project: Uint8Array): ReturnType<typeof readXml> {
  let last: unknown;
  for (const counted of WISHES) {
    try {
      return readXml(project, PROJECT, {
        counted: (name, around) =>
          counted.has(name) || (name === "Parameters" && !ORDINARY.has(around ?? "")),
      });
    } catch (e) {
      if (!(e instanceof FileProblem)) throw e;
      last = e;
    }
  }
  throw last;
}

/**
 * Finds what a session file holds of its job: what lies on its tracks, and takes, markers, curves, files nobody uses.
 * What the session itself already carries, from our own file, is not found again.
 * @param read the same file, as it was read
 * @param entries of the ZIP; without those of `folder` around everything, if any
 * @throws FileProblem
 */
export function jobIn(
  project: Uint8Array,
  read: Pick<ReadExchange, "session" | "ids">,
  entries: readonly NamedEntry[],
): JobIn {
  const { root, many } = projectWith(project);
  const { session: own, elements } = new Reading(root, metadataIn(null).root);
  const tracks = new Map<string, TrackId>();
  own.tracks.forEach((_, n) => {
    const track = read.session.tracks[n];
    const e = elements[n];
    for (const id of [attribute(e?.track, "id"), attribute(e?.channel, "id")])
      if (track && id !== null && !tracks.has(id)) tracks.set(id, track.id);
  });
  const all = clipsIn(child(root, "Arrangement"), tracks, read.session.tempo);
  const byName = new Map(entries.filter((e) => !e.folder).map((e) => [e.name, e]));
  const known = carriedAlready(read.session);
  const clips = all
    .filter((c) => !known(c))
    .map((c) => ({ ...c, entry: c.path !== null && byName.has(c.path) ? c.path : null }));
  const time = timeInArrangement(child(root, "Arrangement"), read.session.tempo);
  return { clips, cargo: cargoOf(root, many, entries, clips, all.length, read.session), time };
}

/** A session with clips on its tracks. */
export interface LaidOn {
  readonly session: Session;
  /** The entries of their sounds, by the keys of the items. */
  readonly entries: ReadonlyMap<string, string>;
  /** The keys of takes, and of what is switched off. */
  readonly takes: ReadonlySet<string>;
  /** So many did not go on their tracks: no track of ours holds so many. */
  readonly left: number;
}

/** Puts clips on the tracks of a session, under ids of their own. */
export function laidOn(session: Session, clips: JobIn["clips"]): LaidOn {
  const entries = new Map<string, string>();
  const takes = new Set<string>();
  const of = grouped(clips, (c) => c.track);
  let left = 0;
  const tracks = session.tracks.map((t) => {
    const mine = of.get(t.id) ?? [];
    const taken = mine.slice(0, MOST_ITEMS - t.items.length);
    left += mine.length - taken.length;
    const ids = new FreeIds(t.items.map((i) => i.id));
    const items = taken.map((c, n) => {
      const item = { ...c.item, id: ids.take(`c${n + 1}`) };
      const key = itemKey(t.id, item);
      if (c.entry !== null) entries.set(key, c.entry);
      if (c.take) takes.add(key);
      return item;
    });
    return items.length === 0 ? t : { ...t, items: [...t.items, ...items] };
  });
  return { session: { ...session, tracks }, entries, takes, left };
}

/** Whether a clip is one that the session has from our own file: the same thing in the same place. */
function carriedAlready(session: Session): (c: FoundClip) => boolean {
  const key = (track: TrackId, { name, clock, at, holds }: FoundClip["item"]): string =>
    JSON.stringify([track, name, clock, Math.round(at * 1000), holds.kind]);
  const mine = new Set(session.tracks.flatMap((t) => t.items.map((i) => key(t.id, i))));
  return (c) => mine.has(key(c.track, c.item));
}

/** Every element in another that is called so, however deep; nothing is as deep as what a hostile file nests. */
function allIn(e: XmlElement | undefined, name: string): XmlElement[] {
  const found: XmlElement[] = [];
  const waiting = [...children(e)];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    if (next.name === name) found.push(next);
    for (const inside of next.inside) waiting.push(inside);
  }
  return found;
}

/**
 * @param found how many clips were read, those too that the session carries already
 * @param own what of time it carries already, from our own file
 */
function cargoOf(
  root: XmlElement,
  many: ReadonlyMap<string, number>,
  entries: readonly NamedEntry[],
  clips: JobIn["clips"],
  found: number,
  own: Pick<Session, "markers" | "tempos" | "meters">,
): Cargo[] {
  const arrangement = child(root, "Arrangement");
  const count = (name: string): number => many.get(name) ?? 0;
  const inside = (name: string, what: string): number => allIn(child(arrangement, name), what).length;
  const files = entries.filter((e) => !e.folder);
  const used = new Set(allIn(root, "File").map((f) => attribute(f, "path")?.replaceAll("\\", "/") ?? ""));
  const size = (list: readonly NamedEntry[]): number => list.reduce((sum, e) => sum + e.size, 0);
  const undo = files.filter((e) => LEFTOVER.test(e.name));
  const unused = files.filter((e) => MEDIA.test(e.name) && !used.has(e.name) && !LEFTOVER.test(e.name));
  const takes = clips.filter((c) => c.take);
  const playing = new Set(clips.flatMap((c) => (c.take ? [] : (c.entry ?? []))));
  const ofTakes = new Set(takes.flatMap((c) => (c.entry !== null && !playing.has(c.entry) ? c.entry : [])));
  const states = files.filter((e) => e.name.startsWith("plugins/"));
  const tempos = inside("TempoAutomation", "RealPoint");
  const unread = Math.max(0, count("Clip") - within(arrangement, "Clip") - found);
  // Where there were too many to be held, they were counted only.
  const unreadWhat = children(arrangement).length === 0 ? "clips" : "clips without sound or notes";
  const list: Cargo[] = [
    {
      what: "takes and clips switched off",
      many: takes.length,
      bytes: size(files.filter((e) => ofTakes.has(e.name))),
    },
    { what: unreadWhat, many: unread, bytes: null },
    { what: "markers", many: Math.max(0, count("Marker") - own.markers.length), bytes: null },
    { what: "tempo moves", many: Math.max(0, tempos - 1 - own.tempos.length), bytes: null },
    {
      what: "meter changes",
      many: Math.max(0, inside("TimeSignatureAutomation", "TimeSignaturePoint") - 1 - own.meters.length),
      bytes: null,
    },
    { what: "automation curves", many: count("Points"), bytes: null },
    {
      what: "points of curves",
      many: count("RealPoint") - tempos + count("BoolPoint") + count("EnumPoint"),
      bytes: null,
    },
    { what: "scenes", many: count("Scene"), bytes: null },
    { what: "files nobody uses", many: unused.length, bytes: size(unused) },
    { what: "undo and backup leftovers", many: undo.length, bytes: size(undo) },
    { what: "plug-in states", many: states.length, bytes: size(states) },
  ];
  return list.filter((c) => c.many > 0);
}

/** How many elements of a name stand inside others of it: of clips, they are part of what those hold. */
function within(e: XmlElement | undefined, name: string): number {
  let many = 0;
  const waiting = children(e).map((c) => ({ e: c, in: false }));
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const is = next.e.name === name;
    if (is && next.in) many++;
    for (const inside of next.e.inside) waiting.push({ e: inside, in: next.in || is });
  }
  return many;
}
