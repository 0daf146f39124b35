import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { usualHouse } from "../house/usual.ts";
import { makeStyle } from "../house/style.ts";
import { readIncoming } from "./readForeign.ts";
import { readTemplateFile, writeTemplateFile } from "./templateFile.ts";

const template = {
  name: "Small yard",
  shelf: "Pan",
  of: { house: "Saltmarsh", edition: 3, release: 2 },
  session: smallSession(),
};
const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const style = makeStyle(usualHouse("Another house"));

describe("a template as a file", () => {
  it("starts a template in another house, whole as it was", async () => {
    const text = writeTemplateFile(template);
    expect(readTemplateFile(text)).toEqual({ format: "mossy-lantern/template", version: 1, ...template });
    const read = await readIncoming(style, "yard.template.json", bytes(text), () => "x");
    expect(read).toEqual({
      session: template.session,
      whole: true,
      from: "template file",
      notices: [],
      carried: [],
    });
  });

  it("that an earlier form of the program wrote is brought up with the session in it", () => {
    const tracks = template.session.tracks.map((t) => ({ ...t, program: undefined }));
    const text = JSON.stringify({
      format: "mossy-lantern/template",
      version: 1,
      ...template,
      session: { ...template.session, version: 2, tracks },
    });
    expect(readTemplateFile(text)).toMatchObject(template);
  });

  it("is refused with what is off and where", () => {
    const broken = (change: object): string =>
      JSON.stringify({ format: "mossy-lantern/template", version: 1, ...template, ...change });
    expect(() => readTemplateFile("{")).toThrow("This file is not JSON, so it holds no template");
    expect(() => readTemplateFile('{"format":"mossy-lantern/house"}')).toThrow(
      "This file holds no template. One is saved from the page of a release",
    );
    expect(() => readTemplateFile(broken({ version: 9 }))).toThrow(
      "This template was written by a later version",
    );
    expect(() => readTemplateFile(broken({ session: { ...template.session, version: 99 } }))).toThrow(
      "This session was written by a later version",
    );
    expect(() => readTemplateFile(broken({ session: { ...template.session, tempo: 5 } }))).toThrow(
      "does not hold together, at session.tempo",
    );
  });
});
