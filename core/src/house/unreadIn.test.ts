import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { blankTrack } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { exceptionOf } from "./exceptions.ts";
import { makeStyle } from "./style.ts";
import { unreadIn } from "./unreadIn.ts";
import { usualHouse } from "./usual.ts";

const house = usualHouse("x");
const withTracks = (...more: Track[]): Session => {
  const s = smallSession();
  return { ...s, tracks: [...s.tracks, ...more] };
};
const unread = (session: Session, style = makeStyle(house)) => unreadIn(style, session);

describe("the names of a session nobody can read", () => {
  it("are none where the house knows every one for sure", () => expect(unread(smallSession())).toEqual([]));

  it("are said with the families of the folders around them, nearest first", () => {
    expect(unread(withTracks(blankTrack("q", "xqzv 2")))).toEqual([{ name: "xqzv 2", families: [] }]);
    const [found] = unread(withTracks(blankTrack("q", "xqzv 2", { parent: "kit" })));
    expect(found).toEqual({ name: "xqzv 2", families: ["kit"] });
  });

  it("are not those without any letters, nor of tracks an exception leaves alone", () => {
    expect(unread(withTracks(blankTrack("q", "   ")))).toEqual([]);
    const spared = {
      ...house,
      exceptions: [exceptionOf("own", "own", { words: ["xqzv"] }, { alone: true })],
    };
    expect(unread(withTracks(blankTrack("q", "xqzv 2")), makeStyle(spared))).toEqual([]);
    // Any other exception decides how it looks, not what it is.
    const grey = {
      ...house,
      exceptions: [exceptionOf("g", "g", { words: ["xqzv"] }, { colour: "stone" })],
    };
    expect(unread(withTracks(blankTrack("q", "xqzv 2")), makeStyle(grey))).toHaveLength(1);
  });

  it("come once for each track that carries them", () =>
    expect(unread(withTracks(blankTrack("q", "xqzv"), blankTrack("r", "xqzv"))).map((u) => u.name)).toEqual(
      ["xqzv", "xqzv"],
    ));
});
