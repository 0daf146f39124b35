import { Key } from "selenium-webdriver";
import { describe, it } from "vitest";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const habits = "//section[@aria-label='Habits']";
const talk = `${habits}//li[contains(., 'Talkback')]`;

// One story, in order.
describe("a convention that rooms ignore", () => {
  it("is found with its evidence, and taken up into the draft, which undo takes back", async () => {
    await b.go("/house/habits");
    await b.see(`${talk}[contains(., 'sessions call it “Intercom”, not “TB”')]`);
    await b.see(`${talk}[contains(., '3 rooms')][contains(., '% of such sessions')]`);
    await b.button("Take it up: Talkback");
    await b.see(`${talk}//span[.='in the draft']`);
    await b.chord(Key.CONTROL, "z");
    await b.see(`${talk}//button[.='Take it up']`);
    await b.button("Take it up: Talkback");
    await b.see(`${talk}//span[.='in the draft']`);
  });

  it("becomes edition 3, and is no habit any more", async () => {
    await b.click("//a[.='Publish edition 3']");
    await b.see("//ul[@aria-label='What changes']/li[contains(., 'Intercom')]");
    await b.see("//section[@aria-label='Impact']//h3[contains(., 'Would touch')]");
    await b.type("//section[@aria-label='Publish edition 3']//textarea", "As the rooms say it");
    await b.button("Publish edition 3", "//form");
    await b.seeText("Edition 3 of the house style is out.");
    await b.go("/house/habits");
    await b.see(`${habits}[contains(., 'against edition 3')]`);
    await b.gone(talk);
  });
});
