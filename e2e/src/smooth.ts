import { blankTrack, emptySession } from "@mossy/core/session/document";
import { blankMarker } from "@mossy/core/session/lanes";
import { blankItem } from "@mossy/core/session/item";
import type { Session } from "@mossy/core/session/document";
import { Key } from "selenium-webdriver";
import { Browser } from "./browser.ts";
import { layGround } from "./ground.ts";
import { openHouse } from "./house.ts";

/** A session of 2,000 tracks in folders of twenty-five, as long as any house keeps one. */
export function longSession(many = 2000): Session {
  const names = [
    "Tenor pan near",
    "Double second far",
    "Kick",
    "Snare top",
    "Shanty tenor",
    "Violin 1",
    "Room left",
    "Lead vocal",
  ];
  const tracks = Array.from({ length: Math.ceil(many / 25) }, (_, f) => [
    blankTrack(`f${f}`, `Group ${f + 1}`, { kind: "folder", format: "stereo", feeds: "main" }),
    ...Array.from({ length: 24 }, (_, i) =>
      blankTrack(`t${f}-${i}`, `${names[(f + i) % names.length] ?? ""} ${f * 24 + i + 1}`, {
        parent: `f${f}`,
        feeds: `f${f}`,
        source: "mic",
        input: ((f * 24 + i) % 1024) + 1,
        sends: [0, 1, 2].map((n) => ({ id: `s${n}`, to: `fx${n}`, level: -12, beforeFader: n === 2 })),
      }),
    ),
  ]).flat();
  return {
    ...emptySession("Long"),
    tracks: [
      ...tracks,
      ...[0, 1, 2].map((n) =>
        blankTrack(`fx${n}`, `Plate ${n + 1}`, { kind: "return", format: "stereo", feeds: "main" }),
      ),
      blankTrack("main", "Main", { kind: "main", format: "stereo", role: "main" }),
    ],
  };
}

/** A session of an hour with 5,000 items on a hundred tracks, markers and tempos. */
function fullSession(many = 5000): Session {
  const holds = {
    kind: "sound",
    hash: null,
    file: "Drip.wav",
    seconds: 40,
    rate: 48_000,
    channels: 1,
  } as const;
  const on = many / 100;
  return {
    ...emptySession("Full"),
    lanes: ["markers", "tempo", "meter"],
    markers: Array.from({ length: 500 }, (_, n) =>
      blankMarker(`k${n}`, `${n + 1}_Drip`, n * 7, { length: n % 3 === 0 ? 4 : null }),
    ),
    tempos: Array.from({ length: 200 }, (_, n) => ({
      id: `p${n}`,
      at: 30 * (n + 1),
      bpm: 90 + (n % 40),
      by: n % 2 === 0 ? "ramp" : "step",
    })),
    tracks: Array.from({ length: 100 }, (_, t) =>
      blankTrack(`t${t}`, `Track ${t + 1}`, {
        items: Array.from({ length: on }, (__, n) =>
          blankItem(`m${n}`, `Drip ${t + 1}.${n + 1}`, holds, {
            at: (n * 3600) / on + t,
            length: 50,
            loops: true,
            fadeIn: { length: 2, shape: "s-curve" },
            fadeOut: { length: 3, shape: "equal-power" },
            points: [
              { at: 5, level: 0 },
              { at: 9, level: -12 },
            ],
          }),
        ),
      }),
    ),
  };
}

/** Stores a template in the house the browser is signed in to. @returns its address */
export async function storeTemplate(b: Browser, name: string, session: Session): Promise<string> {
  const answer = await b.driver.executeAsyncScript<{ id?: string; detail?: string }>(
    "const done = arguments[2]; fetch('/api/library', { method: 'POST', headers: { " +
      "'Content-Type': 'application/json' }, body: JSON.stringify({ name: arguments[0], " +
      "shelf: 'Long', session: arguments[1] }) }).then((r) => r.json()).then(done)",
    name,
    session,
  );
  if (answer.id === undefined) throw new Error(answer.detail ?? "the template was not stored");
  return `/library/${answer.id}`;
}

/**
 * Longest task of the page's thread, and the time from each key to the next painting, in milliseconds,
 * since the log was read last.
 */
function lookThrough(events: readonly TraceEvent[]): { longest: number; keyToPaint: number[] } {
  // The page's thread is the one that lays out and paints.
  const main = new Set(
    events
      .filter((e) => e.name === "Paint" || e.name === "Layout" || e.name === "UpdateLayoutTree")
      .map((e) => `${e.pid} ${e.tid}`),
  );
  const mine = events.filter((e) => main.has(`${e.pid} ${e.tid}`));
  const tasks = mine
    .filter((e) => e.name === "RunTask" || e.name === "ThreadControllerImpl::RunTask")
    .map((e) => (e.dur ?? 0) / 1000);
  const paints = mine
    .filter((e) => e.name === "Paint" || e.name === "Commit")
    .map((e) => e.ts + (e.dur ?? 0))
    .sort((x, y) => x - y);
  const keys = mine.filter((e) => e.name === "EventDispatch" && e.args?.data?.type === "keydown");
  return {
    longest: Math.max(0, ...tasks),
    keyToPaint: keys.flatMap((k) => {
      const paint = paints.find((p) => p > k.ts + (k.dur ?? 0));
      return paint === undefined ? [] : [(paint - k.ts) / 1000];
    }),
  };
}
interface TraceEvent {
  readonly name: string;
  readonly ts: number;
  readonly dur?: number;
  readonly pid: number;
  readonly tid: number;
  readonly args?: { readonly data?: { readonly type?: string } };
}

