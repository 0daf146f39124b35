import { noise } from "@mossy/core/fixtures/sounds";
import { projectFaults } from "@mossy/core/fixtures/strict";
import { orderOf } from "@mossy/core/order/settle";
import { blankTrack, emptySession } from "@mossy/core/session/document";
import type { Session } from "@mossy/core/session/document";
import { writeWave } from "@mossy/core/sound/writeWave";
import { strFromU8, unzipSync } from "fflate";
import { Key } from "selenium-webdriver";
import { beforeAll, describe, expect, it } from "vitest";
import { PATIENCE } from "./browser.ts";
import { PIECES, choosePiece, pieceRow, spokenFile } from "./orderScreens.ts";
import { apiOf } from "./testing/api.ts";
import { publish } from "./testing/publish.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const api = apiOf(b);

const SIDE = "//section[@aria-label='Chosen piece']";
const FILES = "//section[@aria-label='This week\\'s files']".replace(
  "'This week\\'s files'",
  '"This week\'s files"',
);
const LINES = "//ul[@aria-label='Files and their pieces']/li";
const field = (label: string): string => `${SIDE}//label[starts-with(., '${label}')]//input`;
const pill = (says: string): string => `//span[@role='status']//span[normalize-space()='${says}']`;
let template = "";
const draftOf = async (id: string): Promise<Session> =>
  (await api<{ draft: { session: Session } }>("GET", `/library/${id}`)).draft.session;
const kept = <T>(what: () => Promise<T>) => expect.poll(what, { timeout: PATIENCE, interval: 100 });

/** A house of tracks for a weekly evening; nothing lies on them yet. */
const tracks = (): Session => {
  const on = (id: string, name: string, stereo = true) =>
    blankTrack(id, name, { format: stereo ? "stereo" : "mono", feeds: "main" });
  return {
    ...emptySession("Weekly tales"),
    fixedEnd: 58 * 60,
    tracks: [
      on("teller", "Storyteller", false),
      on("music", "Music"),
      on("beds", "Beds"),
      blankTrack("main", "Main", { kind: "main", format: "stereo", role: "main" }),
    ],
  };
};

/** Adds a piece behind what is chosen, and puts a sound of the shelf under its name. */
async function addWith(kind: string, sound: string, track: string): Promise<void> {
  await b.choose("Add a piece", kind);
  await b.see(`${SIDE}//h2[.='${kind}']`);
  await b.type(field("Name"), `${sound}${Key.ENTER}`);
  await b.see(`${SIDE}//h2[.='${sound}']`);
  await b.choose("On which track", track);
  await b.button("Put a sound", SIDE);
  await b.type("//input[@aria-label='Find a sound']", sound);
  await b.click(`${SIDE}//ul//button[contains(., '${sound}')]`);
  await b.see(`${SIDE}//li[contains(., 'on ${track}')]`);
}

