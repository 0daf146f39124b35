import type { Screen } from "./openScreen.ts";
import { driftedMachine } from "./testing/machine.ts";

/** The screens of rooms, and of what is fitted to them. */
export const ROOM_SCREENS: readonly Screen[] = [
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
  { name: "software", path: "/rooms/software", ready: "//section[@aria-label='Side by side']//table" },
  {
    name: "room-set-up",
    path: "/rooms/ferry-van/edit?set-up=at-the-quay&part=outputs",
    ready: "//section[@aria-label='Outputs']//table",
  },
  {
    name: "room-machines",
    path: "/rooms/loft/edit?part=machines",
    ready: "//section[@aria-label='Sample machines']//input",
  },
  { name: "room-with-machines", path: "/rooms/loft", ready: "//h2[.='Sample machines']" },
  {
    name: "fit-machines",
    path: "/rooms/ferry-van/fit/festival-orchestra/1",
    ready: "//section[h2[.='Sampled instruments']]//li",
  },
  {
    name: "session-machines",
    path: "/rooms/loft/fit/festival-orchestra/1",
    ready: "//section[h2[.='Sampled instruments']]//li",
    act: async (b) => {
      await b.type("//input[@aria-label='Name of the session']", "Overture");
      await b.button("Make the session package");
      await b.see("//section[@aria-labelledby='machines']//li");
      await driftedMachine(b, "loft", "Sedge");
      await b.see("//section[@aria-labelledby='machines']//li[contains(., '3 not as asked')]");
    },
  },
  { name: "room", path: "/rooms/ferry-van", ready: "//h2[contains(., 'Start a session')]" },
  {
    name: "fit",
    path: "/rooms/ferry-van/fit/steelpan-orchestra-full-yard/6",
    ready: "//ul[@aria-label='Ways out']/li",
  },
  {
    name: "fit-sheet",
    path: "/rooms/ferry-van/fit/steelpan-orchestra-full-yard/6?as=sheet",
    ready: "//section[@aria-label='Track sheet']//span[.='Iron_1']",
  },
  {
    name: "fit-pair",
    path: "/rooms/ferry-van/fit/pan-row/1",
    ready: "//ul[@aria-label='Ways out']/li",
    act: async (b) => {
      // What was decided stays.
      const pair = "//section[@aria-label='On one pair']";
      if ((await b.count(pair)) === 0)
        await b.click("//ul[@aria-label='Ways out']/li[contains(., 'as one pair')]//button");
      await b.driver.executeScript("arguments[0].scrollIntoView({ block: 'end' })", await b.see(pair));
    },
  },
  {
    name: "fit-devices",
    path: "/rooms/ferry-van/fit/steelpan-orchestra-full-yard/6",
    ready: "//section[@aria-label='Devices not installed here']",
    act: async (b) => {
      await b.button("the stage box at the quay");
    },
  },
  {
    name: "fit-adjusted",
    path: "/rooms/ferry-van/fit/story-evening/5",
    ready: "//section[@aria-label='Load']",
    act: async (b) => {
      await b.click("//section[@aria-label='Adjusted for this room']//summary[1]");
      const load = await b.see("//section[@aria-label='Load']");
      await b.driver.executeScript("arguments[0].scrollIntoView({ block: 'start' })", load);
    },
  },
  {
    name: "device",
    path: "/rooms/devices",
    ready: "//section[@aria-label='Rooms and devices']//li",
    act: async (b) => {
      await b.click("//section[@aria-label='Rooms and devices']//li[1]//button");
      await b.see("//form[@aria-label='Add what may stand for it']");
    },
  },
  { name: "devices", path: "/rooms/devices?show=all", ready: "//section[@aria-label='Rooms and devices']" },
  { name: "start-up", path: "/rooms/start-up", ready: "//h2[contains(., 'Pan Yard')]" },
  {
    name: "template-devices",
    path: "/library/steelpan-orchestra-full-yard/devices?room=ferry-van",
    ready: "//select[@aria-label='Room']",
  },
  { name: "layouts", path: "/rooms/layouts", ready: "//a[.='Quay at night']" },
  {
    name: "layout-new",
    path: "/rooms/layouts?room=ferry-van",
    ready: "//a[.='Quay at night']",
    act: async (b) => {
      await b.button("Keep one");
      await b.see("//form[@aria-label='A new layout or map']");
    },
  },
  {
    name: "layout",
    path: "/rooms/layouts",
    ready: "//a[.='Quay at night']",
    act: async (b) => {
      await b.click("//a[.='Quay at night']");
      await b.see("//h2[.='Versions']");
    },
  },
  { name: "room-devices", path: "/rooms/pan-yard/devices", ready: "//section[@aria-label='Installed']" },
  {
    name: "fit-source",
    path: "/rooms/ferry-van/fit/steelpan-orchestra-full-yard/6",
    ready: "//section[@aria-label='Inputs']//li",
    act: async (b) => {
      await b.button("the stage box at the quay");
      await b.click("//li[@data-source='snare-top']");
      await b.see("//section[starts-with(@aria-label, 'Source ')]");
    },
  },
];
