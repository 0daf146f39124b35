import { DOMParser, XMLSerializer } from "@xmldom/xmldom";
import fc from "fast-check";
import { strFromU8, unzipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { fileOf, patched } from "../../fixtures/patched.ts";
import type { File } from "../../fixtures/patched.ts";
import { sessions } from "../../fixtures/sessions.ts";
import type { Track } from "../../session/document.ts";
import { readEntries } from "./read.ts";
import { writeExchange } from "./write.ts";

/** Any session with nothing on its tracks: what lies there keeps its track in the file, and is tested elsewhere. */
const bare = (most?: number) =>
  sessions(most).map((s) => ({ ...s, tracks: s.tracks.map((t) => ({ ...t, items: [] })) }));

describe("whatever was put right in whatever file", () => {
  /** Every element gets a mark of its own that no program but its own knows. */
  const marked = (project: string): string => {
    let n = 0;
    return project
      .replace("<Project ", '<Project xmlns:x="urn:x" ')
      .replace(
        /<(Track|Channel|Send|BuiltinDevice|Equalizer|Compressor|NoiseGate|Lanes)(?=[\s/>])/g,
        (tag) => `${tag} x:mark="${++n}"`,
      );
  };
  const marksOf = (text: string): string[] => [...text.matchAll(/x:mark="(\d+)"/g)].map((m) => m[1]!);
  /** The marks within each track, those of the tracks in it aside, by the track's id. */
  const marksByTrack = (text: string): Map<string, string[]> => {
    const found = new Map<string, string[]>();
    const walk = (e: Node, track: string | null): void => {
      const el = e as unknown as Element;
      const here = el.tagName === "Track" ? el.getAttribute("id") : track;
      const mark = el.getAttribute?.("x:mark");
      if (here !== null && mark) found.set(here, [...(found.get(here) ?? []), mark]);
      for (let c = e.firstChild; c; c = c.nextSibling) walk(c, here);
    };
    walk(
      new DOMParser({ onError: () => undefined }).parseFromString(text, "text/xml") as unknown as Node,
      null,
    );
    return found;
  };

  it("reading the patched file gives the corrected session, and no track loses anything of its own", () => {
    fc.assert(
      fc.property(bare(), sessions(), fc.boolean(), (a, b, ours) => {
        const files = unzipSync(writeExchange(a, "s1"));
        const text = marked(strFromU8(files["project.xml"]!));
        const file = {
          ...fileOf(text, strFromU8(files["metadata.xml"]!)),
          extra: ours ? files["mossy-lantern.json"]! : null,
        };
        const came = readEntries(file).session;
        const now = b;
        const { read, text: after, says } = patched(file, came, now);
        expect(says.filter((said) => !/^What lies on|were left as they are/.test(said))).toEqual([]);
        expect(read).toMatchObject({ of: "s1", untold: [] });
        expect(read.session).toEqual(now);
        const [before, left] = [marksByTrack(text), marksByTrack(after)];
        expect(new Set(marksOf(after)).size).toBe(marksOf(after).length);
        for (const t of came.tracks) {
          const is = now.tracks.find((x) => x.id === t.id);
          const xmlId = `track-${t.id}`;
          if (!is) expect(left.has(xmlId)).toBe(false);
          else if (is.sends.length >= t.sends.length && is.inserts.length >= t.inserts.length) {
            // The track and its channel are the elements they were; sends and processors may be others.
            expect(left.get(xmlId)?.slice(0, 2)).toEqual(before.get(xmlId)?.slice(0, 2));
          }
        }
      }),
      { numRuns: 300 },
    );
  });

  it("a fix changes nothing but its own place: without the track that was put right both trees are equal", () => {
    /** A project without what a track says of itself: its attributes and its channel. */
    const without = (text: string, track: string): string => {
      const doc = new DOMParser({ onError: () => undefined }).parseFromString(text, "text/xml");
      for (const e of doc.getElementsByTagName("Track")) {
        if (![track, `track-${track}`].includes(e.getAttribute("id") ?? "")) continue;
        for (const name of Array.from(e.attributes, (a) => a.name))
          if (name !== "x:mark") e.removeAttribute(name);
        for (const c of Array.from(e.childNodes).filter((n) => n.nodeName === "Channel")) e.removeChild(c);
      }
      return new XMLSerializer().serializeToString(doc);
    };
    const fixes: ((t: Track) => Partial<Track>)[] = [
      () => ({ name: "Put_Right" }),
      () => ({ colour: "#102030" }),
      (t) => ({ muted: !t.muted }),
      (t) => ({ level: t.level === -3 ? -4 : -3 }),
      () => ({ pan: 12 }),
      () => ({ sends: [], inserts: [] }),
      () => ({ feeds: null }),
    ];
    let changed = 0;
    fc.assert(
      fc.property(sessions(), fc.nat(), fc.constantFrom(...fixes), (a, at, fix) => {
        const files = unzipSync(writeExchange(a, "s1"));
        const text = marked(strFromU8(files["project.xml"]!));
        // Another program's file: all that is known of it stands in its project.
        const file = fileOf(text);
        const came = readEntries(file).session;
        const track = came.tracks[at % Math.max(1, came.tracks.length)];
        // A MIDI track that gets a channel can be led to from then on: others say so too.
        if (!track || track.kind === "midi") return;
        const now = { ...came, tracks: came.tracks.map((t) => (t === track ? { ...t, ...fix(t) } : t)) };
        const { text: after } = patched(file, came, now);
        if (after !== text) changed++;
        expect(without(after, track.id)).toBe(without(text, track.id));
      }),
      { numRuns: 150 },
    );
    expect(changed).toBeGreaterThan(50);
  });

  it("a second patch of what was patched, under other ids, is known again", () => {
    fc.assert(
      fc.property(bare(8), sessions(8), (a, b) => {
        const files = unzipSync(writeExchange(a, null, false));
        const file = fileOf(strFromU8(files["project.xml"]!).replaceAll("track-t", "T"));
        const read = readEntries(file).session;
        // The house knows them by other ids, as after recognising them by likeness.
        const ours = (id: string | null) => (id === null ? null : `h-${id}`);
        const came = {
          ...read,
          tracks: read.tracks.map((t) => ({
            ...t,
            id: ours(t.id)!,
            parent: ours(t.parent),
            feeds: ours(t.feeds),
            sends: t.sends.map((s) => ({ ...s, to: ours(s.to)! })),
          })),
        };
        const once = patched(file, came, {
          ...came,
          tracks: came.tracks.map((t) => ({ ...t, name: `${t.name}!` })),
        });
        expect(once.read.session.tracks.map((t) => t.id)).toEqual(came.tracks.map((t) => t.id));
        const now = { ...b, title: came.title, notes: came.notes };
        const twice = patched({ ...once.made, metadata: null } as File, once.read.session, now);
        expect(twice.says.filter((said) => !/^What lies on|were left as they are/.test(said))).toEqual([]);
        expect(twice.read.session).toEqual(now);
      }),
      { numRuns: 100 },
    );
  });

  it("is soon done where there are twenty thousand clips and two hundred tracks go", () => {
    const tracks = Array.from(
      { length: 1000 },
      (_, i) =>
        `<Track id="t${i}" name="T ${i}" contentType="audio">` +
        `<Channel id="c${i}" destination="m" audioChannels="1">` +
        `<Volume id="v${i}" unit="linear" value="1"/></Channel></Track>`,
    );
    const lanes = Array.from({ length: 1000 }, (_, i) => {
      const clips =
        i < 800
          ? Array.from(
              { length: 25 },
              (__, n) => `<Clip time="${n}" duration="1"><Notes><Note time="0" key="60"/></Notes></Clip>`,
            )
          : [];
      return `<Lanes track="t${i}"><Clips>${clips.join("")}</Clips></Lanes>`;
    });
    const main = '<Track id="mm" name="Main"><Channel id="m" role="master" audioChannels="2"/></Track>';
    const text =
      `<Project version="1.0"><Structure>${tracks.join("")}${main}</Structure>` +
      `<Arrangement><Lanes>${lanes.join("")}</Lanes></Arrangement></Project>`;
    const file = fileOf(text);
    const came = readEntries(file).session;
    const now = {
      ...came,
      tracks: came.tracks
        .filter((_, i) => i < 700 || i >= 900)
        .map((t) => ({ ...t, name: `${t.name}_ok` })),
    };
    const { says, text: after, read } = patched(file, came, now);
    expect(says).toHaveLength(100);
    expect(after.match(/<Clip /g)).toHaveLength(20_000);
    expect(after.match(/<Lanes track/g)).toHaveLength(900);
    expect(read.session.tracks).toHaveLength(901);
  });
});
