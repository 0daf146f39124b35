import type { Screen } from "./openScreen.ts";

/** The screens of the house style. */
export const HOUSE_SCREENS: readonly Screen[] = [
  {
    name: "house-style",
    path: "/house/pans/double-second",
    ready: "//section[@aria-label='Role Double second']",
    act: (b) => b.type("//input[@id='try-name']", "2nd pan (far) #2"),
  },
  {
    name: "house-starts-led",
    path: "/house/starts?line=makes-way",
    ready: "//section[@aria-label='Line']//label[starts-with(., 'Chain')]//textarea",
  },
  {
    name: "house-starts-sounds",
    path: "/house/starts?line=kick-pattern",
    ready: "//section[@aria-label='Line']//button[.='Choose another']",
    act: (b) => b.click("(//section[@aria-label='Line']//button[.='Choose another'])[2]"),
  },
  { name: "habits", path: "/house/habits", ready: "//section[@aria-label='Habits']//li" },
  {
    name: "habits-open",
    path: "/house/habits",
    ready: "//section[@aria-label='Habits']//li",
    act: async (b) => {
      await b.button("What it would change: Talkback");
      await b.button("Propose it on its templates: Audience");
      await b.see("//form[starts-with(@aria-label, 'Propose it on templates')]//label");
    },
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
];
