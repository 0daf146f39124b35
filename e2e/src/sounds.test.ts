import { createHash } from "node:crypto";
import { noise, sine } from "@mossy/core/fixtures/sounds";
import { writeWave } from "@mossy/core/sound/writeWave";
import { describe, expect, it } from "vitest";
import { visit } from "./testing/visit.ts";

const { house, b, another } = await visit("Marram Vale");
const row = (name: string): string => `//ul[@aria-label='Sounds']/li[.//a[.='${name}']]`;

describe("the sounds of the house", () => {
  it("stand on a page of the library, with what was measured", async () => {
    await b.go("/library");
    await b.click("//nav[@aria-label='Beside the templates']//a[contains(., 'Sounds')]");
    await b.see(row("Tide bell"));
    expect(await b.text(row("Tide bell"))).toMatch(/LUFS.*dBTP/s);
    await b.see(`${row("Snare, deck")}//*[contains(., 'to look at')]`);
    await b.see(`${row("Buoy, far out")}//*[.='not measured']`);
  });

  it("are found, and narrowed to a shelf", async () => {
    await b.choose("Shelf", "Field (3)");
    await b.gone(row("Tide bell"));
    await b.choose("Shelf", "All shelves");
    await b.type("//input[@aria-label='Find a sound']", "third stroke");
    await b.see(row("Tide bell"));
    await b.gone(row("Harbour bed"));
    await b.type("//input[@aria-label='Find a sound']", "nobody knows this");
    await b.see("//p[.='No such sound']");
    await b.type("//input[@aria-label='Find a sound']", "");
  });

  it("are brought in pieces, kept once, and show themselves to others", async () => {
    const other = await another();
    await other.signIn("Wren Addis");
    await other.go("/library/sounds");
    await other.see(row("Tide bell"));
    // More than one piece.
    const bytes = Buffer.from(writeWave([noise(-20, 18), sine(-20, 18)], { rate: 48_000, bits: 24 }));
    await b.upload("Sound files to bring", "Gulls.wav", bytes);
    await b.choose("Onto the shelf", "Field");
    await b.type("//label[contains(., 'Tags, parted')]//input", "air, birds");
    await b.button("Bring it");
    await b.see("//section[@aria-label='On the way']//*[.='there']");
    await b.see(`${row("Gulls")}//*[contains(., '0:18')]`);
    await other.see(row("Gulls"));
    await b.upload("Sound files to bring", "Gulls again.wav", bytes);
    await b.button("Bring it");
    await b.see("//section[@aria-label='On the way']//*[contains(., 'there already, as “Gulls”')]");
    await b.gone(row("Gulls again"));
    await b.upload("Sound files to bring", "notes.txt", "mind the step");
    await b.button("Bring it");
    await b.see("//section[@aria-label='On the way']//*[contains(., 'holds no sound the house knows')]");
    await b.button("Clear what is there");
  });

  it("go on where they were cut off, by themselves", async () => {
    const bytes = Buffer.from(writeWave([noise(-20, 90), noise(-20, 90, 3)], { rate: 48_000, bits: 24 }));
    await b.line(1_000_000);
    await b.upload("Sound files to bring", "Long sea.wav", bytes);
    await b.button("Bring it");
    // Some pieces are there, and not all of them.
    await b.see(
      "//progress[@aria-label='How far Long sea.wav is'][number(@value) > 10][number(@value) < 60]",
    );
    await house.stop();
    try {
      await b.see("//section[@aria-label='On the way']//*[contains(., 'It goes on by itself')]", 40_000);
    } finally {
      await b.line(null);
      await house.start();
    }
    await b.see("//section[@aria-label='On the way']//*[.='there']", 60_000);
    await b.click("//a[.='Long sea.wav']");
    await b.see("//h2[.='Measured']");
    await b.button("Save as it came");
    const hash = (of: Uint8Array): string => createHash("sha256").update(of).digest("hex");
    expect(hash(await b.saved("Long sea.wav"))).toBe(hash(bytes));
    await b.go("/library/sounds");
    await b.see(row("Long sea"));
  });

  it("are given out as they came", async () => {
    await b.click("//a[.='Gulls']");
    await b.see("//h2[.='Measured']");
    await b.button("Save as it came");
    const bytes = Buffer.from(writeWave([noise(-20, 18), sine(-20, 18)], { rate: 48_000, bits: 24 }));
    const saved = await b.saved("Gulls.wav");
    expect(createHash("sha256").update(saved).digest("hex")).toBe(
      createHash("sha256").update(bytes).digest("hex"),
    );
  });

  it("are drawn, come closer, and are heard from where one points", async () => {
    await b.go("/library/sounds");
    await b.click("//a[.='Harbour bed']");
    await b.see("//section[@aria-label='The sound drawn']//canvas");
    const drawn = (): Promise<number> =>
      b.driver.executeScript(`
        const c = document.querySelector("canvas");
        const d = c.getContext("2d").getImageData(0, 40, c.width, 80).data;
        let n = 0;
        for (let i = 3; i < d.length; i += 4) if (d[i] > 0) n++;
        return n;
      `);
    const all = await drawn();
    expect(all).toBeGreaterThan(2000);
    for (let n = 0; n < 3; n++) await b.button("Closer");
    await b.see("//button[normalize-space()='All of it' and not(@disabled)]");
    expect(await drawn()).not.toBe(all);
    await b.button("Listen to Harbour bed");
    await b.see("//button[@aria-label='Halt Harbour bed']");
    const clock = "//section[@aria-label='The sound drawn']//span[@class='font-mono text-sm']/span[1]";
    for (let n = 0; n < 50 && (await b.text(clock)) === "0:00.0"; n++) await b.driver.sleep(100);
    expect(await b.text(clock)).not.toBe("0:00.0");
    await b.button("Halt Harbour bed");
  });

  it("say what is off with them, and lead there", async () => {
    await b.go("/library/sounds");
    await b.click("//a[.='Snare, deck']");
    await b.see("//section[@aria-label='To look at']//*[contains(., 'stands at full scale')]");
    await b.button("Go there");
    await b.go("/library/sounds");
    await b.click("//a[.='Low quay']");
    await b.see("//section[@aria-label='To look at']//*[contains(., 'work against each other')]");
  });

  it("are named, tagged and put away by whoever brought them", async () => {
    await b.go("/library/sounds");
    await b.click("//a[.='Gulls']");
    await b.type("//label[starts-with(., 'Name')]//input", "Gulls at the pier");
    await b.click("//h2[.='Measured']");
    await b.see("//h1[.='Gulls at the pier']");
    await b.button("Put it away");
    await b.see("//*[.='put away']");
    await b.go("/library/sounds");
    await b.see(row("Tide bell"));
    await b.gone(row("Gulls at the pier"));
    await b.button("Show 1 put away");
    await b.see("//a[.='Gulls at the pier']");
    const other = await another();
    await other.signIn("Tamsin Roe");
    await other.go("/library/sounds?find=Tide");
    await other.click("//a[.='Tide bell']");
    await other.see("//*[contains(., 'They or a lead may change this.')]");
    expect(await other.count("//button[contains(., 'Put it away')]")).toBe(0);
  });
});
