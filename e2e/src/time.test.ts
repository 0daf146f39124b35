import { Key, Origin } from "selenium-webdriver";
import { beforeAll, describe, expect, it } from "vitest";
import type { Session } from "@mossy/core/session/document";
import { PATIENCE } from "./browser.ts";
import { apiOf } from "./testing/api.ts";
import { visit } from "./testing/visit.ts";
import { TIME, chooseInList } from "./timeScreens.ts";

const { b } = await visit("Marram Vale");
const api = apiOf(b);

const DRAWN = "//div[@aria-label='Lanes and tracks, drawn to scale']";
const SIDE = "//section[@aria-label='Chosen in time']";
/** Where names of rows end, in pixels; how long the evening is drawn, in seconds. */
const [NAMES, TOTAL] = [136, 3480 * 1.03];
const draft = async (): Promise<Session> =>
  ((await api("GET", "/library/story-evening")) as { draft: { session: Session } }).draft.session;
const markers = async (): Promise<Record<string, [number, number | null]>> =>
  Object.fromEntries((await draft()).markers.map((m) => [m.name, [m.at, m.length]]));
/** What the house has, once what was done has come there. */
const kept = <T>(what: () => Promise<T>) => expect.poll(what, { timeout: PATIENCE, interval: 100 });

/** Where a place of the drawing is in the window. @param row lanes from 0, tracks after them */
const spot = async (seconds: number, row: number): Promise<{ x: number; y: number }> => {
  const rect = await b.driver.executeScript<{ x: number; y: number; width: number }>(
    "const r = document.querySelector('canvas').getBoundingClientRect(); return { x: r.x, y: r.y, width: r.width }",
  );
  return {
    x: Math.round(rect.x + NAMES + (seconds / TOTAL) * (rect.width - NAMES)),
    y: Math.round(rect.y + 26 + row * 30 + 10),
  };
};
const at = (p: { x: number; y: number }) => ({ ...p, origin: Origin.VIEWPORT, duration: 40 });
const click = async (seconds: number, row: number): Promise<void> =>
  b.driver
    .actions()
    .move(at(await spot(seconds, row)))
    .press()
    .release()
    .perform();
const field = (label: string): string => `${SIDE}//label[starts-with(., '${label}')]//input`;

