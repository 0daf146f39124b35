import { Key } from "selenium-webdriver";
import type { Browser } from "./browser.ts";

/**
 * Every screen with what is done on it before it is looked at. `{session}` and `{checkIn}` stand for the
 * demo's Album mix, `{behind}` for a session that stands on an older release.
 */
export const SCREENS: readonly {
  readonly name: string;
  readonly path: string;
  readonly ready: string;
  readonly act?: (b: Browser) => Promise<void>;
}[] = [
  { name: "today", path: "/", ready: "//*[name()='svg'][contains(@class, 'recharts')]" },
  {
    name: "house-style",
    path: "/house/pans/double-second",
    ready: "//section[@aria-label='Role Double second']",
    act: (b) => b.type("//input[@id='try-name']", "2nd pan (far) #2"),
  },
  { name: "house-style-family", path: "/house/guitars", ready: "//section[@aria-label='Family Guitars']" },
  {
    name: "house-style-new-role",
    path: "/house/engine",
    ready: "//section[@aria-label='Family Engine room']",
    act: (b) => b.press("a"),
  },
  {
    name: "house-style-table",
    path: "/house/engine",
    ready: "//section[@aria-label='Family Engine room']",
    act: (b) => b.button("As a table, in and out"),
  },
  { name: "house-unread", path: "/house/unread", ready: "//section[@aria-label='Unread names']" },
  { name: "house-colours", path: "/house/colours", ready: "//section[@aria-label='Palette']" },
  {
    name: "house-colours-spread",
    path: "/house/colours",
    ready: "//section[@aria-label='Palette']",
    act: async (b) => {
      await b.button("Spread");
      await b.button("As far as possible");
      await b.see("//button[.='Take it over']", 60_000);
    },
  },
  {
    name: "house-colours-limited",
    path: "/house/colours",
    ready: "//section[@aria-label='Palette']",
    act: (b) => b.button("Limited"),
  },
  {
    name: "house-beside",
    path: "/house/beside?group=side&line=hat-side",
    ready: "//section[@aria-label='hat side']",
  },
  { name: "house-names", path: "/house/names", ready: "//span[.='one way']" },
  { name: "house-names-files", path: "/house/names?line=recorded-file", ready: "//span[.='one way']" },
  { name: "house-icons", path: "/house/icons", ready: "//button[contains(@title, 'kick-drum')]" },
  {
    name: "house-folders",
    path: "/house/folders?line=drum-kit",
    ready: "//section[@aria-label='Folder Drum kit']",
  },
  {
    name: "house-disk",
    path: "/house/disk",
    ready: "//h2[.='Look through a tree']",
    act: async (b) => {
      await b.button("The shared disk");
      await b.see("//li[@data-sort]", 60_000);
    },
  },
  {
    name: "house-disk-blueprint",
    path: "/house/disk?show=blueprint",
    ready: "//section[@aria-label='Folder']",
  },
  { name: "house-starts", path: "/house/starts", ready: "//section[@aria-label='Line']" },
  {
    name: "house-starts-session",
    path: "/house/starts?show=session",
    ready: "//form[@aria-label='New sessions']",
  },
  {
    name: "house-starts-checklist",
    path: "/house/starts?show=checklist",
    ready: "//label[contains(., 'Every room has')]",
  },
  {
    name: "house-exceptions",
    path: "/house/exceptions?line=rough-guides",
    ready: "//span[.='never applies']",
  },
  { name: "house-editions", path: "/house/editions", ready: "//h2[.='Editions so far']" },
  {
    name: "house-take-over",
    path: "/house/editions",
    ready: "//h2[.='Editions so far']",
    act: async (b) => {
      await b.click("//li[contains(., 'Spoken')]//button[.='See it']");
      await b.click("//input[@aria-label='All of starts']");
      await b.seeText("Take over");
      await b.driver.executeScript(
        "document.querySelector(\"[aria-label='From another house style']\").scrollIntoView()",
      );
    },
  },
  { name: "library", path: "/library", ready: "//h2[.='Steelpan']" },
  { name: "follow", path: "/library/follow", ready: "//p[.='Every template follows the house style']" },
  {
    name: "workbench-dress",
    path: "/library/steelpan-orchestra-full-yard",
    ready: "//div[@role='treegrid']",
    act: async (b) => {
      await b.press("d");
      await b.see("//section[@aria-label='Dress all']//li");
    },
  },
  { name: "chains", path: "/library/chains", ready: "//h2[.='Pan row']" },
  {
    name: "new-template",
    path: "/library/new",
    ready: "//h1[.='New template']",
    act: async (b) => {
      await b.button("A starter");
      await b.click("//button[starts-with(., 'Band')]");
      await b.see("//section[@aria-label='What it begins with']");
    },
  },
  {
    name: "workbench",
    path: "/library/steelpan-orchestra-full-yard",
    ready: "//div[@role='treegrid']",
    act: (b) => b.click("//span[.='Dbl sec far']"),
  },
  {
    name: "workbench-commands",
    path: "/library/story-evening",
    ready: "//div[@role='treegrid']",
    act: async (b) => {
      await b.press(".");
      await b.type("//input[@aria-label='Type what you want']", "dre");
    },
  },
  {
    name: "workbench-put",
    path: "/library/story-evening",
    ready: "//div[@role='treegrid']",
    act: async (b) => {
      await b.press("l");
      await b.click("//section[@aria-label='From the library']//option[.='Steelpan: Engine room only']");
      await b.click("//option[contains(., 'only ENGINE › KIT')]");
      await b.see("//ul[@aria-label='What comes']//span[.='Kick']");
    },
  },
  {
    name: "workbench-add",
    path: "/library/steelpan-orchestra-full-yard",
    ready: "//div[@role='treegrid']",
    act: async (b) => {
      await b.press("a");
      await b.type(
        "//section[@aria-label='Add tracks']//textarea",
        "triple second\nhull drum\nSnaer Top\nBV 1\nRm L",
      );
      await b.still();
    },
  },
  {
    name: "workbench-publish",
    path: "/library/steelpan-orchestra-full-yard",
    ready: "//div[@role='treegrid']",
    act: (b) => b.press("p"),
  },
  { name: "input-list", path: "/library/steelpan-orchestra-full-yard/inputs", ready: "//th[.='Input']" },
  {
    name: "workbench-many",
    path: "/library/steelpan-orchestra-full-yard",
    ready: "//div[@role='treegrid']",
    act: async (b) => {
      await b.click("//span[.='Kick']");
      await b.driver
        .actions()
        .keyDown(Key.SHIFT)
        .sendKeys(Key.ARROW_DOWN, Key.ARROW_DOWN, Key.ARROW_DOWN, Key.ARROW_DOWN)
        .keyUp(Key.SHIFT)
        .perform();
      await b.type("//form[@aria-label='Say what to do']//input", "every second one right 40");
    },
  },
  {
    name: "signal-map",
    path: "/library/steelpan-orchestra-full-yard/map",
    ready: "//*[@data-place='TnrPan_Near']",
    act: async (b) => {
      await b.see("//section[@aria-label='Signal map'][@aria-busy='false']");
      await b.click("//*[@data-place='TnrPan_Near']");
    },
  },
  {
    name: "stereo-picture",
    path: "/library/steelpan-orchestra-full-yard/picture",
    ready: "//*[@aria-label='Stereo picture']",
    act: (b) => b.click("//label[contains(., 'against the house')]/input"),
  },
  {
    name: "levels",
    path: "/library/steelpan-orchestra-full-yard/levels",
    ready: "//th[.='Comes to the main path']",
  },
  {
    name: "changes",
    path: "/library/steelpan-orchestra-full-yard/changes",
    ready: "//h2[contains(., 'to the draft')]",
  },
  { name: "releases", path: "/library/steelpan-orchestra-full-yard/releases", ready: "//a[.='Release 1']" },
  {
    name: "session-page",
    path: "/library/steelpan-orchestra-full-yard/session",
    ready: "//textarea[@id='notes']",
  },
  {
    name: "release",
    path: "/library/steelpan-orchestra-full-yard/releases/6",
    ready: "//div[@role='treegrid']",
  },
  { name: "rooms", path: "/rooms", ready: "//a[.='Ferry Van']" },
  {
    name: "room-new",
    path: "/rooms/new",
    ready: "//form[@aria-label='Add inputs']",
    act: (b) => b.click("//button[starts-with(normalize-space(.), 'Add from')]"),
  },
  {
    name: "room-edit",
    path: "/rooms/ferry-van/edit",
    ready: "//section[@aria-label='Inputs']//table",
    act: async (b) => {
      await b.click("//input[@aria-label='Tick input 3']");
      await b.click("//input[@aria-label='Tick input 4']");
    },
  },
  {
    name: "people",
    path: "/people",
    ready: "//section[@aria-label='People']//table",
    act: (b) => b.button("Tamsin Roe"),
  },
  {
    name: "people-invite",
    path: "/people",
    ready: "//section[@aria-label='People']//table",
    act: (b) => b.button("Invite somebody"),
  },
  { name: "account", path: "/me", ready: "//h2[.='Where you are signed in']" },
  { name: "record", path: "/record", ready: "//section[@aria-label='The record']//table" },
  { name: "room", path: "/rooms/ferry-van", ready: "//h2[contains(., 'Start a session')]" },
  {
    name: "fit",
    path: "/rooms/ferry-van/fit/steelpan-orchestra-full-yard/6",
    ready: "//h2[.='Cannot be placed']",
  },
  { name: "sessions", path: "/sessions", ready: "//a[.='Album mix, Marram']" },
  { name: "session", path: "/sessions/{session}", ready: "//a[.='Look and put right']" },
  { name: "check-in", path: "/check-ins/{checkIn}", ready: "//h2[contains(., 'Against the house style')]" },
  { name: "check-in-sheet", path: "/check-ins/{checkIn}/sheet", ready: "//div[@role='treegrid']" },
  {
    name: "check-in-differences",
    path: "/check-ins/{checkIn}/differences",
    ready: "//h2[contains(., 'From what went out')]",
  },
  {
    name: "compare",
    path: "/compare?a=release:steelpan-orchestra-full-yard:3&b=release:steelpan-orchestra-full-yard:6",
    ready: "//section[@aria-label='Both sheets']//*[@data-sort='added']",
    act: (b) => b.press("n"),
  },
  {
    name: "compare-routing",
    path: "/compare?a=release:steelpan-orchestra-full-yard:3&b=draft:engine-room-only&look=routing",
    ready: "//section[@aria-label='Both sheets']//*[@data-sort='added']",
  },
  { name: "compare-nothing", path: "/compare", ready: "//p[.='Choose two']" },
  {
    name: "behind",
    path: "/library/shanty-choir/behind",
    ready: "//h1[contains(., 'Bring forward to release')]",
  },
  {
    name: "forward",
    path: "/sessions/{behind}/forward/5",
    ready: "//h2[contains(., 'The result, checked')]",
  },
  { name: "nowhere", path: "/no/such/page", ready: "//p[.='There is no page here']" },
];

/** Fills in the ids of the demo's Album mix. */
export async function addressOf(b: Browser, path: string): Promise<string> {
  if (!path.includes("{")) return path;
  const found = await b.driver.executeAsyncScript<{ session: string; checkIn: string; behind: string }>(
    "const done = arguments[0]; fetch('/api/sessions').then((r) => r.json()).then(({ " +
      "sessions }) => { const s = sessions.find((x) => x.title === 'Album mix, Marram'); " +
      "const behind = sessions.find((x) => x.title === 'Ferry landing'); " +
      "done({ session: s.id, checkIn: s.lastCheckIn.id, behind: behind.id }); })",
  );
  return path
    .replace("{session}", found.session)
    .replace("{checkIn}", found.checkIn)
    .replace("{behind}", found.behind);
}

/** Opens a screen and brings it to the state it is looked at in. */
export async function openScreen(b: Browser, screen: (typeof SCREENS)[number]): Promise<void> {
  await b.go(await addressOf(b, screen.path));
  await b.see(screen.ready);
  await screen.act?.(b);
}
