import { describe, expect, it } from "vitest";
import { visit } from "./testing/visit.ts";

const { b } = await visit();

describe("from an unreadable name to an edition and the findings it makes", () => {
  it("teaches the word, sees what it settles, publishes, and finds the tracks off the pattern", async () => {
    await b.go("/house/unread");
    await b.see("//section[@aria-label='Unread names']//span[contains(., 'gonza lo')]");
    const group = "//li[.//span[contains(., 'gonza lo')]]";
    await b.see(`${group}//p[contains(., 'Album mix, Marram') and contains(., 'Marram sessions 02')]`);
    await b.type(`${group}//input[@aria-label='Word to teach']`, "gonza");
    await b.type(`${group}//input[@aria-label='What “gonza” is']`, "Conga");
    await b.button("Say so", group);
    await b.seeText("“gonza” settles 3 names.");
    await b.gone("//span[contains(., 'gonza lo')]");
    await b.click("//a[.='Publish edition 3']");
    await b.seeText("Conga: also heard as “gonza”.");
    await b.see(
      "//ul[@aria-label='What changes']/li[contains(., 'gonza')]//span[contains(., 'Marram Vale, ')]",
    );
    await b.see(
      "//section[@aria-label='Impact']//h3[contains(., 'Would touch') and contains(., 'in 2 places')]",
    );
    await b.click("//section[@aria-label='Impact']//summary[contains(., 'Album mix, Marram')]");
    await b.see("//section[@aria-label='Impact']//li[contains(., 'gonza lo')]//strong[.='Conga_Low']");
    await b.type("//section[@aria-label='Publish edition 3']//textarea", "A gonza is a conga");
    await b.see("//section[@aria-label='Impact'][@aria-busy='false']");
    await b.button("Publish edition 3", "//form");
    await b.seeText("Edition 3 of the house style is out.", 60_000);
    await b.go("/sessions");
    await b.click("//a[.='Album mix, Marram']");
    await b.click("//a[.='Look and put right']");
    await b.see("//li[@data-rule='name-off-pattern'][contains(., 'gonza lo')]//strong[.='Conga_Low']");
  });
});

describe("the word list", () => {
  it("warns of a clash while one types, moves, merges and takes out, all undone", async () => {
    await b.go("/house/folk");
    await b.see("//section[@aria-label='Family Folk and plucked']");
    await b.press("a");
    await b.type("//form[@aria-label='Add a role']//label[contains(., 'Name')]//input", "Quay fiddle");
    await b.type(
      "//form[@aria-label='Add a role']//label[contains(., 'Also heard as')]//input",
      "bass drum",
    );
    await b.seeText("“bass drum” is Kick as well");
    await b.press("\uE00C");
    await b.go("/house/folk/banjo");
    await b.see("//section[@aria-label='Role Banjo']");
    await b.button("Take out…");
    await b.button("Take out");
    await b.gone("//section[@aria-label='Role Banjo']");
    expect(await b.count("//button[.='Banjo']")).toBe(0);
    await b.button("Undo");
    await b.see("//button[.='Banjo']");
  });

  it("goes out as CSV and comes back; a wrong file names the line and changes nothing", async () => {
    await b.button("As a table, in and out");
    await b.button("Words as CSV");
    const csv = await b.savedText("word_list.csv");
    expect(csv.split("\r\n").length).toBeGreaterThan(300);
    await b.upload("Word list file", "wrong.csv", "Name,Colour\nKick,red\n");
    await b.seeText("“Family”, “Short form”, “8 letters”, “4 letters”, “Heard as” are missing");
    await b.upload(
      "Word list file",
      "more.csv",
      `${csv}Folk and plucked,Tide harp,TideHrp,TideHrp,THrp,mud harp\r\n`,
    );
    await b.seeText("“more.csv” would change 1 thing");
    await b.button("Take it over");
    await b.see("//button[.='Tide harp']");
  });
});

describe("colours", () => {
  it(
    "shows which fall together for other eyes, and spreads them in the background, " +
      "locked ones staying",
    async () => {
      await b.go("/house/colours");
      await b.seeText("none too close");
      // Two colours nobody could tell apart: the palette that ships has none.
      await b.click("//section[@aria-label='Palette']//button[contains(., 'Amber')]");
      await b.type(
        "//section[@aria-label='Colour Amber']//label[starts-with(., 'Value')]//input",
        "#e0a52c\uE007",
      );
      await b.see(
        "//section[@aria-label='Palette']//span[contains(., 'too close')][not(contains(., 'none'))]",
      );
      await b.button("Deutan");
      expect(
        await b.count("//section[@aria-label='As eyes tell them apart']//*[name()='line']"),
      ).toBeGreaterThan(0);
      await b.click("//input[@aria-label='Keep Saffron as it is when spreading']");
      await b.button("Spread");
      await b.button("As far as possible");
      await b.button("Cancel");
      await b.button("Until none is too close");
      await b.see("//button[.='Take it over']", 60_000);
      await b.see("//section[@aria-label='Spread']//tr[.//td[.='Saffron']]//span[.='stays']");
      await b.button("How close is that to the best?");
      await b.see("//progress[@aria-label='Searching']");
      await b.button("Cancel");
      await b.see("//button[.='How close is that to the best?']");
      await b.button("Take it over");
      await b.seeText("none too close");
      await b.button("Undo");
      await b.see(
        "//section[@aria-label='Palette']//span[contains(., 'too close')][not(contains(., 'none'))]",
      );
    },
  );

  it("reads a palette, says what it would change, and refuses garbage by line", async () => {
    await b.button("Files");
    await b.upload("Palette file", "bad.gpl", "GIMP Palette\n10 20 30 fine\nmoss and mud\n");
    await b.seeText("Line 3: “moss and mud” is no colour.");
    await b.upload("Palette file", "good.gpl", "GIMP Palette\n 17 34 51 Saffron\n");
    await b.seeText("Saffron: #e1a520 becomes #112233.");
    await b.button("Leave it");
    await b.button("Design tokens");
    expect(JSON.parse(await b.savedText("house_colours.tokens.json"))).toMatchObject({
      colour: { $type: "color", Saffron: { $value: { colorSpace: "srgb", hex: "#e1a520" } } },
    });
  });
});
