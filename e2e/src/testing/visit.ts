import { mkdirSync, writeFileSync } from "node:fs";
import { afterAll, afterEach, inject } from "vitest";
import { Browser } from "../browser.ts";
import { openHouse } from "../house.ts";
import type { OpenHouse } from "../house.ts";

export interface Visit {
  readonly house: OpenHouse;
  readonly b: Browser;
  /** One more browser, with nobody signed in. */
  another(): Promise<Browser>;
}

/**
 * A house and a browser of its own for a test file, gone again after its last test. What the browsers showed
 * when a step failed is kept in `.shots`, which git does not keep.
 * @param who who is signed in; null for nobody
 */
export async function visit(who: string | null = "Marram Vale", withStation = false): Promise<Visit> {
  const house = await openHouse(inject("ground"), withStation);
  const browsers: Browser[] = [];
  const another = async (): Promise<Browser> => {
    const browser = await Browser.open(house.base);
    browsers.push(browser);
    return browser;
  };
  afterEach(async ({ task }) => {
    if (task.result?.state !== "fail") return;
    mkdirSync(".shots", { recursive: true });
    const name = task.name.slice(0, 20).replace(/\W+/g, "-");
    for (const [n, browser] of browsers.entries())
      writeFileSync(`.shots/${name}${n === 0 ? "" : `-${n + 1}`}.png`, await browser.picture());
  });
  afterAll(async () => {
    await Promise.all(browsers.map((browser) => browser.close()));
    await house.close();
  });
  const b = await another();
  if (who !== null) await b.signIn(who);
  return { house, b, another };
}