describe("a weekly evening", () => {
  beforeAll(async () => {
    await b.go("/library");
    const made = await api<{ id: string }>("POST", "/library", {
      name: "Weekly tales",
      shelf: "Spoken word",
      session: tracks(),
    });
    template = made.id;
  });

  it("is laid out once: an opening, a tale to come with a bed under it, two inserts, a closing at 58:00", async () => {
    await b.go(`/library/${template}/time`);
    await b.click("//a[.='Begin a running order']");
    await b.see("//*[.='No running order yet']");
    await addWith("opening", "Tide bell", "Music");
    await b.choose("Add a piece", "speech");
    await b.type(field("Name"), `The tale${Key.ENTER}`);
    await b.choose("On which track", "Storyteller");
    await b.button("Put a placeholder");
    await b.see(`${pieceRow("The tale")}//*[.='waiting']`);
    await addWith("bed", "Harbour bed", "Beds");
    await choosePiece(b, "The tale");
    await addWith("insert", "Lamp song", "Music");
    await addWith("insert", "Oyster break", "Music");
    await addWith("closing", "Ebb tide", "Music");
    await b.choose("Ends by", "the fixed end");
    await b.choose("Starts by", "its length");
    await b.see(pill("47:12.5 to fill before Ebb tide"));
    const { order, programme } = await draftOf(template);
    expect(order.map((p) => p.kind)).toEqual(["opening", "speech", "bed", "insert", "insert", "closing"]);
    expect(programme?.target).toBe(-23);
  });

  it("offers ways out, which close it to the second, and are undone in one", async () => {
    await b.button("Do it: The tale may take 57:12.5");
    await b.see(pill("closes to the second"));
    await b.see(`${pieceRow("Lamp song")}//td[.='57:21.5']`);
    await b.press(Key.ESCAPE);
    await b.button("Undo");
    await b.see(pill("47:12.5 to fill before Ebb tide"));
    await b.button("Redo");
    await b.see(pill("closes to the second"));
    await kept(async () => orderOf(await draftOf(template)).gaps).toEqual([]);
  });

  it("follows what one changes: air, an overlap, its order by key", async () => {
    await choosePiece(b, "Oyster break");
    await b.type(field("Air"), `−2${Key.ENTER}`);
    await b.see(pill("0:02 to fill before Ebb tide"));
    await b.see(`${pieceRow("Oyster break")}//td[.='2 s before Lamp song ends']`);
    await b.type(field("Air"), `nonsense${Key.ENTER}`);
    await b.see(`${SIDE}//*[contains(., '−8 is before it')]`);
    await b.press(Key.ESCAPE);
    await b.button("Undo");
    await b.see(pill("closes to the second"));
    await b.click(`${pieceRow("Oyster break")}//button`);
    await b.driver.actions().keyDown(Key.ALT).sendKeys(Key.ARROW_UP).keyUp(Key.ALT).perform();
    await b.see(`${PIECES}//tbody/tr[4][contains(., 'Oyster break')]`);
    await b.see(`${pieceRow("Lamp song")}//td[.='after Oyster break']`);
    await b.button("Undo");
    await b.see(`${PIECES}//tbody/tr[5][contains(., 'Oyster break')]`);
    await b.see(pill("closes to the second"));
  });

  it("says circles as such", async () => {
    await choosePiece(b, "The tale");
    await b.choose("Starts by which piece", "Lamp song");
    await b.see("//section[@aria-label='Ways out']//*[contains(., 'wait for each other')]");
    await b.see(pill("1 contradiction"));
    await b.button("Undo");
    await b.gone("//section[@aria-label='Ways out']//*[contains(., 'wait for each other')]");
  });

  it("says of which piece nobody knows where its file is to lie", async () => {
    await b.choose("Add a piece", "spot");
    await b.type(field("Name"), `Harbour news${Key.ENTER}`);
    await b.see(pieceRow("Harbour news"));
    await b.button("Drop in this week's files");
    await b.upload("Files of this week", "Harbour news.wav", spokenFile(4, 9));
    await b.button("Bring it to the shelf Spoken word");
    await b.see(`${FILES}//*[@role='alert'][contains(., 'stands for Harbour news')]`, 60_000);
    expect(await b.count(`${FILES}//a`)).toBe(0);
    await b.button("Leave them");
    await b.button("Undo");
    await b.button("Undo");
    await b.gone(pieceRow("Harbour news"));
    await b.see(pill("closes to the second"));
  });

  it("is published, and next week's speech in two parts closes it to the second", async () => {
    await b.press(Key.ESCAPE);
    await publish(b, "The evening as it is");
    await b.go(`/library/${template}/order`);
    await b.button("Drop in this week's files");
    // At a low rate, so that an hour of speech is not a quarter of a gigabyte.
    const part = (seed: number): Buffer =>
      Buffer.from(writeWave([noise(-18, 3432.5 / 2, seed, 8000)], { rate: 8000, bits: 16 }));
    await b.upload("Files of this week", "Tale of the week pt2.wav", part(4));
    await b.upload("Files of this week", "Tale of the week pt1.wav", part(3));
    await b.see(`${LINES}[2]//option[.='The tale']`);
    // As they were chosen, one after the other: the second part is put behind the first.
    await b.button("Put Tale of the week pt2.wav later");
    await b.see(`${LINES}[1][contains(., 'pt1')]`);
    await b.button("Bring them to the shelf Spoken word");
    await b.see(`${FILES}//*[.='With them it closes at 58:00.']`, 120_000);
    await b.click(`${FILES}//a[.="Start this week's session with them"]`);
  });

  it("starts as a session with them, and its package opens with a reader that goes by the book", async () => {
    await b.choose("Room", "Story Tent");
    await b.see("//p[contains(., 'The tale in 2 files')]");
    await b.type("//label[starts-with(., 'Name of the session')]//input", "Tales of week 49");
    await b.button("Start it, download the package");
    await b.see("//h1[.='Tales of week 49']");
    const zip = unzipSync(await b.saved(".zip"));
    const name = (end: string): string => Object.keys(zip).find((n) => n.endsWith(end)) ?? "";
    const project = strFromU8(unzipSync(zip[name(".dawproject")]!)["project.xml"]!);
    expect(projectFaults(project)).toEqual([]);
    const clips = [...project.matchAll(/<Clip [^>]*name="Tale of the week pt(\d)"[^>]*>/g)].map(([all]) => [
      /time="([^"]+)"/.exec(all)?.[1],
      /duration="([^"]+)"/.exec(all)?.[1],
    ]);
    expect(clips).toEqual([
      ["9", "1716.25"],
      ["1725.25", "1716.25"],
    ]);
    expect(Object.keys(zip).filter((n) => /Tale_of_the_week[^/]*\.wav$/.test(n))).toHaveLength(2);
    const { sessions } = await api<{ sessions: { id: string; title: string }[] }>("GET", "/sessions");
    const id = sessions.find((s) => s.title === "Tales of week 49")!.id;
    const { baseline } = await api<{ baseline: Session }>("GET", `/sessions/${id}`);
    expect(orderOf(baseline).gaps).toEqual([]);
    const gains = baseline.tracks.flatMap((t) => t.items).map((i) => i.gain);
    expect(gains.every((g) => g !== 0)).toBe(true);
    // Somebody speaks all along: the bed lies below all along.
    const bed = baseline.tracks.find((t) => t.id === "beds")?.items[0];
    expect(bed?.points.map((p) => p.level)).toEqual([-18, -18]);
    // The template has nothing of this week.
    expect(JSON.stringify(await draftOf(template))).not.toContain("Tale of the week");
  });
});

