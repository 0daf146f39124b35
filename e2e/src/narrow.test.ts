import { describe, expect, it } from "vitest";
import { visit } from "./testing/visit.ts";
import { openScreen } from "./openScreen.ts";
import { SCREENS } from "./screens.ts";

const { b } = await visit();

/**
 * What sticks out of the window to the right without anything around it that scrolls: nobody could reach
 * it.
 */
const OUT_OF_REACH = `
  const scrolls = (e) => { for (let x = e.parentElement; x; x = x.parentElement) { const s = getComputedStyle(x); if (/auto|scroll/.test(s.overflowX) && x.scrollWidth > x.clientWidth) return true; } return false; };
  const out = [];
  for (const e of document.querySelectorAll('button, a, input, select, textarea, h1, h2, summary')) {
    const box = e.getBoundingClientRect();
    if (box.width < 2 || box.height < 2 || e.closest('.sr-only') || getComputedStyle(e).visibility === 'hidden') continue;
    if (box.right > window.innerWidth + 1 && !scrolls(e)) out.push((e.getAttribute('aria-label') || e.textContent || e.tagName).slice(0, 40));
  }
  const main = document.querySelector('main');
  if (main && main.scrollWidth > main.clientWidth + 1) out.push('the page is ' + (main.scrollWidth - main.clientWidth) + ' px too wide');
  return out;`;

describe("every screen in a narrow window, and at 200 %", () =>
  it.each(SCREENS)("$name: nothing is out of reach", async (screen) => {
    await b.size(1280, 800);
    await openScreen(b, screen);
    for (const [width, height] of [
      [800, 900],
      [720, 800],
      [640, 400],
    ] as const) {
      await b.size(width, height);
      await b.still();
      expect(await b.driver.executeScript<string[]>(OUT_OF_REACH), `${screen.name} at ${width}`).toEqual(
        [],
      );
    }
  }));

describe("the workbench in a narrow window", () => {
  it("slides its panel over the sheet, and columns give way in an order", async () => {
    await b.size(720, 800);
    await b.go("/library/steelpan-orchestra-full-yard");
    await b.see("//div[@role='treegrid']");
    const heads = async (): Promise<string[]> =>
      b.driver.executeScript(
        "return [...document.querySelectorAll('[role=columnheader]')].map((e) => e.textContent)",
      );
    const narrow = await heads();
    expect(narrow[0]).toBe("Track");
    expect(narrow).not.toContain("Inserts");
    expect(narrow).toContain("Level");
    await b.click("//div[@role='row']//span[.='TnrPan_Near']");
    await b.see("//aside[@aria-label='Selected']//h2[.='TnrPan_Near']");
    await b.button("Hide the panel");
    expect(
      await b.driver.executeScript(
        "return document.querySelector('aside[aria-label=Selected]').offsetWidth",
      ),
    ).toBe(0);
    await b.button("Show the panel");
    await b.type("//section[@aria-label='Selected track']//label[contains(., 'Level')]//input", "-6\uE007");
    await b.see("//div[@role='row'][.//span[.='TnrPan_Near']]//span[.='−6.0']");
    await b.size(1600, 1000);
    await b.see("//span[@role='columnheader'][.='Inserts']");
    expect((await heads()).length).toBeGreaterThan(narrow.length);
  });

  it("keeps every place within reach of the folded rail", async () => {
    await b.size(720, 800);
    await b.go("/");
    await b.click("//nav[@aria-label='Places']//a[@title='Sessions']");
    await b.see("//h1[.='Sessions']");
    await b.click("//nav[@aria-label='Places']//button[contains(., 'Marram Vale')]");
    await b.see("//div[@role='menuitem'][contains(., 'Sign out')]");
  });
});
