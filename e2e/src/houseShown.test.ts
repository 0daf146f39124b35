import { unzipSync, strFromU8 } from "fflate";
import { describe, expect, it } from "vitest";
import { visit } from "./testing/visit.ts";

const { b, another } = await visit();

const undo = (): Promise<void> => b.button("Undo");

describe("icons", () => {
  it(
    "are found by what they are for; SVG files come in clean or are refused by line; " +
      "all go out as a ZIP",
    async () => {
      await b.go("/house/icons");
      await b.see("//h2[contains(., '244 icons')]");
      await b.type("//input[@aria-label='Find an icon by name or use']", "orchestra");
      await b.see("//h2[not(contains(., '244'))][contains(., 'icons')]");
      await b.see("//button[contains(@title, 'timpani')]");
      await b.upload(
        "SVG files",
        "evil.svg",
        '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ' +
          '9 9">\n<path d="M0 ' +
          '0h9v9z"/>\n<script>alert(1)</script></svg>',
      );
      await b.seeText("“evil.svg” holds a script (line 3), which no icon may.");
      await b.see("//h2[contains(., 'Icons of the house')]/span[.='0']");
      await b.upload(
        "SVG files",
        "tide_bell.svg",
        '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100"><path d="M10 90h80L50 10z"/></svg>',
      );
      await b.see("//section[@aria-label='Icon house-tide-bell']");
      await b.choose("Give it to a family", "Pans");
      await b.seeText("Carried by Pans.");
      await b.button("Tinted, as ZIP");
      const files = unzipSync(await b.saved("house_icons_tinted.zip"));
      const name = Object.keys(files).find((f) => f.endsWith("/DblSec.svg"))!;
      expect(name).toBe("Pans/DblSec.svg");
      expect(strFromU8(files[name]!)).toContain('d="M2.4 21.6H21.6L12 2.4Z"');
      await undo();
      await undo();
    },
  );
});

describe("editions", () => {
  it(
    "an old one is taken up again, a starter is looked at before it is taken, and undo " +
      "brings the draft back",
    async () => {
      await b.go("/house/editions");
      await b.see("//ul[@aria-label='What changes']/li");
      await b.click("//li[contains(., 'Edition 1')]//button");
      await b.see("//ul[@aria-label='What changes']/li[contains(., 'no longer heard as “tall drum”')]");
      await undo();
      await b.gone("//ul[@aria-label='What changes']/li[contains(., 'tall drum')]");
      await b.click("//li[contains(., 'Orchestral')]//button");
      await b.click("//section[@aria-label='Roles and words']//button[@aria-expanded='false']");
      await b.see(
        "//div[@aria-label='What Orchestral would change']//label[contains(., 'Sides are seen by the audience.')]",
      );
      await b.button("Take it as the draft");
      await b.see("//ul[@aria-label='What changes']/li[contains(., 'Sides are seen by the audience.')]");
      await b.see(
        "//section[@aria-label='Impact'][@aria-busy='false']//h3[contains(., 'Would touch')]",
        60_000,
      );
      await undo();
      await b.gone("//ul[@aria-label='What changes']/li[contains(., 'Sides are seen by the audience.')]");
    },
  );
});

describe("why", () => {
  it("leads from a value of a track to the deciding line on its page", async () => {
    await b.go("/library/steelpan-orchestra-full-yard");
    await b.click("//span[.='OH_HatSd']");
    await b.click(
      "//section[@aria-label='Why it looks like this']//div[dt[.='Start']]//a[contains(., " +
        "'side of the kit')]",
    );
    await b.see("//section[@aria-label='Line']//textarea[contains(., 'side of the kit')]");
    await b.driver.navigate().back();
    await b.click("//span[.='OH_HatSd']");
    await b.click("//section[@aria-label='Why it looks like this']//div[dt[.='Place']]//a");
    await b.see("//section[@aria-label='Folder Drum kit']");
    await b.driver.navigate().back();
    await b.click("//span[.='OH_HatSd']");
    await b.click("//section[@aria-label='Why it looks like this']//div[dt[.='Name']]//a");
    await b.see("//section[@aria-label='Pattern of a track']");
  });
});

describe("who may only look", () => {
  it("sees every page of the house style and what it does, and no way to change it", async () => {
    const other = await another();
    await other.signIn("Wren Addis");
    for (const [place, ready] of [
      ["beside?line=hat-side", "//section[@aria-label='hat side']"],
      ["names", "//section[@aria-label='Pattern of a track']"],
      ["icons", "//ul[@aria-label='All icons']/li"],
      ["folders", "//ul[@aria-label='Folder tree']/li"],
      ["disk?show=blueprint", "//section[@aria-label='Folder']"],
      ["starts", "//section[@aria-label='Line']"],
      ["exceptions", "//section[@aria-label='Exceptions']"],
      ["editions", "//h2[contains(., 'would change')]"],
    ] as const) {
      await other.go(`/house/${place}`);
      await other.see(ready);
      const changing = [
        "Take out",
        "Add",
        "Add inside",
        "Take it up as the draft",
        "Carry it out",
        "Make on the shared disk",
        "Bring SVG files in…",
        "Publish edition 3",
      ]
        .map((t) => `normalize-space(.)='${t}'`)
        .join(" or ");
      expect([place, await other.count(`//main//button[${changing}]`)]).toEqual([place, 0]);
      expect([
        place,
        await other.count(
          "//main//fieldset//input[not(ancestor::fieldset[@disabled])] | " +
            "//main//aside//input[@type='text' and not(@readonly)]",
        ),
      ]).toEqual([place, 0]);
    }
  });
});
