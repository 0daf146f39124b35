import { createHash, randomBytes } from "node:crypto";
import { BY_THE_BOOK } from "@mossy/core/fixtures/byTheBook";
import { session as sessionSchema } from "@mossy/core/session/document";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { afterAll, describe, expect, inject, it } from "vitest";
import { z } from "zod";
import { Browser } from "./browser.ts";
import { openEmptyHouse } from "./house.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit();
const ask = async (who: Browser, path: string, body?: unknown): Promise<unknown> =>
  who.driver.executeAsyncScript(
    "const done = arguments[2]; fetch('/api' + arguments[0], arguments[1] === null ? {} : { method: 'POST', " +
      "headers: { 'content-type': 'application/json' }, body: JSON.stringify(arguments[1]) })" +
      ".then((r) => r.json()).then(done)",
    path,
    body ?? null,
  );
const sha = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");

/** The file of another program: recordings, curves, a state, comments, things nobody here knows. */
function byTheBook(): { bytes: Uint8Array; project: string } {
  const project = BY_THE_BOOK.replace(
    '<Clip time="0" duration="8"/>',
    '<Clip time="0" duration="8"><Audio><File path="audio/kick take.wav"/></Audio></Clip>',
  ).replace(
    "</Clips></Lanes>",
    '</Clips><Points><Target parameter="id13"/><RealPoint time="0" value="0.5"/></Points></Lanes>',
  );
  const bytes = zipSync({
    "audio/kick take.wav": [randomBytes(200_000), { level: 0 }],
    "project.xml": strToU8(project),
    "plugins/a.vstpreset": [randomBytes(900), { level: 6 }],
    "metadata.xml": strToU8("<MetaData><Title>Harbour night</Title><!-- as played --></MetaData>"),
    "what the room wrote.txt": strToU8("two mics and a prayer"),
  });
  return { bytes, project };
}

describe("a file of another program, with recordings, curves and the states of its plug-ins", () => {
  it("is handed in, put right and fetched, and differs only where it was put right", async () => {
    const { bytes, project } = byTheBook();
    const { sessions } = z
      .object({ sessions: z.array(z.looseObject({ id: z.string(), room: z.string() })) })
      .parse(await ask(b, "/sessions?which=open"));
    await b.go(`/sessions/${sessions[0]!.id}`);
    await b.see(
      "//input[@aria-label='Session file']/ancestor::section | //*[contains(., 'Drop a session file here')]",
    );
    await b.upload("Session file", "Harbour.dawproject", bytes);
    await b.button("Take it in here all the same");
    await b.see(
      "//section[@aria-label='What goes back']//p[contains(., 'The file that came, as it came')]",
    );
    const at = new URL(await b.driver.getCurrentUrl()).pathname.split("/")[2]!;
    const { now } = z
      .object({ now: z.object({ id: z.string(), revision: z.int(), session: sessionSchema }) })
      .parse(await ask(b, `/check-ins/${at}`));
    const kick = now.session.tracks.find((t) => t.name === "Kick")!;
    await ask(b, `/documents/${now.id}/changes`, {
      revision: now.revision,
      changes: [{ do: "set", id: kick.id, field: "name", from: "Kick", to: "Kick_In" }],
    });
    await b.go(`/check-ins/${at}`);
    await b.see("//section[@aria-label='What goes back']//p[contains(., 'with 1 place in it put right')]");
    await b.see("//section[@aria-label='What goes back']//p[contains(., '4 other parts')]");
    await b.click("//a[contains(., 'Corrected file')]");
    const back = unzipSync(await b.saved("_put_right.dawproject"));
    const files = unzipSync(bytes);
    expect(Object.keys(back)).toEqual([...Object.keys(files), "mossy-lantern.json"]);
    for (const each of Object.keys(files))
      if (each !== "project.xml") expect(sha(back[each]!)).toBe(sha(files[each]!));
    expect(strFromU8(back["project.xml"]!)).toBe(project.replace('name="Kick"', 'name="Kick_In"'));
  });
});

describe("a release as a file", () => {
  it("is started from as a template in an empty house, each way, and the two are equal", async () => {
    const page = "/library/steelpan-orchestra-full-yard/releases/6";
    const released = z.object({ name: z.string(), session: sessionSchema }).parse(await ask(b, page));
    const files: [name: string, bytes: Uint8Array][] = [];
    for (const [button, file] of [
      ["Session file", "release_6.dawproject"],
      ["Template file", "release_6.template.json"],
    ] as const) {
      await b.go(page);
      await b.click(`//a[contains(., '${button}')]`);
      files.push([file, await b.saved(file)]);
    }
    const house = await openEmptyHouse(inject("ground"));
    const there = await Browser.open(house.base);
    afterAll(async () => {
      await there.close();
      await house.close();
    });
    await there.go("/");
    const lead = { name: "Ottoline Quern", signIn: "otti", password: "barge kelp vesper tin" };
    const token = new URL(house.setUp, house.base).hash.slice(1);
    await ask(there, "/set-up", { token, name: "Gannet Quay", lead, style: null });
    for (const [file, bytes] of files) {
      await there.go("/library/new");
      await there.click("//*[self::label or self::button][normalize-space(.)='A file']");
      await there.see("//*[contains(., 'Drop a session file (.dawproject), a template file (.json)')]");
      await there.upload("File to start from", file, bytes);
      await there.see("//section[@aria-label='Tracks of the file']");
      await there.type("//label[contains(., 'Name')]//input", file);
      await there.click("//button[.='Begin it']");
      await there.see("//h1[contains(., 'release_6')]");
      const id = new URL(await there.driver.getCurrentUrl()).pathname.split("/")[2]!;
      const { draft } = z
        .object({ draft: z.object({ session: sessionSchema }) })
        .parse(await ask(there, `/library/${id}`));
      expect(draft.session).toEqual({ ...released.session, title: file });
    }
  });
});
