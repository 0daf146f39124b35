import type { AnswerOf } from "@mossy/contract/routes";
import { plainDiff } from "@mossy/core/plain/diff";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { describe, expect, it } from "vitest";
import { apiOf } from "./testing/api.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const api = apiOf(b);

const session = async (title: string): Promise<AnswerOf<"session">> => {
  const { sessions } = await api<AnswerOf<"sessions">>("GET", "/sessions");
  return api("GET", `/sessions/${sessions.find((s) => s.title === title)?.id ?? ""}`);
};
const template = (id: string) => api<AnswerOf<"template">>("GET", `/library/${id}`);

describe("a template of one production", () => {
  it("is made of a session in one step, cleaned, and the session is as it was", async () => {
    const before = await session("Ferry landing");
    expect(before.production).toBe("EBB26");
    await b.go(`/sessions/${before.id}`);
    await b.see("//p[contains(., 'production EBB26')]");
    await b.click("//a[contains(., 'Make a template of it')]");
    await b.see("//section[@aria-label='Tracks of the session']");
    await b.type("//input[@aria-label='Name']", "Second side");
    await b.button("Begin it");
    await b.see("//h1[.='Second side']");
    await b.see("//h1/following-sibling::*[.='Release 1']");
    const made = await template("second-side");
    expect(made).toMatchObject({ production: "EBB26", shelf: "Choirs" });
    expect(made.draft.session).toMatchObject({
      notes: "",
      origin: { template: before.template, release: before.release },
    });
    expect((await session("Ferry landing")).now).toEqual(before.now);
  });

  it("is offered in a room to its own sessions only", async () => {
    await b.go("/rooms/ferry-van");
    await b.see("//span[.='Shanty choir']");
    expect(await b.count("//span[starts-with(., 'Second side')]")).toBe(0);
    await b.choose("Production", "for EBB26, Ebb and flow, the shanty record");
    await b.see("//span[starts-with(., 'Second side')]//*[.='only EBB26']");
    await b.click("//a[@aria-label='Fit it: Second side, release 1']");
    await b.see("//h1/following-sibling::*[.='for EBB26']");
    await b.type("//input[@aria-label='Name of the session']", "Side two, day one");
    await b.button("Make the session package");
    await b.see("//h1[.='Side two, day one']");
    await b.see("//p[contains(., 'production EBB26')]");
  });

  it("is put away when the production is closed, and comes back with it", async () => {
    await b.go("/library/productions");
    await b.type("//input[@aria-label='Code of a new production']", "tide26");
    await b.type("//input[@aria-label='Title of a new production']", "The tide clock");
    await b.button("Begin a production");
    await b.see("//li[contains(., 'TIDE26')][contains(., 'No template of its own')]");
    await b.see("//li[contains(., 'EBB26')]//*[.='3 open sessions']");
    await b.click("//button[@aria-label='Close it: EBB26']");
    await b.see("//button[@aria-label='Open it again: EBB26']");
    await b.go("/library/second-side/about");
    await b.see("//p[contains(., 'Put away: production EBB26 is closed')]");
    await b.go("/library");
    await b.see("//h2[starts-with(., 'Choirs')]");
    expect(await b.count("//a[.='Second side']")).toBe(0);
    await b.go("/library/productions");
    await b.click("//button[@aria-label='Open it again: EBB26']");
    await b.see("//button[@aria-label='Close it: EBB26']");
    await b.go("/library");
    await b.see("//a[.='Second side']");
  });
});

describe("a template begun from another", () => {
  it("takes what came later there into its draft beside what is its own, as one deed", async () => {
    const before = await template("ebb-and-flow");
    await b.go("/library");
    await b.see("//li[.//a[.='Ebb and flow, the record']]//*[.='origin moved on']");
    await b.go("/library/ebb-and-flow/about");
    await b.see("//p[contains(., 'with its changes up to release 3; release 5 is out')]");
    await b.click("//a[.='Look at the later changes']");
    await b.see("//section[@aria-label='What comes in']//*[contains(., 'Whistle added in FOLK')]");
    await b.see("//section[@aria-label='What stays its own']//*[contains(., 'level')]");
    await b.button("Take them into the draft");
    await b.see("//div[@role='treegrid']");
    await b.see("//*[starts-with(., 'Saved')]");
    const { draft } = await template("ebb-and-flow");
    expect(draft.session.origin).toEqual({ template: "shanty-choir", release: 5 });
    expect(draft.session.tracks.some((t) => t.name === "Whistle")).toBe(true);
    const lead = (s: typeof draft.session) => s.tracks.find((t) => t.role === "shanty-lead")?.level;
    expect(lead(draft.session)).toBe(lead(before.draft.session));
    await b.chord("\uE009", "z");
    await b.gone("//*[@role='row'][contains(., 'Whistle')]");
    await b.see("//*[starts-with(., 'Saved')]");
    expect((await template("ebb-and-flow")).draft.session).toEqual(before.draft.session);
  });
});

