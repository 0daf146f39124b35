import { BEAT_SCREENS } from "./beatScreens.ts";
import { DELIVERY_SCREENS } from "./deliveryScreens.ts";
import { ITEM_SCREENS } from "./itemScreens.ts";
import { ROOM_SCREENS } from "./roomScreens.ts";
import { SESSION_SCREENS } from "./sessionScreens.ts";
import { INSTRUMENT_SCREENS } from "./instrumentScreens.ts";
import { SOUND_SCREENS } from "./soundScreens.ts";
import { ORDER_SCREENS } from "./orderScreens.ts";
import { TIME_SCREENS } from "./timeScreens.ts";
import { Key } from "selenium-webdriver";
import { HOUSE_SCREENS } from "./houseScreens.ts";
import type { Screen } from "./openScreen.ts";

/**
 * Every screen with what is done on it before it is looked at. `{session}` and `{checkIn}` stand for the
 * demo's Album mix, `{behind}` for a session that stands on an older release.
 */
export const SCREENS: readonly Screen[] = [
  { name: "today", path: "/", ready: "//*[name()='svg'][contains(@class, 'recharts')]" },
  ...HOUSE_SCREENS,
  ...SOUND_SCREENS,
  ...INSTRUMENT_SCREENS,
  ...BEAT_SCREENS,
  ...ITEM_SCREENS,
  ...TIME_SCREENS,
  ...ORDER_SCREENS,
  ...DELIVERY_SCREENS,
  { name: "library", path: "/library", ready: "//h2[starts-with(., 'Steelpan')]" },
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
    name: "loudspeakers",
    path: "/library/sound-walk/picture",
    ready: "//*[@aria-label='Plan of the loudspeakers']",
    act: (b) => b.click("(//*[@data-spot])[3]"),
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
  ...ROOM_SCREENS,
  ...SESSION_SCREENS,
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
  { name: "productions", path: "/library/productions", ready: "//h2[.='EBB26']" },
  {
    name: "origin",
    path: "/library/ebb-and-flow/origin",
    ready: "//section[@aria-label='What comes in']",
  },
  {
    name: "uses",
    path: "/library/uses?of=role&what=talkback",
    ready: "//section[@aria-label='In templates and blocks']",
  },
  {
    name: "template-of-session",
    path: "/library/new?session={session}",
    ready: "//section[@aria-label='Tracks of the session']",
  },
  { name: "earlier", path: "/sessions/earlier", ready: "//p[starts-with(., 'Every open session')]" },
  { name: "shelves", path: "/library/shelves", ready: "//section[@aria-label='Shelf']" },
  { name: "about", path: "/library/shanty-choir/about", ready: "//h2[.='In use']" },
  {
    name: "variants",
    path: "/library/steelpan-orchestra-full-yard/variants",
    ready: "//section[starts-with(@aria-label, 'In ')]",
  },
  {
    name: "blocks",
    path: "/library/engine-room-only/blocks",
    ready: "//section[@aria-label='What comes in']",
  },
  {
    name: "blocks-sheet",
    path: "/library/engine-room-only",
    ready: "//div[@role='treegrid']",
    act: async (b) => {
      await b.see("//span[starts-with(@title, 'Drum kit, release')]");
      await b.click("//span[.='Kick']");
    },
  },
  {
    name: "block-put",
    path: "/library/story-evening",
    ready: "//div[@role='treegrid']",
    act: async (b) => {
      await b.press("k");
      await b.click("//section[@aria-label='Put in a block']//option[starts-with(., 'Drum kit')]");
      await b.see("//ul[@aria-label='What comes']//span[.='Kick']");
    },
  },
  {
    name: "block-make",
    path: "/library/engine-room-only",
    ready: "//div[@role='treegrid']",
    act: async (b) => {
      await b.click("//span[.='KIT']");
      await b.press("K");
      await b.see("//form[@aria-label='Make a block']//input");
    },
  },
  { name: "block", path: "/library/drum-kit", ready: "//div[@role='treegrid']" },
  { name: "places", path: "/library/drum-kit/places", ready: "//h1[.='Where it stands']" },
  { name: "proposals", path: "/library/proposals", ready: "//form[@aria-label='Decide']" },
  { name: "remarks", path: "/library/steelpan-orchestra-full-yard/remarks", ready: "//article" },
  {
    name: "remark-on-track",
    path: "/library/steelpan-orchestra-full-yard",
    ready: "//div[@role='treegrid']",
    act: async (b) => {
      await b.click("//div[@role='row']//span[.='Iron_2']");
      await b.see("//section[@aria-label='Remarks on this track']//article");
      await b.press("m");
      await b.see("//form[@aria-label='A remark']//textarea");
    },
  },
  {
    name: "propose",
    path: "/check-ins/{checkIn}/propose",
    ready: "//form[@aria-label='Propose']",
    act: (b) => b.click("(//section[@aria-label='What to propose']//input)[1]"),
  },
  {
    name: "compare-map",
    path: "/compare?a=release:steelpan-orchestra-full-yard:3&b=release:steelpan-orchestra-full-yard:6&look=map",
    ready: "//section[@aria-label='Both on the signal map']//ul/li",
  },
  {
    name: "compare-picture",
    path: "/compare?a=release:steelpan-orchestra-full-yard:3&b=draft:engine-room-only&look=picture",
    ready: "//*[@aria-label='Both on the picture']",
  },
  { name: "compare-nothing", path: "/compare", ready: "//p[.='Choose two']" },
  {
    name: "behind",
    path: "/sessions/behind",
    ready: "//li[contains(., 'goes without a question')]",
  },
  {
    name: "forward",
    path: "/sessions/{behind}/forward/5",
    ready: "//h2[contains(., 'The result, checked')]",
  },
  { name: "nowhere", path: "/no/such/page", ready: "//p[.='There is no page here']" },
];
