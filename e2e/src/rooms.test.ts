import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { PATIENCE } from "./browser.ts";
import { visit } from "./testing/visit.ts";

const { b, another } = await visit();
const input = (n: number, what: "Name" | "Number"): string =>
  `//input[@aria-label='${what} of input ${n}']`;
const valueOf = async (xpath: string): Promise<string> =>
  (await (await b.see(xpath)).getAttribute("value")) ?? "";
const tick = (n: number): Promise<void> => b.click(`//input[@aria-label='Tick input ${n}']`);

// One story, in order.
describe("a room, made and edited", () => {
  it("gets its inputs in banks, typed into, filled down, swapped and shifted, undone and redone", async () => {
    await b.go("/rooms");
    await b.click("//a[contains(., 'New room')]");
    await b.type("//form[@aria-label='The room']//label[contains(., 'Name')]//input", "Net Shed");
    await b.type("//input[@aria-label='How many']", "4");
    await b.button("Add from 1");
    await b.type(input(2, "Name"), `Stage box${Key.ENTER}`);
    await tick(2);
    await tick(3);
    await tick(4);
    await b.button("Fill down from the first");
    expect(await valueOf(input(4, "Name"))).toBe("Stage box");
    await tick(3);
    await tick(4);
    await b.button("Make a gap before");
    await b.see(input(5, "Name"));
    expect(await b.count(input(2, "Name"))).toBe(0);
    await b.button("Undo");
    await b.see(input(2, "Name"));
    await b.type(input(1, "Number"), `3${Key.ENTER}`);
    await b.seeText("Input 3 is there already. Swap the two, or make a gap.");
    await tick(1);
    await tick(4);
    await b.button("Swap the two");
    expect([await valueOf(input(1, "Name")), await valueOf(input(4, "Name"))]).toEqual([
      "Stage box",
      "Mic preamp",
    ]);
  });

  it("is kept half edited over a reload", async () => {
    await b.driver.navigate().refresh();
    expect(await valueOf(input(1, "Name"))).toBe("Stage box");
  });

  it("goes out as a table and comes in as one; a bad one changes nothing and says its line", async () => {
    await b.button("Take it out as CSV");
    const csv = await b.savedText("Inputs Net Shed.csv");
    expect(csv).toContain("4,Mic preamp,,mic di,yes,,");
    await b.upload("Inputs from a table", "bad.csv", "Input,Takes\n1,steam\n");
    await b.seeText("Line 2: “steam” is nothing that can be plugged in");
    expect(await b.count("//input[starts-with(@aria-label, 'Tick input')]")).toBe(4);
    await b.upload("Inputs from a table", "good.csv", `${csv}9,Spare,Spare line,line,no,,Snr top\r\n`);
    await b.see(input(9, "Name"));
    expect(await valueOf("//input[@aria-label='What usually stands on input 9']")).toBe("Snare top");
    await b.button("Make the room");
    await b.see("//h1[.='Net Shed']");
    await b.seeText("5 inputs, 4 with 48 V");
  });

  it("says what usually stands where, in the house's words, and takes it along when inputs move", async () => {
    await b.click("//a[contains(., 'Edit the room')]");
    const usual = (n: number): string => `//input[@aria-label='What usually stands on input ${n}']`;
    await b.type(usual(1), `Qwzx${Key.ENTER}`);
    await b.seeText("The house does not know what “Qwzx” is");
    await b.type(usual(1), `bd${Key.ENTER}`);
    expect(await valueOf(usual(1))).toBe("Kick");
    await tick(1);
    await tick(2);
    await b.button("Swap the two");
    expect([await valueOf(usual(1)), await valueOf(usual(2))]).toEqual(["", "Kick"]);
  });

  it("has outputs, and set-ups of its own wires; each state is an address", async () => {
    await b.button("Outputs");
    await b.button("Add from 1");
    await b.see("//input[@aria-label='Name of output 2']");
    await b.choose("What hangs on output 1", "monitors");
    await b.button("Another set-up, from this one");
    await b.type("//label[contains(., 'Name of this set-up')]//input", `with the long cable${Key.ENTER}`);
    await b.button("Inputs");
    await b.type(input(1, "Name"), `Long cable${Key.ENTER}`);
    expect(await b.driver.getCurrentUrl()).toMatch(/set-up=set-up$/);
    await b.button("As usual");
    expect(await valueOf(input(1, "Name"))).toBe("Stage box");
    await b.button("Save");
    await b.see("//h1[.='Net Shed']");
    await b.see("//section[@aria-labelledby='wired']//li[contains(., 'Headphones · monitors')]");
    await b.see("//section[@aria-labelledby='wired']//li[contains(., 'Kick')]");
    await b.button("with the long cable");
    await b.see("//section[@aria-labelledby='wired']//li[contains(., 'Long cable')]");
  });

  it("says who was faster where two leads edit one room, and nothing of either is lost", async () => {
    await b.click("//a[contains(., 'Edit the room')]");
    await b.see("//form[@aria-label='The room']");
    const other = await another();
    await other.signIn("Marram Vale");
    await other.go("/rooms/net-shed/edit");
    await other.type("//label[contains(., 'What it is')]//input", "with a stove");
    await other.button("Save");
    await other.seeText("with a stove");
    await b.type("//label[contains(., 'What it is')]//input", "drying room");
    await b.see("//*[@role='alert'][contains(., 'Somebody else changed Net Shed since you opened it')]");
    expect(await valueOf("//label[contains(., 'What it is')]//input")).toBe("drying room");
    expect(await b.count("//button[.='Save'][@disabled]")).toBe(1);
    await b.button("Go on with mine, over theirs");
    await b.button("Save");
    await b.see("//h1[.='Net Shed']");
    await b.seeText("drying room");
    await other.go("/rooms/net-shed");
    await other.seeText("drying room");
  });

  it("stands where it is put, and is retired and brought back", async () => {
    await b.go("/rooms");
    await b.button("Net Shed earlier");
    await b.see("//ul[@aria-label='Rooms']/li[4][contains(., 'Net Shed')]");
    await b.click("//a[.='Net Shed']");
    await b.button("Retire the room");
    await b.seeText("nothing is begun here any more");
    await b.go("/rooms");
    await b.click("//section[@aria-label='Retired rooms']//a[.='Net Shed']");
    await b.button("Bring the room back");
    await b.see("//h2[contains(., 'Start a session')]");
  });
});

