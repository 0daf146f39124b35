import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import type { Browser } from "./browser.ts";
import { visit } from "./testing/visit.ts";

const { b, another } = await visit();
const engineer = await another();
await engineer.signIn("Tamsin Roe");
const MANY = 130;

/** Asks the house from within a page, as whoever is signed in there. @returns the answer */
const ask = <T>(who: Browser, method: string, path: string, body: object | null = null): Promise<T> =>
  who.driver.executeAsyncScript<T>(
    "const [method, path, body, done] = arguments; fetch('/api' + path, { method, ...(body && { headers: { " +
      "'Content-Type': 'application/json' }, body: JSON.stringify(body) }) }).then((r) => r.json()).then(done)",
    method,
    path,
    body,
  );
const start = (title: string): Promise<{ id: string }> =>
  ask(b, "POST", "/sessions", {
    title,
    room: "ferry-van",
    template: "shanty-choir",
    release: 5,
    leaveOut: [],
  });
const ROW = "//section[@aria-label='Sessions']//li";
const title = (name: string): string => `${ROW}//a[.='${name}']`;
/** Counts what the browser fetches of an address from here on. */
const asked = (who: Browser, path: string): Promise<number> =>
  who.driver.executeScript<number>(
    "return performance.getEntriesByType('resource').filter((e) => e.name.includes(arguments[0])).length",
    path,
  );

describe("a house with many open sessions", () => {
  it("lists them page by page as one scrolls, draws what is in sight, and finds by what is typed", async () => {
    for (let n = 1; n <= MANY; n++) await start(`Swell ${n}`);
    await b.go("/sessions");
    await b.see(title(`Swell ${MANY}`));
    await b.seeText("more as you scroll");
    await b.driver.wait(async () => {
      await b.driver.executeScript(
        "const m = document.getElementById('page'); m.scrollTop = m.scrollHeight",
      );
      return (await b.count(title("Album mix, Marram"))) === 1;
    }, 20_000);
    expect(await b.count(ROW)).toBeLessThan(45);
    // The first is far above, and not drawn; it is when one goes there.
    expect(await b.count(title(`Swell ${MANY}`))).toBe(0);
    await b.driver.executeScript("document.getElementById('page').scrollTop = 0");
    await b.see(title(`Swell ${MANY}`));
    await b.type("//input[@aria-label='Find a session']", "swell 7");
    await b.see(title("Swell 7"));
    await b.gone(title(`Swell ${MANY}`));
    expect(await b.count(ROW)).toBe(11);
    await b.type("//input[@aria-label='Find a session']", "nobody's");
    await b.seeText("No such session");
  });

  it("shows what others do as it happens, and asks for none of it again", async () => {
    await b.go("/sessions");
    await b.see(title(`Swell ${MANY}`));
    await engineer.go("/rooms/ferry-van");
    await engineer.see("//h2[contains(., 'Start a session')]");
    const lists = async () => [await asked(b, "/api/sessions?"), await asked(b, "/api/today")];
    const before = await lists();
    const { id } = await start("Ebb tide");
    await b.see(title("Ebb tide"));
    await engineer.see("//section[@aria-labelledby='here']//li[1]//a[.='Ebb tide']");
    await ask(engineer, "POST", `/sessions/${id}/close`);
    await b.gone(title("Ebb tide"));
    await engineer.see("//section[@aria-labelledby='here']//li[1][contains(., 'closed')]");
    expect(await lists()).toEqual(before);
  });

  it("is walked by key on Today, where what waits is as long", async () => {
    await b.go("/");
    await b.see("//section[@aria-label='Waiting for you']//li");
    await b.see("//section[@aria-label='Rooms']//a[.='Swell 130 release 5' or contains(., 'Swell 130')]");
    await b.driver.executeScript("document.querySelector('[aria-label=\"Waiting for you\"]').focus()");
    await b.press(Key.END);
    await b.see("//section[@aria-label='Waiting for you']//a[starts-with(., 'Go on')]");
    expect(await b.count("//section[@aria-label='Waiting for you']//li")).toBeLessThan(40);
    expect(await b.complaints()).toEqual([]);
  });
});
