import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { BY_THE_BOOK } from "@mossy/core/fixtures/byTheBook";
import { visit } from "./testing/visit.ts";

const { b } = await visit(null, true);

// One story, in order: each step stands on the one before.
describe("from the house's words to a session that is put right", () => {
  it(
    "House style: a family's colour, a new role with two synonyms, a messy name tried, " +
      "an edition published",
    async () => {
      await b.signIn("Marram Vale");
      await b.click("//nav[@aria-label='Places']//a[contains(., 'House style')]");
      await b.click("//nav[@aria-label='Families']//button[contains(., 'Guitars')]");
      await b.see("//section[@aria-label='Family Guitars']");
      await b.click("//section[@aria-label='Family Guitars']//button[@aria-label='Reed']");
      await b.see("//section[@aria-label='Family Guitars']//legend[contains(., 'Reed')]");

      await b.click("//nav[@aria-label='Families']//button[contains(., 'Engine room')]");
      await b.button("Add a role");
      await b.type("//form[@aria-label='Add a role']//label[contains(., 'Name')]//input", "Bilge drum");
      await b.type(
        "//form[@aria-label='Add a role']//label[contains(., 'Also heard as')]//input",
        "hull drum, keel knock",
      );
      await b.button("Add it");
      await b.see("//section[@aria-label='Role Bilge drum']");

      await b.type("//input[@id='try-name']", "2nd pan (far) #2");
      await b.see("//output[contains(., 'DblSec_Far_2')][contains(., 'sure')]");
      await b.seeText("2nd pan is “Double second” · far is the position “far” · 2 is the number");
      await b.type("//input[@id='try-name']", "keel knock near");
      await b.see("//output[contains(., 'BilgeDrum_Near')]");

      await b.click("//a[.='Publish edition 3']");
      await b.seeText("New role Bilge drum.");
      await b.seeText("Guitars: colour Moss becomes Reed.");
      await b.type(
        "//section[@aria-label='Publish edition 3']//textarea",
        "Guitars in reed; the bilge drum has a name",
      );
      await b.see("//section[@aria-label='Impact'][@aria-busy='false']");
      await b.button("Publish edition 3", "//form");
      await b.seeText("Edition 3 of the house style is out.", 60_000);
      await b.seeText("same as edition 3");
    },
  );

  it(
    "Library: a dozen pasted names read, dressed and placed; a finding put right; undo and " +
      "redo; a release published",
    async () => {
      await b.click("//nav[@aria-label='Places']//a[contains(., 'Library')]");
      await b.click("//a[.='Steelpan orchestra, full yard']");
      await b.seeText("1 to look at");
      await b.press("a");
      const names = [
        "lead pan wide",
        "triple second",
        "quad pan",
        "tenor bass",
        "hull drum",
        "cowbell",
        "tamb",
        "crash L",
        "Rm L",
        "BV 1",
        "bass di",
        "gtr amp",
      ];
      await b.type("//section[@aria-label='Add tracks']//textarea", names.join("\n"));
      await b.see("//button[normalize-space(.)='Add 12 tracks' and not(@disabled)]");
      expect(await b.count("//ul[@aria-label='What the house makes of them']//span[.='sure']")).toBe(12);
      await b.chord(Key.CONTROL, Key.ENTER);
      await b.seeText("54 tracks, 12 chosen");
      await b.see("//span[@role='gridcell']//span[.='BilgeDrum']");
      // Sources nobody gave an input are named once, and numbered in one go.
      await b.click("//footer/button");
      await b.button("Give them the next ones");
      await b.seeText("1 to look at");

      await b.press("n");
      await b.see("//section[@aria-label='Selected track']//h2[.='Dbl sec far']");
      await b.button("Rename", "//section[@aria-label='Selected track']");
      await b.seeText("Nothing to look at");
      await b.button("Undo: put right: name off the pattern");
      await b.seeText("1 to look at");
      await b.chord(Key.CONTROL, Key.SHIFT, "z");
      await b.seeText("Nothing to look at");

      await b.press("p");
      await b.see("//section[@aria-label='Publish release 7']");
      await b.type(
        "//section[@aria-label='Publish release 7']//textarea",
        "A fuller yard, with the bilge drum",
      );
      await b.see("//span[@role='status'][starts-with(., 'Saved')]");
      await b.button("Publish release 7", "//form");
      await b.seeText("Release 7 of “Steelpan orchestra, full yard” is out.");
      await b.go("/library/steelpan-orchestra-full-yard/releases/6");
      await b.seeText("published, never changes");
      expect(await b.count("//div[@role='treegrid'][@aria-rowcount='43']")).toBe(1);
    },
  );

  it("Rooms: the engineer fits it to the van, leaves out what has no input, and makes the package", async () => {
    await b.signIn("Tamsin Roe");
    await b.click("//nav[@aria-label='Places']//a[contains(., 'Rooms')]");
    await b.click("//a[.='Ferry Van']");
    await b.click("//a[@aria-label='Fit it: Steelpan orchestra, full yard, release 7']");
    await b.see(
      "//aside[@aria-label='Fit report']//p[contains(., 'with 48 V; all 4 of Ferry Van that would do are taken')]",
    );
    await b.button("Leave all out");
    await b.seeText("0 cannot be placed");
    await b.type("//input[@aria-label='Name of the session']", "Quay night");
    await b.button("Make the session package");
    await b.see("//h1[.='Quay night']");
    await b.click("//a[contains(., 'Download the package')]");
    const files = unzipSync(await b.saved("Quay-night_FerryVan.zip"));
    const names = Object.keys(files);
    expect(
      names.filter((n) =>
        /\/(Audio\/|Session\/Backups\/|Session\/Quay-night\.dawproject|Notes\/Input_list\.csv|Notes\/Notes\.txt)$/.test(
          n,
        ),
      ),
    ).toHaveLength(5);
    const list = strFromU8(files[names.find((n) => n.endsWith("Input_list.csv"))!]!);
    expect(list.split("\r\n")).toHaveLength(18);
    expect(list).toContain("15,Wireless receiver,,MC,MC");
  });

  it(
    "Station: takes the package, works, hands in; Sessions: the lead keeps one and puts the " +
      "rest right; the corrected file has nothing left",
    async () => {
      await b.click("//label[contains(., 'Talkback heard in both headphone mixes')]/input");
      await b.seeText("3 of 4 still to go through.");
      await b.button("Send to the station");
      await b.seeText("Check-in 1", 30_000);
      const session = (await b.driver.getCurrentUrl()).split("/").at(-1) ?? "";
      await b.signIn("Marram Vale");
      await b.go(`/sessions/${session}`);
      await b.see(
        "//label[contains(., 'Talkback heard in both headphone mixes') and contains(., 'Tamsin Roe, ')]",
      );
      await b.click("//a[.='Look and put right']");
      await b.seeText("Against the release it started from");
      await b.seeText("Against the house style");

      const colour = "//li[@data-rule='colour-off'][1]";
      await b.button("Keep, say why", colour);
      await b.type(`${colour}//input`, "the caller wears pink");
      await b.button("Keep", colour);
      await b.seeText("Kept: the caller wears pink");
      await b.button("Take up again");
      await b.gone("//*[contains(text(), 'Kept: the caller')]");
      await b.click("//li[@data-rule='name-off-pattern'][1]//button[.='Rename']");
      await b.button("Put all right");
      await b.seeText("Nothing is off");
      await b.click("//a[contains(., 'Corrected file')]");
      const bytes = await b.saved("Quay_night_put_right.dawproject");

      // Handed in again, it is as the house wants it.
      await b.go(`/sessions/${session}`);
      await b.see("//h1[.='Quay night']");
      await b.upload("Session file", "Quay_night_put_right.dawproject", bytes);
      await b.see("//h1[contains(., 'Check-in 2')]");
      await b.seeText("Nothing is off");
      await b.go("/");
      await b.see(
        "//span[@role='meter'][@aria-label='Share of tracks in Ferry Van that follow the " +
          "house'][@aria-valuenow>=90]",
      );
      await b.see("//a[contains(., 'Quay night')]//span[contains(., 'release 7')]");
    },
  );

  it(
    "A person hands in a file by hand: one by the book without our ids, and bad ones " +
      "that change nothing",
    async () => {
      await b.go("/sessions");
      await b.click("//a[.='Quay night']");
      const choose = (name: string, bytes: Uint8Array): Promise<void> =>
        b.upload("Session file", name, bytes);
      await b.see("//h1[.='Quay night']");
      await choose("letter.dawproject", strToU8("Dear house"));
      await b.seeText("This is a text, no session file.");
      await choose(
        "bomb.dawproject",
        zipSync({ "project.xml": strToU8('<!DOCTYPE p [<!ENTITY a "b">]><Project/>') }),
      );
      await b.seeText("declares entities or a document type");
      await choose("outside.dawproject", zipSync({ "../../x": strToU8("x") }));
      await b.seeText("points outside its own folder");
      expect(await b.count("//a[starts-with(., 'Check-in')]")).toBe(2);
      await choose("book.dawproject", zipSync({ "project.xml": strToU8(BY_THE_BOOK) }));
      // It is little like this session, so nothing is taken in before somebody says so.
      await b.see(
        "//section[@aria-label='Does this file belong here?'][contains(., 'Nothing has been taken in yet')]",
      );
      await b.button("Leave it");
      expect(await b.count("//a[starts-with(., 'Check-in')]")).toBe(2);
      await choose("book.dawproject", zipSync({ "project.xml": strToU8(BY_THE_BOOK) }));
      await b.button("Take it in here all the same");
      await b.seeText("Its tracks were recognised by likeness.");
      await b.see("//h1[contains(., 'Check-in 3')]");
      expect((await b.complaints()).filter((c) => !/4(13|22)|favicon/.test(c))).toEqual([]);
    },
  );
});
