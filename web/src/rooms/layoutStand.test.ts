import { describe, expect, it } from "vitest";
import { kindInWords, standAt } from "./layoutStand.tsx";

const station = {
  id: "s",
  name: "Van station",
  room: "van",
  roomName: "Van",
  wants: true,
  has: 2,
  told: true,
};

describe("how a station stands to a layout or map", () => {
  it("is right with the latest version, or a later one than one knows of", () => {
    expect(standAt(station, 2)).toEqual({ look: "ok", says: "has version 2" });
    expect(standAt(station, 1).look).toBe("ok");
  });

  it("is to be looked at where it has an earlier one, or none", () => {
    expect(standAt(station, 3)).toEqual({ look: "look", says: "has version 2" });
    expect(standAt({ ...station, has: null }, 3)).toEqual({ look: "look", says: "does not have it" });
  });

  it("is not known where it never said, and no trouble where it is not for it any more", () => {
    expect(standAt({ ...station, has: null, told: false }, 3).says).toBe("never said what it has");
    expect(standAt({ ...station, wants: false }, 3)).toEqual({
      look: "quiet",
      says: "has version 2, not for it any more",
    });
  });

  it("is said of kinds as they are called", () =>
    expect((["windows", "keys", "controller"] as const).map(kindInWords)).toEqual([
      "Window layout",
      "Key map",
      "Controller map",
    ]));
});
