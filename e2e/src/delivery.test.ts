import { execFileSync } from "node:child_process";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { checksums } from "@mossy/core/delivery/sums";
import { createHash } from "node:crypto";
import { strFromU8, unzipSync } from "fflate";
import { beforeAll, describe, expect, it } from "vitest";
import { MISSING, fileRow, folderOf, stems } from "./deliveryScreens.ts";
import { addressOf } from "./openScreen.ts";
import { visit } from "./testing/visit.ts";

const { b, another } = await visit("Marram Vale");
const OFF = "//ul[@aria-label='What is off']";
const about = (path: string): string => `//div[@data-file='${path}']`;
const BAR = "//section[@aria-label='Files']";
let page = "";
beforeAll(async () => {
  await b.go("/sessions");
  page = await addressOf(b, "/sessions/{yard}");
});

/** Unpacks a ZIP among the downloads. @returns where */
function unpacked(bytes: Uint8Array, into: string): string {
  const root = join(b.downloads, into);
  for (const [path, content] of Object.entries(unzipSync(bytes))) {
    mkdirSync(dirname(join(root, path)), { recursive: true });
    writeFileSync(join(root, path), content);
  }
  return root;
}
const okBy = (list: string, cwd: string): number =>
  execFileSync("sha256sum", ["--check", "--strict", list], { cwd, encoding: "utf8" }).match(/: OK/g)!
    .length;

// One story, in order.
describe("what was recorded in a hurry", () => {
  it("is measured where it lies, and held against the session", async () => {
    await b.go(page);
    await b.click("//a[.='Delivery']");
    await b.see("//*[.='Which files are to be looked at?']");
    await b.click("//button[starts-with(., 'The shared disk')]");
    await b.see(`${MISSING}/li[.='Conga_High']`, 60_000);
    expect(await b.count(`${MISSING}/li`)).toBe(8);
    await b.see(`${fileRow("Audio/Iron_1_T01.wav")}//span[contains(., '48 kHz, 24 bit, mono')]`);
    await b.see(`${about("Audio/Hat_T01.wav")}//li[.='It is at 44.1 kHz; the session is at 48 kHz.']`);
    await b.see(`${about("Audio/Iron_2_T01.wav")}//li[contains(., '0.6 s shorter than the others')]`);
    await b.see("//li[contains(., 'The session turns “Snare_Btm” over, and they were recorded alike')]");
    expect(await b.count(`${about("Audio/Iron_1_T01.wav")}//li`)).toBe(0);
  });

  it("shows what is off in one way alone, and everything again", async () => {
    await b.click(`${OFF}//button[starts-with(., 'Another rate')]`);
    await b.gone(fileRow("Audio/Iron_1_T01.wav"));
    expect(await b.count("//div[@data-file]")).toBe(1);
    await b.click(`${OFF}//button[starts-with(., 'Another rate')]`);
    expect(await b.count("//div[@data-file]")).toBe(6);
  });

  it("gets the names of the house by a plan, and is known by them", async () => {
    await b.see("//span[contains(., '3 steps name the files as the house does')]");
    await b.button("Carry it out");
    await b.see(fileRow("Audio/Snare_Btm_T02.wav"), 30_000);
    await b.gone(`${OFF}//button[starts-with(., 'Misnamed')]`, 30_000);
    await b.see(fileRow("Audio/Kick_T01.wav"));
    // Its sound is what it was.
    await b.see(`${OFF}//button[starts-with(., 'Polarity')]`);
    expect(await b.count(`${MISSING}/li`)).toBe(8);
  });

  it("is handed on as a table, on paper, with checksums, and whole in a bag", async () => {
    await b.choose("Hand on", "list, CSV");
    const csv = await b.savedText(".csv");
    expect(csv).toContain("Audio/Kick_T01.wav,Kick,1,,48000,24,1,2,14:30:00.000");
    expect(csv).toContain(",Cowbell,");
    await b.choose("Hand on", "list, PDF");
    expect(new TextDecoder().decode((await b.saved(".pdf")).slice(0, 5))).toBe("%PDF-");
    await b.choose("Hand on", "bag with its files, ZIP");
    const bag = join(unpacked(await b.saved(".zip"), "bag"), "Engine_overdubs_recorded");
    expect(okBy("manifest-sha256.txt", bag)).toBe(6);
    await b.choose("Hand on", "checksums, SHA-256");
    writeFileSync(join(bag, "data", "SHA256SUMS"), await b.saved("SHA256SUMS"));
    expect(okBy("SHA256SUMS", join(bag, "data"))).toBe(6);
  });
});

