import { mkdirSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { parseArgs } from "node:util";
import { Browser } from "./browser.ts";
import type { Theme } from "./browser.ts";
import { layGround } from "./ground.ts";
import { openHouse } from "./house.ts";
import { openScreen } from "./openScreen.ts";
import { SCREENS } from "./screens.ts";

/** The pictures of docs/screenshots: which screen, in which light. */
const KEPT: readonly (readonly [screen: string, theme: Theme])[] = [
  ["today", "lamplight"],
  ["house-style", "daylight"],
  ["order", "daylight"],
  ["proposals", "daylight"],
  ["workbench", "daylight"],
  ["sound", "daylight"],
  ["library", "daylight"],
  ["compare", "daylight"],
  ["forward", "daylight"],
  ["delivery", "daylight"],
  ["signal-map", "daylight"],
  ["stereo-picture", "lamplight"],
  ["drift", "daylight"],
  ["sample-library", "daylight"],
  ["plan", "daylight"],
  ["time", "daylight"],
  ["fit", "daylight"],
  ["session", "daylight"],
  ["check-in", "daylight"],
];

// With --all every screen in both lights, for looking at; --out says where, --size how large.
const { values } = parseArgs({
  options: {
    all: { type: "boolean", default: false },
    out: { type: "string" },
    size: { type: "string", default: "1280x800" },
    only: { type: "string" },
  },
});
const out = resolve(values.out ?? (values.all ? ".shots" : "docs/screenshots"));
mkdirSync(out, { recursive: true });
const [width = 1280, height = 800] = values.size.split("x").map(Number);

const { ground, clear } = await layGround();
const house = await openHouse(ground);
const browser = await Browser.open(house.base, width, height);
try {
  await browser.signIn("Marram Vale");
  const wanted = values.all
    ? SCREENS.flatMap((s) => (["daylight", "lamplight"] as const).map((t) => [s.name, t] as const))
    : KEPT;
  for (const theme of ["daylight", "lamplight"] as const) {
    await browser.theme(theme);
    for (const [name] of wanted.filter(
      ([n, t]) => t === theme && (values.only === undefined || values.only.split(",").includes(n)),
    )) {
      const screen = SCREENS.find((s) => s.name === name);
      if (!screen) throw new Error(`there is no screen called “${name}”`);
      await openScreen(browser, screen);
      await browser.driver.sleep(500);
      const file = join(out, `${name}${theme === "lamplight" ? "-lamplight" : ""}.png`);
      writeFileSync(file, await browser.picture());
      console.log(file);
    }
  }
} finally {
  await browser.close();
  await house.close();
  await clear();
}
