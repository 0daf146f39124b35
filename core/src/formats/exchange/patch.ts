import { same } from "../../session/change.ts";
import { insideOf } from "../../session/routing.ts";
import type { Session, Track, TrackId } from "../../session/document.ts";
import { FreeIds } from "../../session/freeId.ts";
import { attribute, child, xml } from "../xml.ts";
import type { Xml, XmlElement } from "../xml.ts";
import { XmlEdits, fragment } from "../xmlEdits.ts";
import type { TextEdit } from "../xmlEdits.ts";
import { idsIn } from "./mentions.ts";
import { isStill, patchTrack, wantsChannel } from "./patchTrack.ts";
import type { WrittenInto } from "./patchTrack.ts";
import { channelXmlId, trackXmlId } from "./plain.ts";
import type { Reading, TrackElements } from "./reading.ts";
import { takeOut } from "./takeOut.ts";
import type { Leaving, TakenOut } from "./takeOut.ts";
import { channelOf, meterXml, tempoXml, trackXml } from "./write.ts";

/** The edits that make a project say what a session says, and what could not be done. */
export interface ProjectPatch {
  readonly edits: readonly TextEdit[];
  /** By which id of the house a track of the project is known, by the id of its element. */
  readonly known: ReadonlyMap<string, TrackId>;
  readonly says: readonly string[];
}

/**
 * Finds the fewest edits of a project that make of the session it came as the one it is now.
 * @param text of the project
 * @param root its elements
 * @param reading of the same
 * @param came the session it was taken in as: its tracks are those of the reading, in their order, perhaps
 *   under other ids
 */
export const patchProject = (
  text: string,
  root: XmlElement,
  reading: Reading,
  came: Session,
  now: Session,
): ProjectPatch => new Patching(text, root, reading, came, now).patch();

class Patching {
  readonly #edits: XmlEdits;
  readonly #ids: FreeIds;
  readonly #came: ReadonlyMap<TrackId, Track>;
  readonly #now: ReadonlyMap<TrackId, Track>;
  /** The elements of each track of the session that came. */
  readonly #elements: ReadonlyMap<TrackId, TrackElements>;
  readonly #known = new Map<string, TrackId>();
  readonly #channels = new Map<TrackId, string>();
  readonly #newIds = new Map<TrackId, string>();
  readonly #doc: WrittenInto;
  #out: TakenOut = { gone: new Set(), lanes: [], says: [] };

