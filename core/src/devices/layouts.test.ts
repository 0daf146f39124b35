import { describe, expect, it } from "vitest";
import { layoutFile, layoutFiles, layoutOf, pictureType } from "./layouts.ts";

describe("the file of a layout or map where it goes out", () => {
  it("is called as it is, with its version and the ending its program knows it by", () => {
    const of = { name: "Quay at night", version: 2 };
    expect(layoutFile({ ...of, file: "quay night (1).winset" })).toBe("Quay_at_night_2.winset");
    expect(layoutFile({ ...of, file: "no ending" })).toBe("Quay_at_night_2");
    expect(layoutFile({ ...of, name: "../../etc", file: "a.b/../../x" })).not.toMatch(/[/\\]|\.\./);
    expect(layoutFile({ ...of, name: "Тихий берег", file: "x.json" })).toMatch(/^[\w-]+_2\.json$/);
  });

  it("is another one for each, also where two are called the same, in capitals or not", () => {
    const l = { name: "Keys", version: 1, file: "a.json" };
    const names = layoutFiles([l, { ...l, name: "keys" }, l]).map(([name]) => name.toLowerCase());
    expect(new Set(names).size).toBe(3);
    expect(layoutFiles([l])[0]).toEqual(["Keys_1.json", l]);
  });
});

describe("a picture", () => {
  it("is told by how it begins, whatever it is called", () => {
    expect(pictureType(Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0))).toBe("image/png");
    expect(pictureType(Uint8Array.of(0xff, 0xd8, 0xff, 0xe0))).toBe("image/jpeg");
    for (const text of ["<svg onload=x>", "<html>", "", "GIF89a"])
      expect(pictureType(new TextEncoder().encode(text))).toBeNull();
  });
});

describe("whose one is", () => {
  it("is the house's, a room's, a template's or a person's, and nobody else's", () => {
    expect(layoutOf.safeParse({ of: "house" }).success).toBe(true);
    expect(layoutOf.safeParse({ of: "room", room: "van" }).success).toBe(true);
    expect(layoutOf.safeParse({ of: "room" }).success).toBe(false);
    expect(layoutOf.safeParse({ of: "production", production: "X" }).success).toBe(false);
  });
});