describe("a template begun from all of another", () => {
  it("knows which release of it", async () => {
    await b.go("/library/new");
    await b.button("Another template");
    await b.choose("Template", "Spoken word: Story evening");
    await b.see("//h2[.='What it begins with']");
    await b.type("//input[@aria-label='Name']", "Story morning");
    await b.button("Begin it");
    await b.see("//h1[.='Story morning']");
    const { draft } = await template("story-morning");
    const from = await template("story-evening");
    const latest = from.releases.find((r) => r.takenBack === null)?.number;
    expect(draft.session.origin).toEqual({ template: "story-evening", release: latest });
  });
});

describe("sessions under an earlier edition", () => {
  it("are all brought to the one in force, and each can be taken back on its own page", async () => {
    const { draft } = await api<AnswerOf<"house">>("GET", "/house");
    const palette = draft.house.palette.map((c) => ({ ...c, hex: c.hex.replace(/^#./, "#1") }));
    const changes = plainDiff(draft.house, { ...draft.house, palette });
    const { revision } = await api<AnswerOf<"editHouse">>("POST", "/house/draft/changes", {
      revision: draft.revision,
      changes,
    });
    await api("POST", "/house/editions", { revision, note: "Darker" });
    await b.go("/sessions?which=asked");
    await b.click("//a[contains(., 'Bring them to the edition in force')]");
    await b.see("//h1[.='Bring to edition 3']");
    await b.see("//li[contains(., 'Ferry landing')]//*[contains(., 'goes without a question')]");
    await b.click("//button[starts-with(., 'Bring ')][contains(., 'sessions to it')]");
    await b.see("//*[contains(., 'sessions follow edition 3')]", 60_000);
    const now = await session("Ferry landing");
    expect([now.edition, now.lastCheckIn?.askedNow]).toEqual([3, 0]);
    await b.go(`/sessions/${now.id}`);
    await b.see("//section[@aria-labelledby='forwards']//*[.='House style, edition 2 to 3']");
    await b.button("Take it back");
    await b.see("//section[@aria-label='A later edition'][contains(., 'started under edition 2')]");
    expect((await session("Ferry landing")).edition).toBe(2);
  });
});

describe("a file made from before its session was brought forward", () => {
  it("says so where it came in, and the session can be brought forward again", async () => {
    const s = await session("Side two, day one");
    const first = { ...s.now, tracks: s.now.tracks.map((t) => ({ ...t, notes: "Night one." })) };
    const { draft } = await template("second-side");
    const extra = draft.session.tracks.find((t) => t.kind === "audio");
    if (!extra) throw new Error("it has no audio track");
    const { revision } = await api<AnswerOf<"editDocument">>("POST", `/documents/${draft.id}/changes`, {
      revision: draft.revision,
      changes: [
        { do: "add", track: { ...extra, id: "spare", name: "Spare", input: null }, after: extra.id },
      ],
    });
    await api("POST", "/library/second-side/releases", { revision, note: "A spare" });
    await api("POST", `/sessions/${s.id}/forward`, { release: 2, revision: null, choices: [] });
    expect((await session(s.title)).release).toBe(2);
    await b.go(`/sessions/${s.id}`);
    await b.see("//h2[.='Came back from the room']");
    await b.upload("Session file", "side-two.dawproject", writeExchange(first, s.id));
    await b.see("//*[contains(., 'in a copy from before the session was brought forward')]");
    await b.go(`/sessions/${s.id}`);
    await b.see("//section[@aria-label='A newer release'][contains(., 'Release 2 is out')]");
    await b.see(
      "//section[@aria-labelledby='forwards'][contains(., 'undone by an older copy handed in by')]",
    );
  });
});

describe("what uses what", () => {
  it("leads from a role to its tracks, and from a track to where it stands", async () => {
    await b.go("/house/talk/talkback");
    await b.click("//section[starts-with(@aria-label, 'Role ')]//a[.='its tracks']");
    await b.see("//h1[.='Where “Talkback” is used']");
    await b.see("//section[@aria-label='In open sessions']//a[.='Ferry landing']");
    await b.click(
      "//section[@aria-label='In templates and blocks']//p[.//a[.='Story evening']]/..//li/a[.='TB']",
    );
    await b.see("//h1[.='Story evening']");
    await b.see("//section[@aria-label='Selected track']//h2[.='TB']");
  });

  it("leads from a device on a track to every track that has it", async () => {
    await b.go("/library/drum-kit");
    await b.click("//div[@role='row']//span[.='Kick']");
    await b.click("//summary[starts-with(normalize-space(.), 'Processors')]");
    await b.click("//button[@aria-expanded='false'][contains(., 'Reedbed EQ')]");
    await b.click("//a[.='All tracks with Reedbed EQ']");
    await b.see("//h1[.='Where “Reedbed EQ” is used']");
    await b.see("//section[@aria-label='In templates and blocks']//p[.//a[.='Story evening']]");
  });

  it("finds templates by the inputs they want", async () => {
    await b.go("/library");
    await b.type("//input[@aria-label='Find a template']", "wants 13 inputs");
    await b.see("//li[.//a[.='Shanty choir']]//p[.='wants 13 inputs']");
    expect(await b.count("//a[.='Sound walk']")).toBe(0);
  });
});
