import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { notAsItCame } from "./bytes.ts";
import type { Righted } from "./bytes.ts";

const XML = `<?xml version="1.0"?><Project><!-- all -->
  <Structure>
    <Track  grip="0" id="f" name="KIT"><Channel destination="m" />
      <Track id="a" name="kik &gt;" color="#111111"><!-- strip 1 --><Channel destination="f"/></Track>
      <Track id="b" name="Sn"><Channel destination="f"/></Track>
    </Track>
  </Structure><Desk zoom="3"/></Project>`;
const file = (xml: string, more: Record<string, string> = { "plugins/a.bin": "state" }): Uint8Array =>
  zipSync(
    Object.fromEntries(Object.entries({ "project.xml": xml, ...more }).map(([n, t]) => [n, strToU8(t)])),
  );
const NOTHING: Righted = { attributes: new Map(), out: new Set() };
const back = (change: (xml: string) => string, righted: Partial<Righted> = {}): string[] =>
  notAsItCame(file(XML), file(change(XML)), { ...NOTHING, ...righted }, ["ours.json"]);
const named = (id: string): Righted["attributes"] => new Map([[id, new Set(["Track name"])]]);

describe("a file that was put right", () => {
  it("is as it came where nothing else was done, and our own entry may be others", () => {
    expect(back((x) => x)).toEqual([]);
    const [a, b] = [file(XML, { "ours.json": "1" }), file(XML, { "ours.json": "2", "metadata.xml": "" })];
    expect(notAsItCame(a, b, NOTHING, ["ours.json"])).toEqual(["entry metadata.xml"]);
  });

  it("may say otherwise what was put right, and only that, and only there", () => {
    const renamed = (x: string): string => x.replace('name="kik &gt;"', 'name="Kick"');
    expect(back(renamed, { attributes: named("a") })).toEqual([]);
    expect(back(renamed, { attributes: named("b") })).toEqual(["track kik &gt;"]);
    expect(back((x) => renamed(x).replace("#111111", "#222222"), { attributes: named("a") })).toHaveLength(
      1,
    );
  });

  it("may hold a track somewhere else, but no other comment, attribute or element", () => {
    const b = '<Track id="b" name="Sn"><Channel destination="f"/></Track>';
    expect(back((x) => x.replace(b, "").replace("</Structure>", `${b}</Structure>`))).toEqual([]);
    expect(back((x) => x.replace("strip 1", "strip 2"))).toEqual(["track kik &gt;"]);
    expect(back((x) => x.replace('grip="0"', 'grip="1"'))).toEqual(["track KIT"]);
    expect(back((x) => x.replace('zoom="3"', 'zoom="4"'))).toEqual(["what stands outside all tracks"]);
    expect(back((x) => x.replace(b, ""))).toEqual(["track Sn"]);
    expect(back((x) => x.replace(b, ""), { out: new Set(["b"]) })).toEqual([]);
    expect(back((x) => x, { out: new Set(["b"]) })).toEqual(["track b is there again"]);
  });

  it("keeps every other entry byte for byte", () => {
    const other = unzipSync(file(XML));
    other["plugins/a.bin"] = strToU8(`${strFromU8(other["plugins/a.bin"]!)} `);
    expect(notAsItCame(file(XML), zipSync(other), NOTHING, [])).toEqual(["entry plugins/a.bin"]);
    delete other["plugins/a.bin"];
    expect(notAsItCame(file(XML), zipSync(other), NOTHING, [])).toEqual(["entry plugins/a.bin"]);
  });
});
