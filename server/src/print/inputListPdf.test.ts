import { blankTrack, emptySession } from "@mossy/core/session/document";
import { floorList } from "@mossy/core/formats/floorList";
import { usualWords } from "@mossy/core/words/usual/index";
import { describe, expect, it } from "vitest";
import { pagesOf } from "../testing/pdf.ts";
import { inputListPdf } from "./inputListPdf.ts";

const session = (many: number) => ({
  ...emptySession("Spring tide"),
  tracks: [
    ...Array.from({ length: many }, (_, i) =>
      blankTrack(`t${i}`, `Pan_${i + 1}`, {
        role: "tenor-pan",
        number: i + 1,
        source: "mic",
        input: many - i,
        microphone: "small condenser",
        stand: "tall boom",
        phantom: true,
        polarity: i === 0 ? "inverted" : "normal",
        feeds: "main",
        notes: i === 1 ? "by the door\nnot the window" : "",
      }),
    ),
    blankTrack("main", "Main", { kind: "main", format: "stereo" }),
  ],
});

describe("the input list on paper", () => {
  it("is one page that says everything, by input number", async () => {
    const [page = [], ...more] = await pagesOf(
      await inputListPdf({
        title: "Spring tide",
        says: "Saltmarsh",
        made: new Date(0),
        lines: floorList(session(12), usualWords()),
      }),
    );
    expect(more).toEqual([]);
    expect(page.slice(0, 2)).toEqual(["Spring tide", "Saltmarsh"]);
    for (const said of [
      "Tenor pan 1",
      "Tenor pan 12",
      "small condenser",
      "tall boom",
      "48 V",
      "Main",
      "by the door",
      "Ø",
    ])
      expect(page.join(" ")).toContain(said);
    expect(page.indexOf("Tenor pan 12")).toBeLessThan(page.indexOf("Tenor pan 1"));
  });

  it(
    "cuts nothing that is read on a floor: long names shrink or take two lines, empty " +
      "columns give their room, and there is a line for who stands there",
    async () => {
      const s = session(20);
      const long = {
        ...s,
        tracks: s.tracks.map((t, i) =>
          t.kind === "audio"
            ? {
                ...t,
                role: "double-second",
                positions: ["near", "treble-side"],
                number: i + 1,
                microphone: "large diaphragm condenser, cardioid",
                stand: "tall boom behind the rack",
                feeds: "main",
                notes: "",
              }
            : t,
        ),
      };
      const [page = []] = await pagesOf(
        await inputListPdf({
          title: "Spring tide",
          says: "Saltmarsh",
          made: new Date(0),
          lines: floorList(long, usualWords()),
        }),
      );
      const text = page.join(" ").replaceAll(/\s+/g, " ");
      expect(text).not.toContain("…");
      for (const said of [
        "Double second 20, near,",
        "large diaphragm",
        "condenser, cardioid",
        "tall boom",
        "behind the rack",
        "Who stands here",
      ])
        expect(text).toContain(said);
      expect(page).not.toContain("Note");
    },
  );

  it("stays one page as long as it can be read; more go on as many as it takes, with heads and numbers", async () => {
    for (const [many, wanted] of [
      [0, 1],
      [1, 1],
      [48, 1],
      [70, 1],
      [200, 4],
    ] as const) {
      const pages = await pagesOf(
        await inputListPdf({
          title: "Many",
          says: "",
          made: new Date(0),
          lines: floorList(session(many), usualWords()),
        }),
      );
      expect([many, pages.length]).toEqual([many, wanted]);
      expect(pages.flat().filter((t) => t.startsWith("Tenor pan"))).toHaveLength(many);
      for (const [n, page] of pages.entries()) {
        expect(page).toContain("Who stands here");
        expect(page.includes(`Page ${n + 1} of ${pages.length}`)).toBe(pages.length > 1);
      }
    }
  });

  it("writes names of any Latin alphabet, and cuts what is too long", async () => {
    const s = session(1);
    const odd = {
      ...s,
      tracks: s.tracks.map((t) =>
        t.id === "t0" ? { ...t, role: null, name: "Łódź žlučně", microphone: "x".repeat(80) } : t,
      ),
    };
    const [page = []] = await pagesOf(
      await inputListPdf({ title: "ok", says: "", made: new Date(0), lines: floorList(odd, usualWords()) }),
    );
    expect(page.join("")).toContain("Łódź");
    expect(page.some((t) => /^x{5,78}…/.test(t))).toBe(true);
  });
});
