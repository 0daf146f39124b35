import { beforeAll, describe, expect, it } from "vitest";
import { axeFinds } from "./testing/axe.ts";
import { visit } from "./testing/visit.ts";
import type { Theme } from "./browser.ts";
import { openScreen } from "./openScreen.ts";
import { SCREENS } from "./screens.ts";

const { b } = await visit(null);

const violations = (rules?: readonly string[]) => axeFinds(b, rules);

describe("the sign-in page", () =>
  it.each<Theme>(["daylight", "lamplight"])("has no serious finding of axe in %s", async (theme) => {
    await b.go("/sign-in");
    await b.theme(theme);
    await b.seeText("This is the demo");
    expect(await violations()).toEqual([]);
  }));

describe("every screen", () => {
  beforeAll(async () => {
    await b.signIn("Marram Vale");
    await b.theme("daylight");
  });

  it.each(SCREENS)(
    "$name has no serious finding of axe in either light, and nothing is wider than the window",
    async (screen) => {
      await openScreen(b, screen);
      expect(await violations()).toEqual([]);
      // The other light changes colours and nothing else, so contrast is what is asked of it.
      await b.driver.executeScript("document.documentElement.dataset.theme = 'lamplight'");
      await b.still();
      expect(await violations(["color-contrast"])).toEqual([]);
      expect(
        await b.driver.executeScript("return document.documentElement.scrollWidth - window.innerWidth"),
      ).toBeLessThanOrEqual(0);
      // The window itself never scrolls, and a screen that has its own lists to scroll does not scroll as a
      // whole.
      expect(
        await b.driver.executeScript("return document.documentElement.scrollHeight - window.innerHeight"),
      ).toBeLessThanOrEqual(0);
      if (/^(house|workbench|input-list|changes|releases|notes|release$|fit|check-in)/.test(screen.name))
        expect(
          await b.driver.executeScript(
            "const m = document.querySelector('main'); return m.scrollHeight - m.clientHeight",
          ),
        ).toBeLessThanOrEqual(0);
    },
  );
});

describe("the first page", () => {
  it("loads less than 250 kB of script, compressed, chart included, and no more than it needs", async () => {
    await b.driver.executeScript("window.location.href = '/sign-in'");
    await b.signIn("Wren Addis");
    await b.go("/");
    await b.see("//*[name()='svg'][contains(@class, 'recharts')]");
    const sizes = await b.driver.executeScript<{ name: string; size: number }[]>(
      "return performance.getEntriesByType('resource').filter((r) => " +
        "r.name.endsWith('.js')).map((r) => ({ name: r.name, size: r.encodedBodySize }))",
    );
    const total = sizes.reduce((n, s) => n + s.size, 0);
    console.log(`start page: ${sizes.length} scripts, ${(total / 1000).toFixed(2)} kB compressed`);
    expect(total).toBeLessThan(250_000);
    expect(sizes.some((s) => /checkIn|fitPage|sheet/.test(s.name))).toBe(false);
  });
});

describe("the keyboard", () => {
  it("lists its shortcuts, walks the sheet, renames, and closes folders", async () => {
    await b.signIn("Marram Vale");
    await b.go("/library/engine-room-only");
    await b.see("//div[@role='treegrid']");
    await b.press("?");
    await b.see("//div[@role='dialog'][contains(., 'Add tracks') and contains(., 'Go to Library')]");
    await b.press("\uE00C");
    await b.gone("//div[@role='dialog']");
    await b.click("//div[@role='row']//span[.='Iron_1']");
    await b.press("\uE015");
    await b.see("//section[@aria-label='Selected track']//h2[.='Iron_2']");
    await b.press("\uE007");
    await b.type("//input[@aria-label='Name of Iron_2']", "second iron\uE007");
    await b.see("//section[@aria-label='Selected track']//h2[.='second iron']");
    await b.chord("\uE009", "z");
    await b.see("//section[@aria-label='Selected track']//h2[.='Iron_2']");
    await b.press("\uE012");
    await b.press("\uE012");
    await b.see("//div[@role='row'][@aria-expanded='false'][contains(., 'ENGINE')]");
    expect(await b.count("//div[@role='row']//span[.='Iron_1']")).toBe(0);
  });
});
