import { strFromU8 } from "fflate";
import { describe, expect, it } from "vitest";
import { BY_THE_BOOK } from "../../fixtures/byTheBook.ts";
import { fileOf, patched } from "../../fixtures/patched.ts";
import { utf16 } from "../../fixtures/utf16.ts";
import type { Session, Track } from "../../session/document.ts";
import { patchExchange } from "./correct.ts";
import { readEntries } from "./read.ts";

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
    const now = change(
      change(came, "Kick", { name: "Kick_In", level: -3, pan: 10, muted: true }),
      "Plate",
      {
        colour: "#112233",
      },
    );
    const { text, read, says } = patched(file, came, now);
    expect(says).toEqual([]);
    expect(read.session).toEqual(now);
    expect(text).toBe(
      BY_THE_BOOK.replace('name="Kick"', 'name="Kick_In"')
        .replace('value="0.25" id="id11"', 'value="0.55" id="id11"')
        .replace('value="1.0" id="id13"', 'value="0.707946" id="id13"')
        .replace(
          '<Pan unit="normalized" value="0.55"',
          '<Mute value="true"/>\n          <Pan unit="normalized" value="0.55"',
        )
        .replace(
          '<Track contentType="audio" loaded="true" id="id30"',
          '<Track color="#112233" contentType="audio" loaded="true" id="id30"',
        ),
    );
  });

  it("keeps one bypass to one word, and a processor's state, parameters and place", () => {
    const kick = came.tracks.find((t) => t.name === "Kick")!;
    const now = change(came, "Kick", {
      inserts: kick.inserts.map((i) => ({ ...i, bypassed: !i.bypassed })),
    });
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
    expect(says).toEqual([
      "“Kick” was taken out here, but it has clips or curves in the file: it stays in the file.",
    ]);
    expect(read.session.tracks.map((t) => t.name)).toEqual([
      "Drums",
      "Kick",
      "Synth Pad",
      "Plate",
      "Master",
    ]);
    expect(read.session.tracks.find((t) => t.name === "Kick")!.id).toBe(id("Kick"));
  });

  it("keeps the folder of a track that has to stay, and what is automated", () => {
    const text = BY_THE_BOOK.replace(
      "</Clips></Lanes>",
      '</Clips><Points><Target parameter="thr"/><RealPoint time="0" value="1"/></Points></Lanes>',
    ).replace(
      'name="Shingle Comp" id="id10"><Parameters/>',
      'name="Shingle Comp" id="id10"><Parameters><RealParameter id="thr" name="T"/></Parameters>',
    );
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
    const meta =
      "<?xml version='1.0'?>\n<MetaData><!-- ours --><Title>Old</Title><Artist>N</Artist></MetaData>";
    const titled = fileOf(BY_THE_BOOK, meta);
    const before = readEntries(titled).session;
    const now = {
      ...before,
      title: "New & right",
      notes: "a < b",
      tempo: 101,
      meter: { beats: 3, unit: 4 as const },
    };
    const { made, text, read } = patched(titled, before, now);
    expect(strFromU8(made.metadata!)).toBe(
      meta.replace("Old", "New &amp; right").replace("</Artist>", "</Artist><Comment>a &lt; b</Comment>"),
    );
    expect(text).toBe(
      BY_THE_BOOK.replace('value="96"', 'value="101"').replace(
        'denominator="8" numerator="6"',
        'denominator="4" numerator="3"',
      ),
    );
    expect(read.session).toEqual(now);
  });

  it("keeps its line ends, its byte order mark and letters beyond the usual where they are", () => {
    const text = `\ufeff${BY_THE_BOOK.replace(/\n/g, "\r\n").replace("Keys part", "𝄞 keys\u2028x")}`;
    const windows = fileOf(text);
    const read = readEntries(windows).session;
    const { made, says } = patched(windows, read, change(read, "Plate", { name: "PLATE" }));
    expect(says).toEqual([]);
    const decoder = new TextDecoder("utf-8", { ignoreBOM: true });
    expect(decoder.decode(made.project)).toBe(text.replace('name="Plate"', 'name="PLATE"'));
  });

  it("stays in its own encoding", () => {
    const text = BY_THE_BOOK.replace('encoding="UTF-8"', 'encoding="UTF-16"').replace(
      "Keys part",
      "Klavier Ü",
    );
    const wide = fileOf(utf16(text));
    const read = readEntries(wide).session;
    const now = change(read, "Klavier Ü", { name: "Кларнет" });
    const { made, read: back } = patched(wide, read, now);
    expect([...made.project.subarray(0, 2)]).toEqual([0xff, 0xfe]);
    expect(back.session).toEqual(now);
    expect(new TextDecoder("utf-16le").decode(made.project)).toBe(text.replace("Klavier Ü", "Кларнет"));
  });
});