describe("stems on this computer", () => {
  const sums = checksums(
    Object.entries({ ...stems(), "Lost.wav": new Uint8Array(4) }).map(([path, bytes]) => ({
      path,
      size: bytes.length,
      // One of them is not what was sent.
      hash: createHash("sha256")
        .update(path === "print 7.wav" ? "something else" : bytes)
        .digest("hex"),
    })),
  );

  it("are known by their names, measured in this window, and held against the list they came with", async () => {
    await b.go(`${page}/delivery`);
    const root = folderOf(b, "From the mix room", { ...stems(), SHA256SUMS: sums });
    await b.see("//button[starts-with(., 'The shared disk')]");
    await b.uploadFrom("Folder with the files", root);
    await b.see(`${about("Engine overdubs - ENGINE.wav")}//p[.='→ Engine_48k.wav']`, 60_000);
    await b.see(`${about("RoomRev_48k.wav")}//li[contains(., '0.5 s shorter than the others')]`);
    await b.see("//ul[@aria-label='By its list']/li[.='3 as listed']");
    await b.see("//ul[@aria-label='By its list']/li[.='Not what was sent: print 7.wav']");
    await b.see("//ul[@aria-label='By its list']/li[.='Listed and not here: Lost.wav']");
  });

  it("of which the name says nothing are said by hand", async () => {
    await b.see(`${about("print 7.wav")}//li[contains(., 'does not say of which track it is')]`);
    await b.choose("Track of print 7.wav", "Kick");
    await b.see(`${about("print 7.wav")}//p[.='→ Kick_48k.wav']`);
    await b.choose("Track of print 7.wav", "as its name says");
    await b.see(`${about("print 7.wav")}//li[contains(., 'does not say of which track it is')]`);
    await b.choose("Track of print 7.wav", "Kick");
  });

  it("go home as a plan for that computer, and as a bag to be made there", async () => {
    await b.click(`${BAR}//button[.='CSV']`);
    expect(await b.savedText("moves.csv")).toContain("print 7.wav,Kick_48k.wav");
    expect(await b.count(`${BAR}//button[.='Carry it out']`)).toBe(0);
    await b.choose("Hand on", "bag without its files, ZIP");
    const tags = unzipSync(await b.saved("_bag.zip"));
    expect(strFromU8(tags["manifest-sha256.txt"]!).split("\n").filter(Boolean)).toHaveLength(4);
    // Where its files lie under “data”, it is a bag.
    const bag = unpacked(await b.saved("_bag.zip"), "made");
    for (const name of Object.keys(stems())) {
      mkdirSync(join(bag, "data"), { recursive: true });
      writeFileSync(join(bag, "data", name), readFileSync(join(b.downloads, "From the mix room", name)));
    }
    expect(okBy("manifest-sha256.txt", bag)).toBe(4);
    expect(okBy("tagmanifest-sha256.txt", bag)).toBe(3);
  });

  it("are what they are to an assistant as well, who cannot move them", async () => {
    const wren = await another();
    await wren.signIn("Wren Addis");
    await wren.go(`${page}/delivery?from=disk&what=recorded`);
    await wren.see(`${MISSING}/li[.='Conga_High']`, 60_000);
    expect(await wren.count("//button[.='Carry it out']")).toBe(0);
  });
});