describe("a session of a room", () => {
  it("is closed and opened again, and stays as it is meanwhile", async () => {
    await b.go("/sessions");
    await b.click("//a[.='Regatta crew']");
    await b.button("Close the session");
    await b.see("//section[@aria-label='How it went']//dt[.='Followed the house']");
    await b.button("Close it");
    await b.seeText("It stays as it is: nothing is changed, sent or handed in");
    expect(await b.count("//button[contains(., 'Send')]")).toBe(0);
    await b.button("Open it again");
    await b.see("//button[contains(., 'Send')]");
  });

  it("stands as before a hand-in a lead sets aside, with the reason for everybody", async () => {
    await b.go("/sessions");
    await b.click("//a[.='Ferry landing']");
    await b.click("//a[.='Check-in 3']");
    await b.button("A wrong hand-in: set it aside…");
    await b.type("//label[contains(., 'Why it is set aside')]//input", "another band's file");
    await b.button("Set it aside");
    await b.see("//section[@aria-label='Set aside']//h2");
    await b.click("//nav[@aria-label='Where you are']//a[.='Ferry landing']");
    await b.see("//li[contains(., 'Check-in 3')][contains(., 'set aside')][contains(., 'another band')]");
    await b.seeText("What goes out is the session as it stands now: check-in 2");
  });

  it("has a list whose ticks are their owner's: somebody else's is asked about before it goes", async () => {
    await b.go("/rooms/ferry-van");
    await b.click("//section[@aria-labelledby='checklist']//li[contains(., 'Wren Addis')]//input");
    await b.see("//*[@role='alert'][contains(., 'Wren Addis ticked this off on')]");
    await b.button("Leave it");
    await b.see("//section[@aria-labelledby='checklist']//li[contains(., 'Wren Addis')]//input");
    const before = await b.count("//section[@aria-labelledby='checklist']//li[contains(., 'Wren Addis')]");
    await b.click("//section[@aria-labelledby='checklist']//li[contains(., 'Wren Addis')]//input");
    await b.button("Take it away");
    await b.driver.wait(
      async () =>
        (await b.count("//section[@aria-labelledby='checklist']//li[contains(., 'Wren Addis')]")) ===
        before - 1,
      PATIENCE,
    );
  });
});

describe("what the software of rooms can do", () => {
  const cell = (what: string, of: string): string => `//*[@aria-label='${what} of “${of}”']`;

  it("stands side by side, is typed where it stands, undone, and what cannot be is refused", async () => {
    await b.go("/rooms/software");
    await b.see("//th[contains(., 'Ferry Van')]");
    await b.type(cell("Longest name, characters", "Field recorder"), `12${Key.ENTER}`);
    await b.type(cell("Longest name, characters", "Booth recorder"), `long${Key.ENTER}`);
    await b.seeText("Longest name, characters: that cannot be. Nothing was changed.");
    await b.click(cell("Markers", "Booth recorder"));
    await b.see(`${cell("Markers", "Booth recorder")}/following::*[.='no']`);
    await b.button("Undo");
    // What shows is what the house answered: only then the page is loaded anew.
    await b.driver.wait(
      async () => (await b.see(cell("Markers", "Booth recorder"))).isSelected(),
      PATIENCE,
    );
    await b.driver.navigate().refresh();
    expect(await valueOf(cell("Longest name, characters", "Field recorder"))).toBe("12");
    expect(await (await b.see(cell("Markers", "Booth recorder"))).isSelected()).toBe(true);
  });

  it("is said of a room, and shows there", async () => {
    await b.button("Describe another");
    await b.type("//input[@aria-label='Name of “Software”']", `Shed recorder${Key.ENTER}`);
    await b.type(cell("Sample rates, kHz", "Shed recorder"), `48, 96${Key.ENTER}`);
    await b.go("/rooms/story-tent/edit");
    await b.choose("What its software can do", "Shed recorder");
    await b.button("Save");
    await b.see("//section[@aria-labelledby='software']//dd[.='48, 96']");
    await b.go("/rooms/software?show=differences");
    await b.see("//th[contains(., 'Story Tent')]");
    expect(await b.count("//th[@scope='row'][.='Notes on tracks']")).toBe(0);
  });
});
