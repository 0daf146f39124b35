import { createHash } from "node:crypto";
import { createReadStream } from "node:fs";
import { join } from "node:path";
import { writeMidiTracks } from "@mossy/core/formats/midiOut";
import { blankTrack, emptySession } from "@mossy/core/session/document";
import { blankItem } from "@mossy/core/session/item";
import { strFromU8, unzipSync } from "fflate";
import { Key } from "selenium-webdriver";
import { beforeAll, describe, expect, it } from "vitest";
import { itemsOf } from "./itemScreens.ts";
import { apiOf } from "./testing/api.ts";
import { tideBed, writeJobFile } from "./testing/jobFile.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const api = apiOf(b);

const LIES = "//details[summary[contains(., 'What lies on it')]]";
/** Sets a field of the item that is open. */
const set = async (label: string, text: string): Promise<void> => {
  await b.type(`${LIES}//label[starts-with(., '${label}')]//input`, `${text}${Key.ENTER}`);
};
const saved = () => b.see("//*[starts-with(., 'Saved')]");

describe("what a template carries on its tracks", () => {
  beforeAll(async () => {
    await b.go("/library/story-evening");
    await b.see("//div[@role='treegrid']");
  });

  it("is put there from the shelf, found by name, and set by typing", async () => {
    await itemsOf(b, "Aud_L");
    await b.button("Put a sound");
    await b.type("//input[@aria-label='Find a sound']", "oyster");
    await b.gone("//button[starts-with(., 'Take Ebb tide')]");
    await b.click("//button[starts-with(., 'Take Oyster break')]");
    await b.see(`${LIES}//button[contains(., 'Oyster break')][contains(., '0:00, for')]`);
    await set("Starts at", "29:30");
    await b.see(`${LIES}//button[contains(., '29:30, for')]`);
    await set("Length", "0");
    await b.see(`${LIES}//label[starts-with(., 'Length')]//*[contains(., '1:02.5')]`);
    await set("Length", "8");
    await set("Fade out", "3");
    await set("Gain, dB", "−7.5");
    await b.see(`${LIES}//button[contains(., '29:30, for 0:08')]`);
    await saved();
    await b.button("Undo");
    expect(await b.count(`${LIES}//input[@value='−7.5']`)).toBe(0);
    await b.button("Redo");
    await b.see(`${LIES}//input[@value='−7.5']`);
  });

  it("is longer than what it holds: that is said, and it can loop", async () => {
    await set("Length", "40");
    await b.see("//h3[.='Longer than what it holds'] | //*[.='Longer than what it holds']");
    await b.button("Let it loop");
    await b.gone("//*[.='Longer than what it holds']");
    await b.see(`${LIES}//button[contains(., 'for 0:40, loops')]`);
  });

  it("of a job is a finding, as long as it is", async () => {
    await b.choose("Belongs", "of this job");
    await b.see("//*[.='Something of a job left in']");
    await b.see("//*[contains(., 'still carries 1 item of a job: “Oyster break”')]");
    await b.button("Take it out");
    await b.gone("//*[.='Something of a job left in']");
    expect(await b.count(`${LIES}//button[contains(., 'Oyster break')]`)).toBe(0);
  });

  it("may be a placeholder for what is still to come", async () => {
    await b.button("Put a placeholder");
    await set("What comes here", "the audience answers");
    await set("In parts", "3");
    await set("Length", "1:30:00");
    await b.see(`${LIES}//button[contains(., 'placeholder')][contains(., '0:00, for 1:30:00')]`);
    await b.click(`${LIES}//button[@aria-label='Take out placeholder']`);
    await b.gone(`${LIES}//button[contains(., 'for 1:30:00')]`);
  });

  it("leads from the sound to where it is carried", async () => {
    await b.go("/library/sounds");
    await b.click("//a[.='Harbour bed']");
    await b.click("//section[h2[.='Where it is used']]//a[.='Story evening']");
    await b.see("//h1[.='Story evening']");
  });
});

