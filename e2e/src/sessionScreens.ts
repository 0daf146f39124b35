import type { Screen } from "./openScreen.ts";

/** Screens of sessions: started, running, and what drifts in them. */
export const SESSION_SCREENS: readonly Screen[] = [
  {
    name: "start",
    path: "/start?room=pan-yard",
    ready: "//section[@aria-label='From which template']//button",
  },
  {
    name: "start-how",
    path: "/start?room=ferry-van&template=steelpan-orchestra-full-yard",
    ready: "//a[.='See and change how it fits']",
    act: async (b) => {
      await b.type("//form//input", "Regatta crew");
      await b.see("//form//p[@role='status']");
    },
  },
  { name: "sessions", path: "/sessions", ready: "//a[.='Album mix, Marram']" },
  { name: "session", path: "/sessions/{session}", ready: "//a[.='Look and put right']" },
  {
    name: "session-closing",
    path: "/sessions/{session}",
    ready: "//a[.='Look and put right']",
    act: async (b) => {
      await b.button("Close the session");
      await b.see("//section[@aria-label='How it went']//dt[.='Followed the house']");
    },
  },
  {
    name: "session-inputs",
    path: "/sessions/{yard}/inputs",
    ready: "//section[@aria-label='Inputs']//li[@data-source]",
    act: async (b) => {
      await b.click("(//section[@aria-label='Inputs']//li[@data-source]/button)[2]");
      await b.see("//section[starts-with(@aria-label, 'Source ')]");
    },
  },
  {
    name: "session-on-disk",
    path: "/sessions/{yard}",
    ready: "//section[@aria-label='On the shared disk']",
    act: async (b) => {
      await b.button("Look at its folder");
      await b.see(
        "//section[@aria-label='On the shared disk']//p[contains(., 'folder') or contains(., 'file')]",
      );
    },
  },
  {
    name: "drift",
    path: "/sessions/drift?weeks=26",
    ready: "//section[@aria-label='By rule']//tr[3]",
  },
  {
    name: "drift-room",
    path: "/sessions/drift?by=rule&room=ferry-van&weeks=52",
    ready: "//section[@aria-label='By rule']//tr[2]",
  },
  { name: "put-right", path: "/sessions/right", ready: "//button[contains(., 'right')]" },
  {
    name: "sessions-chosen",
    path: "/sessions",
    ready: "//a[.='Album mix, Marram']",
    act: async (b) => {
      for (const n of [1, 2, 3]) await b.click(`(//input[starts-with(@aria-label, 'Choose ')])[${n}]`);
    },
  },
];
