import { DOMParser } from "@xmldom/xmldom";
import fc from "fast-check";
import { strFromU8, strToU8, unzipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { BY_THE_BOOK } from "../../fixtures/byTheBook.ts";
import { sessions } from "../../fixtures/sessions.ts";
import { utf16 } from "../../fixtures/utf16.ts";
import type { Session, Track } from "../../session/document.ts";
import { patchExchange } from "./correct.ts";
import { readEntries } from "./read.ts";
import { writeExchange } from "./write.ts";

const fileOf = (project: string | Uint8Array, metadata: string | null = null) => ({
  project: typeof project === "string" ? strToU8(project) : project,
  metadata: metadata === null ? null : strToU8(metadata),
  extra: null as Uint8Array | null,
});
type File = ReturnType<typeof fileOf>;

/** The file as it is with its patch made. */
function patched(file: File, came: Session, now: Session) {
  const { entries, says } = patchExchange(file, came, now, "s1");
  const of = (name: string, was: Uint8Array | null) => entries.find((e) => e.name === name)?.bytes ?? was;
  const made = {
    project: of("project.xml", file.project)!,
    metadata: of("metadata.xml", file.metadata),
    extra: of("mossy-lantern.json", null),
  };
  return { made, says, text: strFromU8(made.project), read: readEntries(made) };
}

const without = (s: Session, ...names: string[]): Session => ({
  ...s,
  tracks: s.tracks.filter((t) => !names.includes(t.name)),
});
const change = (s: Session, name: string, to: Partial<Track>): Session => ({
  ...s,
  tracks: s.tracks.map((t) => (t.name === name ? { ...t, ...to } : t)),
});

describe("a session file that is put right", () => {
  const file = fileOf(BY_THE_BOOK);
  const came = readEntries(file).session;
  const id = (name: string) => came.tracks.find((t) => t.name === name)!.id;

  it("is the file that came where nothing is other", () => {
    const { entries, says } = patchExchange(file, came, came, "s1");
    expect(entries.map((e) => e.name)).toEqual(["mossy-lantern.json"]);
    expect(says).toEqual([]);
  });

  it("differs by the attributes that were put right, and by nothing else", () => {
    const now = change(change(came, "Kick", { name: "Kick_In", level: -3, pan: 10, muted: true }), "Plate", {
      colour: "#112233",
    });
    const { text, read, says } = patched(file, came, now);
    expect(says).toEqual([]);
    expect(read.session).toEqual(now);
    expect(text).toBe(
      BY_THE_BOOK.replace('name="Kick"', 'name="Kick_In"')
        .replace('value="0.25" id="id11"', 'value="0.55" id="id11"')
        .replace('value="1.0" id="id13"', 'value="0.707946" id="id13"')
        .replace('<Pan unit="normalized" value="0.55"', '<Mute value="true"/>\n          <Pan unit="normalized" value="0.55"')
        .replace('<Track contentType="audio" loaded="true" id="id30"', '<Track color="#112233" contentType="audio" loaded="true" id="id30"'),
    );
  });

  it("keeps one bypass to one word, and a processor's state, parameters and place", () => {
    const kick = came.tracks.find((t) => t.name === "Kick")!;
    const now = change(came, "Kick", { inserts: kick.inserts.map((i) => ({ ...i, bypassed: !i.bypassed })) });
    const { text } = patched(file, came, now);
    expect(text).toBe(
      BY_THE_BOOK.replace('<Enabled value="true"/><Band', '<Enabled value="false"/><Band').replace(
        '<Enabled value="false"/><State',
        '<Enabled value="true"/><State',
      ),
    );
  });

  it("moves a track with all it holds, unread as it is", () => {
    const kick = came.tracks.find((t) => t.name === "Kick")!;
    const now = {
      ...came,
      tracks: [...came.tracks.filter((t) => t !== kick), { ...kick, parent: null, feeds: id("Master") }],
    };
    const { text, read } = patched(file, came, now);
    expect(read.session).toEqual(now);
    const moved = /<Track contentType="audio" loaded="true" id="id7"[\s\S]*?<\/Track>/;
    expect(moved.exec(text)![0]).toBe(
      moved.exec(BY_THE_BOOK)![0].replace('destination="id3"', 'destination="id20"'),
    );
    expect(text.indexOf('id="id7"')).toBeGreaterThan(text.indexOf('id="id19"'));
  });

  it("takes a track out with its empty lanes, and keeps one that has clips, and says so", () => {
    const empty = fileOf(
      BY_THE_BOOK.replace(
        '<Lanes track="id7">',
        '<Lanes track="id14" id="l1"><Clips id="c1"></Clips></Lanes><Lanes track="id7">',
      ),
    );
    const now = without(came, "Keys part", "Kick");
    const { text, read, says } = patched(empty, came, now);
    expect(text).not.toContain("id14");
    expect(text).toContain('<Clip time="8" duration="8"/>');
    expect(says).toEqual(["“Kick” was taken out here, but it has clips or curves in the file: it stays in the file."]);
    expect(read.session.tracks.map((t) => t.name)).toEqual(["Drums", "Kick", "Synth Pad", "Plate", "Master"]);
    expect(read.session.tracks.find((t) => t.name === "Kick")!.id).toBe(id("Kick"));
  });

  it("keeps the folder of a track that has to stay, and what is automated", () => {
    const text = BY_THE_BOOK.replace(
      "</Clips></Lanes>",
      '</Clips><Points><Target parameter="thr"/><RealPoint time="0" value="1"/></Points></Lanes>',
    ).replace('name="Shingle Comp" id="id10"><Parameters/>', 'name="Shingle Comp" id="id10"><Parameters><RealParameter id="thr" name="T"/></Parameters>');
    const automated = fileOf(text);
    const kick = came.tracks.find((t) => t.name === "Kick")!;
    expect(patched(automated, came, without(came, "Kick", "Drums")).says).toEqual([
      "“Kick” was taken out here, but it has clips or curves in the file: it stays in the file.",
      "“Drums” was taken out here, but it holds tracks that stay: it stays in the file.",
    ]);
    const one = patched(automated, came, change(came, "Kick", { inserts: kick.inserts.slice(0, 1) }));
    expect(one.says[0]).toBe(
      "“Shingle Comp on Kick” was taken out here, but something of it is automated: it stays in the file.",
    );
    expect(one.text).toBe(text);
  });

  it("puts title, notes, tempo and meter right where they stand", () => {
    const meta = "<?xml version='1.0'?>\n<MetaData><!-- ours --><Title>Old</Title><Artist>N</Artist></MetaData>";
    const titled = fileOf(BY_THE_BOOK, meta);
    const before = readEntries(titled).session;
    const now = { ...before, title: "New & right", notes: "a < b", tempo: 101, meter: { beats: 3, unit: 4 as const } };
    const { made, text, read } = patched(titled, before, now);
    expect(strFromU8(made.metadata!)).toBe(
      meta.replace("Old", "New &amp; right").replace("</Artist>", "</Artist><Comment>a &lt; b</Comment>"),
    );
    expect(text).toBe(
      BY_THE_BOOK.replace('value="96"', 'value="101"').replace('denominator="8" numerator="6"', 'denominator="4" numerator="3"'),
    );
    expect(read.session).toEqual(now);
  });

  it("stays in its own encoding", () => {
    const text = BY_THE_BOOK.replace('encoding="UTF-8"', 'encoding="UTF-16"').replace("Keys part", "Klavier Ü");
    const wide = fileOf(utf16(text));
    const read = readEntries(wide).session;
    const now = change(read, "Klavier Ü", { name: "Кларнет" });
    const { made, read: back } = patched(wide, read, now);
    expect([...made.project.subarray(0, 2)]).toEqual([0xff, 0xfe]);
    expect(back.session).toEqual(now);
    expect(new TextDecoder("utf-16le").decode(made.project)).toBe(text.replace("Klavier Ü", "Кларнет"));
  });
});

describe("whatever was put right in whatever file", () => {
  /** Every element gets a mark of its own that no program but its own knows. */
  const marked = (project: string): string => {
    let n = 0;
    return project
      .replace("<Project ", '<Project xmlns:x="urn:x" ')
      .replace(/<(Track|Channel|Send|BuiltinDevice|Equalizer|Compressor|NoiseGate|Lanes)(?=[\s/>])/g, (tag) => `${tag} x:mark="${++n}"`);
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
    walk(new DOMParser().parseFromString(text, "text/xml") as unknown as Node, null);
    return found;
  };

  it("reading the patched file gives the corrected session, and no track loses anything of its own", () => {
    fc.assert(
      fc.property(sessions(), sessions(), fc.boolean(), (a, b, ours) => {
        const files = unzipSync(writeExchange(a, "s1"));
        const text = marked(strFromU8(files["project.xml"]!));
        const file = {
          ...fileOf(text, strFromU8(files["metadata.xml"]!)),
          extra: ours ? files["mossy-lantern.json"]! : null,
        };
        const came = readEntries(file).session;
        const now = b;
        const { read, text: after, says } = patched(file, came, now);
        expect(says).toEqual([]);
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

  it("a second patch of what was patched, under other ids, is known again", () => {
    fc.assert(
      fc.property(sessions(8), sessions(8), (a, b) => {
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
        const once = patched(file, came, { ...came, tracks: came.tracks.map((t) => ({ ...t, name: `${t.name}!` })) });
        expect(once.read.session.tracks.map((t) => t.id)).toEqual(came.tracks.map((t) => t.id));
        const now = { ...b, title: came.title, notes: came.notes };
        const twice = patched({ ...once.made, metadata: null } as File, once.read.session, now);
        expect(twice.says).toEqual([]);
        expect(twice.read.session).toEqual(now);
      }),
      { numRuns: 100 },
    );
  });

  it("is soon done where there are twenty thousand clips and two hundred tracks go", () => {
    const tracks = Array.from(
      { length: 1000 },
      (_, i) => `<Track id="t${i}" name="T ${i}" contentType="audio"><Channel id="c${i}" destination="m" audioChannels="1"><Volume id="v${i}" unit="linear" value="1"/></Channel></Track>`,
    );
    const lanes = Array.from({ length: 1000 }, (_, i) => {
      const clips = i < 800 ? Array.from({ length: 25 }, (__, n) => `<Clip time="${n}" duration="1"><Notes><Note time="0" key="60"/></Notes></Clip>`) : [];
      return `<Lanes track="t${i}"><Clips>${clips.join("")}</Clips></Lanes>`;
    });
    const text = `<Project version="1.0"><Structure>${tracks.join("")}<Track id="mm" name="Main"><Channel id="m" role="master" audioChannels="2"/></Track></Structure><Arrangement><Lanes>${lanes.join("")}</Lanes></Arrangement></Project>`;
    const file = fileOf(text);
    const came = readEntries(file).session;
    const now = {
      ...came,
      tracks: came.tracks.filter((_, i) => i < 700 || i >= 900).map((t) => ({ ...t, name: `${t.name}_ok` })),
    };
    const { says, text: after, read } = patched(file, came, now);
    expect(says).toHaveLength(100);
    expect(after.match(/<Clip /g)).toHaveLength(20_000);
    expect(after.match(/<Lanes track/g)).toHaveLength(900);
    expect(read.session.tracks).toHaveLength(901);
  });
});
