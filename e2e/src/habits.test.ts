import { Key } from "selenium-webdriver";
import { describe, it } from "vitest";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const habits = "//section[@aria-label='Habits']";
const talk = `${habits}//li[contains(., 'Talkback')]`;

const audience = `${habits}//li[contains(., 'Audience')]`;

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

  it("says what it would change before it is taken up", async () => {
    await b.button("What it would change: Talkback");
    await b.see(`${talk}//p[contains(., 'open sessions would be called with “Intercom”')]`);
    await b.see(`${talk}//a[.='Engine room only']`);
    await b.button("What it would change: Talkback");
  });

  it("is proposed on its templates where they say such a thing: how loud the audience starts", async () => {
    await b.see(`${audience}[contains(., 'have it quieter, most by 4 dB')]`);
    await b.button("Propose it on its templates: Audience");
    await b.click(`${audience}//label[contains(., 'Story evening')]//input`);
    await b.click(`${audience}//button[contains(., 'Propose it on 3 templates')]`);
    await b.click("//a[.='See them']");
    await b.see(
      "//a[contains(., 'Engine room only')][contains(., 'level')] | //li[contains(., 'Engine room only')]",
    );
    await b.gone("//li[contains(., 'Story evening')]");
    await b.go("/house/habits");
    await b.see(habits);
  });

  it("becomes edition 3, and is no habit any more", async () => {
    await b.click("//a[.='Publish edition 3']");
    await b.see("//ul[@aria-label='What changes']/li[contains(., 'Intercom')]");
    await b.see("//section[@aria-label='Impact']//h3[contains(., 'Would touch')]");
    await b.type("//section[@aria-label='Publish edition 3']//textarea", "As the rooms say it");
    await b.see("//section[@aria-label='Impact'][@aria-busy='false']");
    await b.button("Publish edition 3", "//form");
    await b.seeText("Edition 3 of the house style is out.", 60_000);
    await b.go("/house/habits");
    await b.see(`${habits}[contains(., 'against edition 3')]`);
    await b.gone(talk);
  });
});