async function traced(b: Browser): Promise<TraceEvent[]> {
  const entries = await b.driver.manage().logs().get("performance");
  return entries.flatMap((e) => {
    const { message } = JSON.parse(e.message) as { message: { method: string; params: TraceEvent } };
    return message.method === "Tracing.dataCollected" ? [message.params] : [];
  });
}

/**
 * ChromeDriver stops tracing when it hands out a log and starts again when it has nothing to hand out: an
 * empty answer is the start.
 */
async function fromHere(b: Browser): Promise<void> {
  for (let n = 0; n < 10; n++) if ((await traced(b)).length === 0) return;
  throw new Error("the performance log does not come to an end");
}

/** Where nothing was measured nothing is claimed. */
const middle = (list: number[]): string =>
  list.length === 0
    ? "not measured (the log was empty), ?"
    : (list.toSorted((x, y) => x - y)[Math.floor(list.length / 2)] ?? 0).toFixed(0);

// As a programme of its own it measures; the tests take the long sessions from here.
if (process.argv[1]?.includes("e2e-smooth")) {
  const { ground, clear } = await layGround();
  const house = await openHouse(ground);
  const b = await Browser.open(house.base, 1280, 800, true);
  try {
    await b.signIn("Marram Vale");
    const address = await storeTemplate(b, "Two thousand", longSession());
    await b.go(address);
    await b.see("//div[@role='treegrid']", 60_000);
    await b.driver.sleep(4000);
    await fromHere(b);
    await b.driver.executeAsyncScript(
      "const done = arguments[0]; const box = document.querySelector('[role=treegrid]'); let " +
        "n = 0; const step = () => { box.scrollTop += 400; if (++n < 150) " +
        "requestAnimationFrame(step); else done(); }; step();",
    );
    const scrolling = lookThrough(await traced(b));
    console.log(
      "scrolling 2,000 tracks: longest task " +
        `${scrolling.longest === 0 ? "not measured (the log was empty), ?" : scrolling.longest.toFixed(0)} ms`,
    );
    await b.driver.executeScript("document.querySelector('[role=treegrid]').scrollTop = 0");
    await b.click("//span[.='Group 1']");
    const walked: number[] = [],
      edited: number[] = [];
    for (let n = 0; n < 15; n++) {
      await fromHere(b);
      await b.press(Key.ARROW_DOWN);
      await b.driver.sleep(250);
      walked.push(...lookThrough(await traced(b)).keyToPaint);
    }
    for (let n = 0; n < 10; n++) {
      await b.press(Key.ENTER);
      await b.press(`x${n}`);
      await fromHere(b);
      await b.press(Key.ENTER);
      await b.driver.sleep(700);
      // Keys of the typing before may still be in it: the last one set the name.
      edited.push(...lookThrough(await traced(b)).keyToPaint.slice(-1));
      await b.press(Key.ARROW_DOWN);
    }
    console.log(`walking the sheet by key: ${middle(walked)} ms from key to paint (${walked.length} keys)`);
    console.log(`one edit, typed name to paint: ${middle(edited)} ms (${edited.length} edits)`);
    await b.go(`${await storeTemplate(b, "Five thousand", fullSession())}/time`);
    await b.see("//canvas", 60_000);
    await b.driver.sleep(4000);
    const drawn = async (what: string, script: string): Promise<void> => {
      // The browser itself tells tasks of more than 50 ms.
      const { over, frames } = await b.driver.executeAsyncScript<{ over: number[]; frames: number[] }>(
        "const done = arguments[0]; const box = document.querySelector('canvas').parentElement.parentElement; " +
          "const [over, frames] = [[], []]; const watch = new PerformanceObserver((list) => " +
          "over.push(...list.getEntries().map((e) => e.duration))); watch.observe({ entryTypes: ['longtask'] }); " +
          "let [n, last] = [0, performance.now()]; const step = () => { const now = performance.now(); " +
          `frames.push(now - last); last = now; ${script}; if (++n < 150) requestAnimationFrame(step); ` +
          "else setTimeout(() => done({ over, frames }), 500); }; requestAnimationFrame(step);",
      );
      console.log(
        `5,000 items in time, ${what}: ${over.length} tasks of more than 50 ms (aim 0), frames of ` +
          `${middle(frames)} ms, at most ${Math.max(...frames).toFixed(0)}`,
      );
    };
    await drawn("all of it in sight, scrolled down", "box.scrollTop += 30");
    for (let n = 0; n < 5; n++) await b.press("+");
    await b.driver.sleep(500);
    await drawn("closer, scrolled along", "box.scrollLeft += 150");
  } finally {
    await b.close();
    await house.close();
    await clear();
  }
}
