import { unzipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { visit } from "./testing/visit.ts";

const { b } = await visit();

describe("the disk", () => {
  it(
    "is looked through, put right by a plan that is shown first, and everything is " +
      "undone from the log",
    async () => {
      await b.go("/house/disk");
      await b.button("The shared disk");
      await b.see("//li[@data-sort]", 60_000);
      await b.click("//div[@aria-label='Kinds of findings']//button[contains(., 'Misnamed')]");
      await b.see("//li[@data-sort='misnamed']//strong[.='2026-08-14_Shanty-night']");
      await b.button("Dry run");
      await b.see(
        "//ol[@aria-label='Dry run']/li[contains(., 'Shanty night 14.08.2026 → " +
          "Projects/2026-08-14_Shanty-night')]",
      );
      await b.click("//section[@aria-label='Findings']//button[.='CSV']");
      expect(await b.savedText("moves.csv")).toContain("Projects/2026-08-14_Shanty-night");
      const before = await b.text("//section[@aria-label='Findings']//h2/following-sibling::span");
      await b.button("Carry it out");
      await b.seeText("steps are done.", 60_000);
      await b.driver.wait(
        async () =>
          (await b
            .text("//section[@aria-label='Findings']//h2/following-sibling::span")
            .catch(() => before)) !== before,
        30_000,
        "fewer findings",
      );
      await b.go("/house/disk?show=log");
      await b.button("Undo it");
      await b.see("//section[@aria-label='What was moved']//span[.='undone']", 30_000);
      await b.go("/house/disk");
      await b.button("The shared disk");
      await b.see("//li[@data-sort]", 60_000);
      await b.click("//div[@aria-label='Kinds of findings']//button[contains(., 'Misnamed')]");
      await b.see("//li[@data-sort='misnamed']//s[.='Shanty night 14.08.2026']");
    },
  );

  it("takes a listing as well; noise is refused by its line and changes nothing", async () => {
    await b.go("/house/disk");
    await b.button("A listing…");
    await b.type("//form[@aria-label='A listing']//textarea", "./Audio\nnoise all over\n");
    await b.button("Look through it");
    await b.seeText("Line 2: “noise all over” is no path like those before it.");
    await b.choose("What another tree is", "one project");
    await b.upload(
      "Listing file",
      "listing.txt",
      "./Audio\n./Audio/Snare top take 3.wav\n./Notes/aux.txt\nfind: ‘./shut’: Permission denied\n",
    );
    await b.see("//li[@data-sort='misnamed']//strong[.='Snare_Top_T03.wav']", 30_000);
    await b.see("//li[@data-sort='unsafe']//strong[.='aux_.txt']");
    await b.seeText("1 error of the program that listed passed over");
    await b.see("//li[@data-sort='missing'][contains(., 'Mixes')]");
    await b.go("/house/disk?show=blueprint");
    await b.button("As a ZIP");
    expect(
      Object.keys(unzipSync(await b.saved("New-project_PanYard.zip"))).some((f) =>
        f.endsWith("/Session/Backups/"),
      ),
    ).toBe(true);
  });
});
