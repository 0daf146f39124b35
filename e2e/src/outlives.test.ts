import { afterAll, expect, it } from "vitest";
import { Browser } from "./browser.ts";
import { clear, dataFolder, databasePid, litAt, serverPid, start } from "./testing/lit.ts";

// A house as somebody runs it, with a database of its own that can be killed.
const data = dataFolder();
const begun = start(data, { DEMO: "yes" });
const base = await litAt(begun);
const b = await Browser.open(base);
afterAll(async () => {
  await b.close();
  begun.process.kill("SIGINT");
  await begun.ended;
  clear(data);
});

const LEVEL = "//section[@aria-label='Selected track']//label[contains(., 'Level')]//input";
const ROW = (name: string) => `//div[@role='row'][.//span[.='${name}']]`;
const shows = (name: string, says: string) => b.see(`${ROW(name)}//span[@role='gridcell'][.='${says}']`);
const saved = () => b.see("//span[@role='status'][starts-with(., 'Saved')]");
const select = (name: string) => b.click(`${ROW(name)}//span[.='${name}']`);

it("a browser in the middle of edits outlives a killed database and a killed server, and loses no keystroke", async () => {
  await b.signIn("Marram Vale");
  await b.go("/library/engine-room-only");
  await select("Kick");
  await b.type(LEVEL, "-7");
  // Half typed; the database falls, and the rest is typed.
  process.kill(databasePid(data), "SIGKILL");
  await b.type(LEVEL, ".5\uE007", false);
  await shows("Kick", "−7.5");
  await select("Hat");
  await b.type(LEVEL, "-11\uE007");
  await saved();
  await select("Kick");
  await b.type(LEVEL, "-8");
  process.kill(await serverPid(data), "SIGKILL");
  await b.type(LEVEL, ".5\uE007", false);
  await shows("Kick", "−8.5");
  await select("Hat");
  await b.type(LEVEL, "-12\uE007");
  // Both at once.
  const server = await serverPid(data);
  process.kill(databasePid(data), "SIGKILL");
  process.kill(server, "SIGKILL");
  await b.type(LEVEL, "-13\uE007");
  await saved();
  expect(await b.count("//*[@role='alert']")).toBe(0);
  await b.driver.navigate().refresh();
  await shows("Kick", "−8.5");
  await shows("Hat", "−13.0");
}, 120_000);