describe("a running order", () => {
  it("counts the evening down at the desk, and goes on by key", async () => {
    await b.go("/library/story-evening/order");
    await b.button("Large view");
    await b.see("//*[@role='timer'][.='0:09']");
    await b.button("Start the clock");
    await b.see("//p[.='On now']");
    await b.press(Key.ARROW_RIGHT);
    await b.see("//li[@aria-current='true'][contains(., 'Host, welcome')]");
    await b.see("//*[@role='timer'][starts-with(., '2:1')]");
    await b.button("Set the clock back");
    await b.see("//p[.='Begins with']");
    await b.press(Key.ESCAPE);
    await b.gone("//*[@role='timer']");
  });

  it("is printed by the clock on the wall", async () => {
    await b.type("//input[@aria-label='Begins at']", "20:15");
    await b.choose("Print", "running order, PDF");
    const bytes = await b.saved("Running_order_Story_evening.pdf");
    expect(strFromU8(bytes.slice(0, 5))).toBe("%PDF-");
  });

  it("takes this week's files in a session that came in, and says which pieces wait again", async () => {
    const { sessions } = await api<{ sessions: { title: string; lastCheckIn: { id: string } | null }[] }>(
      "GET",
      "/sessions?find=The%20eel%20and%20the%20moon",
    );
    const checkIn = sessions.find((s) => s.lastCheckIn)!.lastCheckIn!.id;
    await b.go(`/check-ins/${checkIn}/order`);
    await b.see(PIECES);
    for (const [file, piece] of [
      ["Second tale.wav", "Second tale"],
      ["First tale.wav", "First tale"],
    ] as const) {
      await b.button("Drop in this week's files");
      await b.upload("Files of this week", file, spokenFile(file === "First tale.wav" ? 14 : 11, 6));
      await b.button("Bring it to the shelf Spoken word");
      await b.see(`${FILES}//*[@role='status'][contains(., 'With them')]`, 60_000);
      if (piece === "First tale") await b.see(`${FILES}//*[contains(., 'Second tale waits again')]`);
      await b.button("Put them in");
      await b.see(`${pieceRow(piece)}//*[.='recorded']`);
    }
    await b.see(`${pieceRow("Second tale")}//*[.='waiting']`);
    await b.see(`${pieceRow("First tale")}//td[.='−23.0']`);
    await choosePiece(b, "First tale");
    await b.click(`${SIDE}//label[contains(., 'Approved')]//input`);
    await b.see(`${pieceRow("First tale")}//*[.='approved']`);
  });
});