  constructor(
    private readonly text: string,
    private readonly root: XmlElement,
    private readonly reading: Reading,
    private readonly came: Session,
    private readonly now: Session,
  ) {
    this.#edits = new XmlEdits(text);
    this.#ids = new FreeIds(idsIn(text));
    this.#came = new Map(came.tracks.map((t) => [t.id, t]));
    this.#now = new Map(now.tracks.map((t) => [t.id, t]));
    this.#elements = pairedWith(reading, came);
    this.#doc = {
      ids: this.#ids,
      trackId: (id) => this.#newId(id),
      channelId: (id) => this.#channelId(id),
      destinationOf: (to) => this.#destinationOf(to),
      mainBefore: (id) => {
        const first = now.tracks.find((t) => t.kind === "main" || t.id === id);
        return first !== undefined && first.id !== id;
      },
      isGone: (id) => this.#out.gone.has(this.#elements.get(id ?? "")?.track as XmlElement),
    };
  }

  patch(): ProjectPatch {
    this.#out = takeOut(this.text, this.#leaving(), this.#staying(), this.reading.all);
    for (const lane of this.#out.lanes) this.#edits.cut(lane);
    this.#nameAll();
    // What is led to has to have a channel before anything is written.
    for (const t of this.now.tracks)
      for (const to of [t.feeds, ...t.sends.map((s) => s.to)]) this.#destinationOf(to);
    this.#time();
    for (const t of this.now.tracks) this.#track(t);
    this.#arrange();
    for (const [id, { track }] of this.#elements)
      if (!this.#now.has(id) && this.#out.gone.has(track)) this.#edits.cut(track);
    return { edits: this.#edits.edits(), known: this.#known, says: this.#out.says };
  }

  /** Tempo and meter of the start. */
  #time(): void {
    const { came, now } = this;
    const parts: Xml[] = [];
    if (came.tempo !== now.tempo) parts.push(tempoXml(now));
    if (!same(came.meter, now.meter)) parts.push(meterXml(now));
    const transport = child(this.root, "Transport");
    const fresh = parts.filter((part) => {
      const there = child(transport, part.name);
      for (const name of ["value", "numerator", "denominator"])
        if (there && part.attributes[name] !== undefined)
          this.#edits.set(there, name, part.attributes[name]);
      return !there;
    });
    if (fresh.length === 0) return;
    const text = (): string => fresh.map((part) => fragment(part)).join("");
    if (transport) this.#edits.into(transport, fresh.length === 2 ? [] : ["Tempo"], text);
    else this.#edits.into(this.root, ["Application"], () => `<Transport>${text()}</Transport>`);
  }

  #leaving(): Leaving[] {
    return [...this.#elements].flatMap(([id, { track, devices }]): Leaving[] => {
      const [was, is] = [this.#came.get(id), this.#now.get(id)];
      if (!is) return [{ element: track, name: was?.name ?? "", track: id }];
      const still = new Map(is.inserts.map((i) => [i.id, i]));
      return (was?.inserts ?? []).flatMap((i, n): Leaving[] => {
        const element = devices[n];
        const now = still.get(i.id);
        if (!element || (now && isStill(i, now, element))) return [];
        return [{ element, name: `${i.device?.name ?? i.kind} on ${is.name}`, track: null }];
      });
    });
  }

  #staying(): TrackElements[] {
    return [...this.#elements].flatMap(([id, elements]) => (this.#now.has(id) ? [elements] : []));
  }

  /** By what each track can be known again: its own id, or one it is given where it has none of its own. */
  #nameAll(): void {
    for (const [id, { track }] of this.#elements) {
      if (this.#out.gone.has(track)) continue;
      let own = attribute(track, "id");
      if (own === null || own === "" || this.#known.has(own)) {
        own = this.#ids.take(trackXmlId(id));
        this.#edits.set(track, "id", own);
      }
      this.#known.set(own, id);
    }
  }

  /** The id of a new track's element. */
  #newId(id: TrackId): string {
    const given = this.#newIds.get(id) ?? this.#ids.take(trackXmlId(id));
    this.#newIds.set(id, given);
    this.#known.set(given, id);
    return given;
  }

  /** The id of a track's channel, which is given one where it has none. */
  #channelId(id: TrackId): string {
    const given = this.#channels.get(id);
    if (given !== undefined) return given;
    const channel = this.#elements.get(id)?.channel;
    const own = channel ? attribute(channel, "id") : null;
    const taken = own !== null && own !== "" ? own : this.#ids.take(channelXmlId(id));
    this.#channels.set(id, taken);
    if (channel && taken !== own) this.#edits.set(channel, "id", taken);
    return taken;
  }

  #destinationOf(to: TrackId | null): string | null {
    if (to === null) return null;
    const elements = this.#elements.get(to);
    const t = this.#now.get(to);
    if (elements?.channel) return t || !this.#out.gone.has(elements.track) ? this.#channelId(to) : null;
    if (!t || t.kind === "midi") return null;
    if (elements) this.#giveChannel(elements, t);
    return this.#channelId(to);
  }

  /** Gives a track of the file the channel it does not have. */
  #giveChannel({ track }: TrackElements, t: Track): void {
    if (this.#channels.has(t.id)) return;
    this.#channelId(t.id);
    const made = channelOf(this.#doc, t).map((c) => fragment(c));
    this.#edits.into(track, [], () => made.join(""));
  }

  #track(now: Track): void {
    const came = this.#came.get(now.id);
    const elements = this.#elements.get(now.id);
    if (!came || !elements) return;
    if (!elements.channel && wantsChannel(came, now)) this.#giveChannel(elements, now);
    const stays = (e: XmlElement): boolean => !this.#out.gone.has(e);
    patchTrack({ edits: this.#edits, doc: this.#doc, elements, came, now, stays });
  }

  /** Brings the tracks into their order and their folders. */
  #arrange(): void {
    const [inside, before] = [insideOf(this.now.tracks), insideOf(this.came.tracks)];
    for (const [parent, tracks] of inside) {
      const around = parent === null ? this.reading.structure : this.#elements.get(parent)?.track;
      const wanted = tracks.map((t) => ({
        element: this.#elements.get(t.id)?.track ?? null,
        put: (): string => this.#put(t, parent, inside),
      }));
      if (around) {
        const here = (before.get(parent) ?? []).flatMap((t) => this.#elements.get(t.id)?.track ?? []);
        this.#edits.arrange(around, here, wanted, parent === null ? [] : ["Channel"]);
      } else for (const { element } of wanted) if (element) this.#edits.cut(element);
    }
  }

  /** A track as it is put where it was not before: taken from its old place, or new with all it holds. */
  #put(t: Track, parent: TrackId | null, inside: ReadonlyMap<TrackId | null, readonly Track[]>): string {
    const known = this.#elements.get(t.id);
    if (!known) {
      const held = (inside.get(t.id) ?? []).map((c) => this.#put(c, t.id, inside));
      return fragment(trackXml(this.#doc, t, []), held.join(""));
    }
    const text = this.#edits.render(known.track);
    // A channel by itself can only stand in the structure: in a folder it needs a track around it.
    if (known.track.name === "Track" || parent === null) return text;
    const around = { id: this.#newId(t.id), name: t.name, color: t.colour, contentType: "audio" };
    return fragment(xml("Track", around), text);
  }
}

/** The elements of each track of a session that came: by their place, or by id where there are other many. */
function pairedWith(reading: Reading, came: Session): Map<TrackId, TrackElements> {
  const read = reading.session.tracks;
  if (read.length === came.tracks.length)
    return new Map(
      came.tracks.flatMap((t, i) => (reading.elements[i] ? [[t.id, reading.elements[i]]] : [])),
    );
  const place = new Map(read.map((t, i) => [t.id, i]));
  return new Map(
    came.tracks.flatMap((t) => {
      const elements = reading.elements[place.get(t.id) ?? -1];
      return elements ? [[t.id, elements] as const] : [];
    }),
  );
}
