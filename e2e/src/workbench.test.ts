import { describe, expect, it } from "vitest";
import { Key } from "selenium-webdriver";
import { visit } from "./testing/visit.ts";

const { b } = await visit();

const saved = (): Promise<unknown> => b.see("//span[@role='status'][starts-with(., 'Saved')]");

describe("the workbench", () => {
  it("undoes what was done before the page was loaded again", async () => {
    await b.go("/library/steelpan-orchestra-full-yard");
    await b.click("//span[.='Kick']");
    await b.type("//section[@aria-label='Selected track']//label[contains(., 'Level')]//input", "-3");
    await b.press(Key.ENTER);
    await b.see("//button[@aria-label='Undo: level']");
    await saved();
    await b.driver.navigate().refresh();
    await b.button("Undo: level");
    await b.see("//button[@aria-label='Redo: level']");
    await saved();
    await b.click("//span[.='Kick']");
    expect(
      await (
        await b.see("//section[@aria-label='Selected track']//label[contains(., 'Level')]//input")
      ).getAttribute("value"),
    ).toBe("−8.0");
  });

  it(
    "says how each track comes to the main path, what it sums to, and leaves the headroom " +
      "that is asked for in one go",
    async () => {
      await b.go("/library/steelpan-orchestra-full-yard/levels");
      await b.see("//tr[.//button[.='Kick']]//span[contains(., '2 ways')]");
      await b.driver.executeScript(
        "const box = document.querySelector('[aria-label=\"Ways to the main path\"]'); " +
          "box.scrollTop = box.scrollHeight",
      );
      await b.see("//tr[.//button[.='HpRev']]//span[.='one way']");
      const said = await b.text("//p[contains(., 'The main path sums to')]");
      await b.type("//label[contains(., 'Leave at the main')]//input", "12");
      await b.click("//button[contains(., 'start levels for it')]");
      await b.see("//button[.='It leaves that already']");
      expect(await b.text("//p[contains(., 'The main path sums to')]")).not.toBe(said);
      await b.see(
        "//p[contains(., '12.0 dB of headroom') or contains(., '11.9 dB of headroom') or " +
          "contains(., '12.1 dB of headroom')]",
      );
      await saved();
      await b.chord(Key.CONTROL, "z");
      await b.see("//button[contains(., 'start levels for it')]");
      await saved();
    },
  );

  it("moves tracks by keyboard, into folders and out, and makes copies that count up", async () => {
    await b.go("/library/steelpan-orchestra-full-yard");
    await b.click("//span[.='Scrchr']");
    const folderOf = (name: string): Promise<string> =>
      b
        .text(`//section[@aria-label='Why it looks like this']//div[dt[.='Place']]//span`)
        .then((t) => (name === "" ? "" : t));
    await b.chord(Key.CONTROL, Key.ARROW_LEFT);
    await b.see("//span[contains(., 'Scrchr')]/ancestor::div[@role='row'][@aria-level='1']");
    expect(await folderOf("Scrchr")).toContain("ENGINE");
    await b.click("//button[@aria-label='Undo: move']");
    await b.see("//span[contains(., 'Scrchr')]/ancestor::div[@role='row'][@aria-level='2']");
    await b.click("//span[.='Iron_2']");
    await b.type("//form[@aria-label='Copies that count up']//input", "3");
    await b.press(Key.ENTER);
    for (const name of ["Iron_3", "Iron_4", "Iron_5"]) await b.see(`//span[.='${name}']`);
    await b.click("//button[@aria-label='Undo: 3 copies']");
    await b.gone("//span[.='Iron_5']");
    await saved();
  });

  it(
    "numbers inputs: fills down, swaps, makes gaps, types; a wrong number is not taken, and " +
      "one used twice is said",
    async () => {
      await b.go("/library/steelpan-orchestra-full-yard/inputs");
      const input = (track: string): Promise<string> =>
        b
          .see(`//input[@aria-label='Input of ${track}']`)
          .then((e) => e.getAttribute("value"))
          .then((v) => v ?? "");
      const [kick, top] = [await input("Kick"), await input("Snare_Top")];
      await b.click("//input[@aria-label='Tick Kick']");
      await b.click("//input[@aria-label='Tick Snare_Top']");
      await b.button("Swap the two");
      await b.driver.wait(async () => (await input("Kick")) === top, 10_000, "the inputs change places");
      expect(await input("Snare_Top")).toBe(kick);
      await b.click("//input[@aria-label='Tick Snare_Top']");
      await b.button("Make a gap before");
      await b.driver.wait(
        async () => (await input("Kick")) === String(Number(top) + 1),
        10_000,
        "a gap is made",
      );
      await b.type("//input[@aria-label='Input of Kick']", "0");
      await b.press(Key.ENTER);
      expect(await (await b.see("//input[@aria-label='Input of Kick']")).getAttribute("aria-invalid")).toBe(
        "true",
      );
      await b.press(Key.ESCAPE);
      await b.type("//input[@aria-label='Input of Kick']", await input("Snare_Btm"));
      await b.press(Key.ENTER);
      await b.see("//span[.='used twice']");
      // Enter goes down the column, as in any list that is typed.
      const stands = await b.driver.findElements({ css: "input[data-column='stand']" });
      const second = await stands[1]!.getAttribute("aria-label");
      await stands[0]!.sendKeys(Key.END, " X", Key.ENTER);
      expect(await b.driver.switchTo().activeElement().getAttribute("aria-label")).toBe(second);
      await b.see("//button[@aria-label='Undo: stand']");
      await b.button("Clear");
      await b.gone("//span[.='used twice']");
      for (let n = 0; n < 5; n++) {
        await b.click("//button[starts-with(@aria-label, 'Undo: ')]");
        await b.still();
      }
      await b.driver.wait(async () => (await input("Kick")) === kick, 10_000, "all is undone");
      await saved();
    },
  );

  it("sets what the session runs at, says a wrong value is none, and undoes it", async () => {
    await b.go("/library/steelpan-orchestra-full-yard/session");
    await b.click(
      "//form[@aria-label='Settings of the session']//label[contains(., 'Sample " +
        "rate')]//option[.='96 kHz']",
    );
    await b.see("//button[@aria-label='Undo: settings']");
    await b.type(
      "//form[@aria-label='Settings of the session']//label[contains(., 'Tempo')]//input",
      "9999",
    );
    await b.press(Key.ENTER);
    await b.seeText("“9999” is no number from 10 to 400; it stays 116.");
    expect(
      await (
        await b.see("//form[@aria-label='Settings of the session']//label[contains(., 'Tempo')]//input")
      ).getAttribute("value"),
    ).toBe("116");
    await b.click("//button[@aria-label='Undo: settings']");
    await b.driver.wait(
      async () =>
        (await (
          await b.see(
            "//form[@aria-label='Settings of the session']//label[contains(., 'Sample rate')]//select",
          )
        ).getAttribute("value")) === "48000",
      10_000,
      "the rate is back",
    );
    await saved();
  });

  it("shows the track of a finding in the sheet, out of a closed folder, and keeps the list", async () => {
    await b.go("/library/steelpan-orchestra-full-yard");
    await b.click("//button[@aria-label='Close PANS']");
    await b.gone("//div[@role='row'][contains(., 'FourPan')]");
    await b.click("//footer//button");
    const off = await b.see("//section[@aria-label='To look at']//p[contains(., 'off the house pattern')]");
    const name = /“([^”]+)”/.exec(await off.getText())?.[1] ?? "";
    await b.button("Show", "//section[@aria-label='To look at']");
    await b.see(`//div[@role='row'][@aria-selected='true'][contains(., '${name}')]`);
    await b.see("//section[@aria-label='To look at']");
  });

  it("asks about two microphones on one snare with the same polarity, and inverts only when told", async () => {
    await b.go("/library/steelpan-orchestra-full-yard");
    await b.click("//span[.='Snare_Btm']");
    await b.click(
      "//section[@aria-label='Selected track']//label[contains(., 'Polarity')]//option[.='normal']",
    );
    await b.seeText("“Snare_Btm” and “Snare_Top” hear one source from two sides with the same polarity.");
    await b.button("Invert it");
    await b.gone("//p[contains(., 'hear one source from two sides')]");
    await saved();
  });
});