describe("a session with 300 MB of audio", () => {
  const shaOf = async (path: string): Promise<string> => {
    const hash = createHash("sha256");
    for await (const piece of createReadStream(path)) hash.update(piece as Uint8Array);
    return hash.digest("hex");
  };

  it("becomes a clean template with one bed kept, its source unchanged byte for byte", async () => {
    const path = join(b.downloads, "Evening at the quay.dawproject");
    await writeJobFile(path, 5, 50_000_000);
    const before = await shaOf(path);
    await b.go("/library/new");
    await b.button("A file");
    await b.uploadFrom("File to start from", path);
    const items = "//section[@aria-label='What lies on its tracks']";
    await b.see(`${items}//span[contains(., 'Stays: 1, 1.1 MB · goes with the job: 6, 286 MB')]`);
    await b.see(`${items}//label[contains(., 'Tide bed')][contains(., 'named as a bed')]`);
    await b.see(
      "//section[@aria-label='Left behind']//li[contains(., 'files nobody uses')][contains(., '1.1 MB')]",
    );
    await b.see("//*[@role='status'][contains(., 'nothing off')]");
    await b.type("//input[@aria-label='Shelf']", "Spoken word");
    await b.click("//label[contains(., 'Publish it at once')]");
    await b.button("Begin it");
    await b.see("//h1[.='Evening at the quay']", 30_000);
    await b.see("//button[contains(., 'Nothing to look at')]");
    await itemsOf(b, "MusBed");
    await b.see(`${LIES}//button[contains(., 'Tide bed')]`);
    expect(await shaOf(path)).toBe(before);

    // The bed stands on the shelf; nothing else of the job came into the house.
    await b.go("/library/sounds?find=tide");
    await b.see("//a[.='Tide bed']");
    expect(await b.count("//a[starts-with(., 'Storyteller')]")).toBe(0);
  }, 180_000);

  it("is started in a room, and its package opens with any reader: the bed in it, and nothing else", async () => {
    const begin = { title: "Quay again", room: "story-tent", template: "evening-at-the-quay", release: 1 };
    const { id } = await api<{ id: string }>("POST", "/sessions", { ...begin, leaveOut: [] });
    await b.go(`/sessions/${id}`);
    await b.click("//a[contains(., 'Download the package')]");
    const files = unzipSync(await b.saved("Quay-again_StoryTent.zip"));
    const sounds = Object.keys(files).filter((n) => n.endsWith(".wav"));
    expect(sounds.map((n) => n.replace(/^.*\/Audio\//, ""))).toEqual(["Tide_bed.wav"]);
    expect(Buffer.compare(files[sounds[0]!]!, tideBed())).toBe(0);
    const session = Object.keys(files).find((n) => n.endsWith(".dawproject"))!;
    const project = strFromU8(unzipSync(files[session]!)["project.xml"]!);
    const clips = [
      ...project.matchAll(/<Clip name="([^"]*)"[\s\S]*?<File path="([^"]*)" external="true"\/>/g),
    ];
    expect(clips.map(([, name]) => name)).toEqual(["Tide bed"]);
    expect(new URL(clips[0]![2]!, `file:///${session}`).pathname).toBe(`/${sounds[0]}`);
  });
});

describe("a session a template is made of", () => {
  it("shows what its template gave it, and what stays is carried on", async () => {
    const { sessions } = await api<{ sessions: { id: string; title: string }[] }>("GET", "/sessions");
    const of = sessions.find((s) => s.title === "Quay again")!;
    await b.go(`/library/new?session=${of.id}`);
    const items = "//section[@aria-label='What lies on its tracks']";
    await b.see(
      `${items}//label[contains(., 'Tide bed')][contains(., 'the template carries it')]//input[@type='checkbox']`,
    );
    await b.button("Carry nothing");
    await b.see(`${items}//span[contains(., 'Nothing stays')]`);
    await b.button("Carry all");
    await b.see(`${items}//span[contains(., 'Stays: 1')]`);
  });
});

describe("patterns", () => {
  /** A bar of a kick on every beat and a hat between, on two tracks of one file. */
  const floor = (): Uint8Array => {
    const notes = (key: number, first: number) =>
      [0, 1, 2, 3].map((n) => ({ at: n + first, length: 0.25, key, velocity: 100 }));
    const track = (id: string, name: string, key: number, first: number) =>
      blankTrack(id, name, {
        kind: "midi",
        format: null,
        channel: 10,
        items: [
          blankItem("m1", name, {
            kind: "pattern",
            notes: notes(key, first),
            sets: [],
            length: 4,
            shelf: null,
          }),
        ],
      });
    const tracks = [track("k", "Hull floor", 36, 0), track("h", "Spray hat", 42, 0.5)];
    return writeMidiTracks({ ...emptySession("Floor"), tracks });
  };

  it("are read from a MIDI file, tagged by what they play, and found by that", async () => {
    await b.go("/library");
    await b.click("//nav[@aria-label='Beside the templates']//a[contains(., 'Patterns')]");
    await b.see("//h1[.='Patterns']");
    await b.upload("MIDI file", "floor.mid", floor());
    await b.seeText("2 patterns came.");
    await b.see(
      "//button[contains(., 'Hull floor')][contains(., 'kick, four-on-the-floor')][contains(., '1 bar of 4/4')]",
    );
    await b.choose("Tag", "off-beat (2)");
    await b.see("//button[contains(., 'Spray hat')][contains(., 'hat, off-beat')]");
    await b.gone("//button[contains(., 'Hull floor')]");
    await b.click("//button[contains(., 'Spray hat')]");
    await b.type(
      "//section[@aria-label='Selected pattern']//label[starts-with(., 'Tags')]//input",
      `spray${Key.ENTER}`,
    );
    await b.see(
      "//select[@aria-label='Tag']/option[.='spray (1)'] | //option[starts-with(., 'off-beat (1')]",
    );
    await b.upload("MIDI file", "text.mid", "no song at all");
    await b.see("//*[@role='alert'][contains(., '“text.mid”: ')]");
  });

  it("are put on a track by key: found, taken with Enter, and they loop", async () => {
    await b.go("/library/new");
    await b.button("A file");
    await b.upload("File to start from", "Capstan night.mid", floor());
    await b.see("//section[@aria-label='Tracks of the file']");
    await b.click("//section[@aria-label='Tracks of the file']//button[.='Keep all']");
    await b.button("Begin it");
    await b.see("//div[@role='treegrid']");
    await itemsOf(b, "Hull floor");
    await b.button("Put a pattern");
    await b.type("//input[@aria-label='Find a pattern']", "spray");
    await b.gone("//button[starts-with(., 'Take Engine room')]");
    await b.see("//button[starts-with(., 'Take Spray hat')]");
    await b.press(Key.ENTER);
    await b.see(`${LIES}//button[contains(., 'Spray hat')][contains(., 'bar 1, beat 1, for 4 beats')]`);
    await set("Length", "16");
    await b.click(`${LIES}//label[contains(., 'loops')]//input`);
    await set("Starts at", "8");
    await b.see(`${LIES}//button[contains(., 'bar 3, beat 1, for 16 beats, loops')]`);
    await saved();
  });
});
