import { Secret, TOTP } from "otpauth";
import { describe, expect, it } from "vitest";
import { visit } from "./testing/visit.ts";
import type { Browser } from "./browser.ts";

const { b, another } = await visit("Tamsin Roe");
const second = await another();

/** The code an app shows that knows the secret; `ahead` so many steps of thirty seconds. */
const codeOf = (secret: string, ahead = 0): string =>
  new TOTP({ secret: Secret.fromBase32(secret), algorithm: "SHA1", digits: 6, period: 30 }).generate({
    timestamp: Date.now() + ahead * 30_000,
  });
async function signInBy(who: Browser, password: string): Promise<void> {
  await who.go("/sign-in");
  await who.type("//input[@name='name']", "tamsin");
  await who.type("//input[@name='password']", password);
  await who.click("//button[@type='submit']");
}
async function saidWithPassword(who: Browser, password: string): Promise<void> {
  await who.type("//section[@aria-labelledby='factor']//input[@type='password']", password);
  await who.button("Go on");
}
let secret = "";
let code = "";

// One story, in order.
describe("one's own page", () => {
  it("is opened from the menu with one's name, and the name changes everywhere one did something", async () => {
    await b.click("//nav[@aria-label='Places']//button[contains(., 'Tamsin Roe')]");
    await b.click("//div[@role='menuitem'][contains(., 'Your account')]");
    await b.see("//h1[.='Your account']");
    await b.type("//label[contains(., 'As everybody sees it')]//input", "Tamsin Rowe\uE007");
    await b.see("//nav[@aria-label='Places']//button[contains(., 'Tamsin Rowe')]");
    await b.go("/sessions");
    await b.click("//a[.='Engine overdubs']");
    await b.seeText("started by Tamsin Rowe");
  });

  it("sets a second factor up: the password once more, the secret, a code, recovery codes", async () => {
    await b.go("/me");
    await b.button("Set it up");
    await saidWithPassword(b, "not this one");
    await b.seeText("That is not your password.");
    await saidWithPassword(b, "low-water");
    await b.see("//img[@alt='The secret as a square code']");
    secret = (await b.text("//section[@aria-labelledby='factor']//code")).replaceAll(" ", "");
    await b.type("//label[contains(., 'The code the app shows')]//input", "000000");
    await b.button("Turn it on");
    await b.seeText("Type the six digits your app shows now.");
    await b.type("//label[contains(., 'The code the app shows')]//input", codeOf(secret));
    await b.button("Turn it on");
    await b.see("//div[@aria-label='Recovery codes']");
    code = await b.text("(//div[@aria-label='Recovery codes']//li)[1]");
    expect(await b.count("//div[@aria-label='Recovery codes']//li")).toBe(10);
    await b.button("Save them");
    expect(await b.savedText("Recovery codes.txt")).toContain(code);
    await b.button("I have them");
    await b.seeText("10 of 10 recovery codes are left");
  });

  it("then asks for a code after the password, takes a recovery code once, and shows both places", async () => {
    await signInBy(second, "low-water");
    await second.see("//input[@name='code']");
    await second.type("//input[@name='code']", "123456");
    await second.click("//button[@type='submit']");
    await second.seeText("Type the six digits your app shows now, or a recovery code");
    await second.type("//input[@name='code']", code);
    await second.click("//button[@type='submit']");
    await second.see("//nav[@aria-label='Places']");
    await b.driver.navigate().refresh();
    await b.seeText("9 of 10 recovery codes are left");
    expect(await b.count("//section[@aria-labelledby='places']//li")).toBe(2);
  });

  it("signs out everywhere else, at once", async () => {
    await b.button("Sign out everywhere else");
    await b.gone("//section[@aria-labelledby='places']//button");
    await second.see("//input[@name='password']", 30_000);
  });

  it("changes the password, judged while it is typed, and turns the second factor off again", async () => {
    const fields = "//section[@aria-labelledby='password']//label";
    await b.type(`${fields}[contains(., 'The one you have')]//input`, "low-water");
    await b.type(`${fields}[contains(., 'The new one')]//input`, "password1234");
    await b.click(`${fields}[contains(., 'The one you have')]//input`);
    await b.see("//section[@aria-labelledby='password']//*[@role='alert'][contains(., 'Take another')]");
    await b.type(`${fields}[contains(., 'The new one')]//input`, "barge kelp vesper tin");
    await b.seeText("That will do.");
    await b.button("Change it");
    await b.seeText("Your password is changed.");
    await b.button("Turn it off");
    await saidWithPassword(b, "barge kelp vesper tin");
    await b.see("//section[@aria-labelledby='factor']//button[.='Set it up']");
    await signInBy(second, "barge kelp vesper tin");
    await second.see("//nav[@aria-label='Places']");
  });
});

describe("a second factor that is a must", () => {
  it("is asked for first: every other page leads to one's own, and opens when it is set up", async () => {
    const lead = await another();
    await lead.signIn("Marram Vale");
    await lead.go("/people");
    await lead.choose("A second factor is a must for", "everybody");
    await lead.seeText("This house asks for a second factor.");
    await second.go("/library");
    await second.seeText("This house asks for a second factor.");
    await second.button("Set it up");
    await saidWithPassword(second, "barge kelp vesper tin");
    const shown = (await second.text("//section[@aria-labelledby='factor']//code")).replaceAll(" ", "");
    await second.type("//label[contains(., 'The code the app shows')]//input", codeOf(shown));
    await second.button("Turn it on");
    await second.button("I have them");
    await second.click("//nav[@aria-label='Places']//a[contains(., 'Library')]");
    await second.see("//h2[starts-with(., 'Steelpan')]");
  });
});
