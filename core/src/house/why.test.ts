import { describe, expect, it } from "vitest";
import { exceptionOf } from "./exceptions.ts";
import { smallSession } from "../fixtures/sessions.ts";
import type { Session } from "../session/document.ts";
import { dressed } from "./dress.ts";
import { withFolder } from "./editFolders.ts";
import { withRole } from "./edit.ts";
import type { House } from "./house.ts";
import { makeStyle } from "./style.ts";
import { usualHouse } from "./usual.ts";
import { whyOf } from "./why.ts";
import type { Why } from "./why.ts";

const house = usualHouse("x");
const why = (
  h: House,
  track: string,
  value: Why["value"],
): Pick<Why, "is" | "because" | "decidedBy"> | undefined => {
  const style = makeStyle(h);
  const session: Session = dressed(style, smallSession());
  const found = whyOf(
    style,
    session,
    session.tracks.find((t) => t.id === track)!,
  ).find((w) => w.value === value);
  return found && { is: found.is, because: found.because, decidedBy: found.decidedBy };
};

describe("why a value is so", () => {
  it(
    "a colour: the family's, the role's own, the folder's, a step of it, an " +
      "exception's, each with its line",
    () => {
      expect(why(house, "top", "Colour")).toEqual({
        is: "#3e6d8e · Harbour",
        because: "family Drum kit; role sets none",
        decidedBy: { part: "words", line: "kit" },
      });
      expect(why(withRole(house, "snare", { colour: "moss" }), "top", "Colour")).toEqual({
        is: "#4a714c · Moss",
        because: "role “Snare” in family Drum kit",
        decidedBy: { part: "words", line: "kit/snare" },
      });
      expect(
        why(withFolder(house, "drum-kit", { passes: "same", colour: "plum" }), "top", "Colour"),
      ).toMatchObject({
        is: "#5e468e · Plum",
        because: "takes the colour of its folder KIT",
        decidedBy: { part: "folders", line: "drum-kit" },
      });
      expect(why(withFolder(house, "drum-kit", { passes: "steps" }), "top", "Colour")).toMatchObject({
        because: "a step of the colour of its folder KIT",
        decidedBy: { part: "folders", line: "drum-kit" },
      });
      expect(why(withFolder(house, "drum-kit", { colour: "plum" }), "kit", "Colour")).toMatchObject({
        is: "#5e468e · Plum",
        because: "this folder has a colour of its own",
        decidedBy: { part: "folders", line: "drum-kit" },
      });
      const excepted: House = {
        ...house,
        exceptions: [
          exceptionOf(
            "tops",
            "tops are rose",
            { words: ["top"] },
            { colour: "rose", start: { level: -2 } },
          ),
        ],
      };
      expect(why(excepted, "top", "Colour")).toEqual({
        is: "#ef8199 · Rose",
        because: "exception: tops are rose",
        decidedBy: { part: "exceptions", line: "tops" },
      });
      expect(why(excepted, "top", "Start")).toMatchObject({
        is: "−2.0 dB",
        decidedBy: { part: "exceptions", line: "tops" },
      });
    },
  );

  it("a name by its pattern, an icon by role or family, a folder's by none", () => {
    expect(why(house, "top", "Name")).toMatchObject({
      is: "Snare_Top",
      because: "pattern: short form, position, joined by underscores",
      decidedBy: { part: "names", line: "track" },
    });
    expect(why(house, "rev", "Name")).toMatchObject({ decidedBy: { part: "names", line: "return" } });
    expect(why(house, "kit", "Name")).toMatchObject({ decidedBy: { part: "names", line: "folder" } });
    expect(why(withRole(house, "snare", { icon: "snare-drum" }), "top", "Icon")).toMatchObject({
      is: "snare-drum",
      because: "role “Snare”",
      decidedBy: { part: "words", line: "kit/snare" },
    });
    expect(why(house, "kit", "Icon")).toMatchObject({ because: "all folders carry it", decidedBy: null });
  });

  it("a place by family, by the role's own folder, or at the end", () => {
    expect(why(house, "kick", "Place")).toMatchObject({
      because: "house order: family Drum kit goes in “Drum kit”",
      decidedBy: { part: "folders", line: "drum-kit" },
    });
    expect(why(withFolder(house, "guitars", { roles: ["kick"], from: 1 }), "kick", "Place")).toMatchObject({
      because: "house order: this role goes in “Guitars”",
      decidedBy: { part: "folders", line: "guitars" },
    });
    expect(why(house, "rev", "Place")).toMatchObject({
      because: "buses, returns and the main path stand at the end",
      decidedBy: null,
    });
  });

  it("a start by the first line that names the value", () => {
    expect(why(house, "bottom", "Start")).toMatchObject({
      is: "polarity inverted",
      decidedBy: { part: "starts", line: "snare-bottom" },
    });
    expect(why({ ...house, starts: [] }, "bottom", "Start")).toBeUndefined();
  });
});
