import { describe, expect, it } from "vitest";
import { IXML } from "../fixtures/soundFiles.ts";
import { readIxml, writeIxml } from "./ixml.ts";

describe("iXML", () => {
  it("is read without what it does not know, and never with entities", () => {
    const text = new TextDecoder().decode(writeIxml(IXML));
    const more = text.replace("<SPEED>", "<UNKNOWN><DEEP/></UNKNOWN><SPEED>");
    expect(readIxml(new TextEncoder().encode(`${more}\0\0`))).toEqual(IXML);
    const evil = text.replace("<BWFXML>", '<!DOCTYPE x [<!ENTITY a "b">]><BWFXML>');
    expect(readIxml(new TextEncoder().encode(evil))).toBeNull();
    expect(readIxml(new TextEncoder().encode("not xml"))).toBeNull();
  });
});