describe("the time of a session", () => {
  beforeAll(async () => {
    await b.go("/library/story-evening/time");
    await b.see(TIME);
    await b.choose("Counted in", "minutes and seconds");
  });

  it("is gone through by key: marker to marker, down to what lies on tracks; Enter goes to its fields", async () => {
    await b.driver.executeScript("document.querySelector('[aria-label^=\"Lanes and tracks\"]').focus()");
    await b.press(Key.ARROW_RIGHT);
    await b.see(`${SIDE}//h2[.='01_Tide_bell']`);
    await b.press(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await b.see("//p[@role='status'][.='03_The_story, markers, 2:33 to 57:45']");
    await b.press(Key.ARROW_DOWN);
    await b.see(`${SIDE}//h2[.='First tale']`);
    await b.press(Key.ARROW_UP, Key.ENTER);
    expect(
      await b.driver.executeScript("return document.activeElement.closest('label')?.innerText"),
    ).toMatch(/^Name/);
  });

  it("is moved by key on the grid of what is counted, and back by undo", async () => {
    await b.driver.executeScript("document.querySelector('[aria-label^=\"Lanes and tracks\"]').focus()");
    await b.press(Key.HOME);
    await b.see(`${SIDE}//h2[.='01_Tide_bell']`);
    const { driver } = b;
    await driver.actions().keyDown(Key.CONTROL).sendKeys(Key.ARROW_RIGHT).keyUp(Key.CONTROL).perform();
    await b.see(`${SIDE}//label[starts-with(., 'Ends at')]//input[@value='0:09.1']`);
    await driver.actions().keyDown(Key.SHIFT).sendKeys(Key.ARROW_RIGHT).keyUp(Key.SHIFT).perform();
    await b.see(`${SIDE}//label[starts-with(., 'Begins at')]//input[@value='0:00.1']`);
    await kept(async () => (await markers())["01_Tide_bell"]).toEqual([0.1, 9.1]);
    await b.button("Undo");
    await b.button("Undo");
    await kept(async () => (await markers())["01_Tide_bell"]).toEqual([0, 9]);
  });

  it("is dragged by its body and by its end; Escape lets it be", async () => {
    const drag = async (from: number, to: number, ...then: string[]): Promise<void> => {
      const [a, z] = [await spot(from, 0), await spot(to, 0)];
      const act = b.driver
        .actions()
        .move(at(a))
        .press()
        .move(at({ ...z, x: z.x - 30 }))
        .move(at(z));
      await (then.length > 0 ? act.sendKeys(...then).release() : act.release()).perform();
    };
    await drag(2000, 2400);
    const is = (from: number, to: number) => expect.toSatisfy((n: number) => n > from && n < to);
    await kept(async () => (await markers())["03_The_story"]).toEqual([
      is(500, 610),
      is(3311.999, 3312.001),
    ]);
    await b.button("Undo");
    await drag(150, 600);
    await kept(async () => (await markers())["02_Welcome"]).toEqual([9, is(550, 630)]);
    await b.button("Undo");
    await drag(2000, 2400, Key.ESCAPE);
    await b.see(`${SIDE}//label[starts-with(., 'Begins at')]//input[@value='2:33']`);
    await kept(async () => (await markers())["03_The_story"]).toEqual([153, 3312]);
  });

  it("lands where it is let go, however soon after it came there", async () => {
    const [a, z] = [await spot(2000, 0), await spot(2400, 0)];
    // Pressed, moved and let go before anything is drawn in between.
    await b.driver.executeScript(
      `const [canvas, from, to] = arguments;
       const at = (p) => ({ clientX: p.x, clientY: p.y, pointerId: 7, button: 0, bubbles: true });
       canvas.dispatchEvent(new PointerEvent("pointerdown", at(from)));
       for (const x of [to.x - 30, to.x]) canvas.dispatchEvent(new PointerEvent("pointermove", at({ ...to, x })));
       canvas.dispatchEvent(new PointerEvent("pointerup", at(to)));`,
      await b.driver.findElement({ css: "canvas" }),
      a,
      z,
    );
    await kept(async () => ((await markers())["03_The_story"]?.[0] ?? 0) > 500).toBe(true);
    await b.button("Undo");
    await kept(async () => (await markers())["03_The_story"]).toEqual([153, 3312]);
  });

  it("takes a marker where one stands, typed into, called by the house, coloured by its palette", async () => {
    await click(900, 3);
    await b.press("t");
    await b.see(`${SIDE}//h2[.='no name']`);
    await b.type(field("Name"), `an eel${Key.ENTER}`);
    await b.type(field("Begins at"), `15:02.5${Key.ENTER}`);
    await b.choose("Colour", "Harbour");
    await b.see(
      "//*[.='The marker “an eel” is “04_an_eel” by the house.'] | //button[contains(., 'to look at')]",
    );
    await kept(async () => (await markers())["an eel"]).toEqual([902.5, null]);
    await b.type(field("Ends at"), `15:00${Key.ENTER}`);
    await b.see(`${SIDE}//*[@role='alert'][starts-with(., 'after 15:02.5')]`);
    await b.button("Take away an eel");
    await b.gone(SIDE);
    await kept(async () => (await markers())["an eel"]).toBeUndefined();
  });

  it("is there whole as a list, in whatever is counted; a lane that is shut opens with what is put on it", async () => {
    await chooseInList(b, "Ebb tide");
    await b.see(`${SIDE}//label[starts-with(., 'Starts at')]//input[@value='57:45']`);
    await b.choose("Counted in", "bars and beats");
    await b.see("//div[@aria-label='Along the time']//tr[contains(., 'Ebb tide')]//td[.='1733.3']");
    await b.choose("Put where you stand", "a tempo");
    await b.type(field("Tempo, bpm"), `90${Key.ENTER}`);
    await b.see("//div[@aria-label='Along the time']//button[.='90']");
    await kept(draft).toMatchObject({ lanes: ["markers", "tempo"], tempos: [{ bpm: 90, by: "step" }] });
    await b.button("Undo");
    await b.button("Undo");
    await kept(async () => (await draft()).lanes).toEqual(["markers"]);
  });

  it("takes markers from a file after saying what it holds; one file that is none is said to be", async () => {
    await b.upload(
      "File with markers and tempos",
      "quay.csv",
      "Name,From,To\nGull,5:00,\nTern,6:00,6:30\n",
    );
    const brings = "//section[@aria-label='What the file brings']";
    await b.see(`${brings}//li[.='1 marker']`);
    await b.see(`${brings}//li[.='1 region']`);
    await b.button("Add to what is here");
    await kept(markers).toMatchObject({ Gull: [300, null], Tern: [360, 30], "02_Welcome": [9, 144] });
    await b.button("Undo");
    await b.upload("File with markers and tempos", "rocks.csv", "Name,From\nGull,soon\n");
    await b.see("//*[contains(., 'Line 2: “soon” is no place in time')]");
    await kept(async () => Object.keys(await markers())).toHaveLength(5);
  });

  it("is saved in other kinds: markers as a list, what plays as an edit list", async () => {
    await b.choose("Save as", "markers, CSV");
    const text = new TextDecoder().decode(await b.saved("markers.csv"));
    expect(text.split("\r\n")[2]).toContain("02_Welcome,0:09,2:33");
    await b.choose("Save as", "edit list, CMX 3600");
    await b.see("//*[contains(., 'The session says no frame rate; it counts 25.')]");
    expect(new TextDecoder().decode(await b.saved(".edl"))).toContain(
      "* FROM CLIP NAME: TideBell_Opening.wav",
    );
  });

  it("opens with the lanes a template says, in the order it says", async () => {
    await b.go("/library/story-evening/session");
    await b.choose("One more lane", "key");
    await b.button("key before markers");
    await kept(async () => (await draft()).lanes).toEqual(["key", "markers"]);
    await b.go("/library/story-evening/time");
    await b.button("Drawn");
    await b.see(DRAWN);
    await b.press(Key.ESCAPE);
    await b.see("//section[@aria-label='Lanes']//button[@aria-label='markers before key']");
  });
});
