import { blankArticulation, blankLibrary, blankPatch } from "@mossy/core/instruments/library";
import type { SampleLibrary } from "@mossy/core/instruments/library";
import { layGround } from "./ground.ts";
import { openHouse } from "./house.ts";

/** Patches of a library, and articulations of a patch: 20,000 articulations in four libraries. */
const [LIBRARIES, PATCHES, WAYS] = [4, 250, 20];
/** As somebody types it, a question a letter. */
const QUESTION = "muted tremolo of violas";
const PLAYERS = ["viola", "violin", "cello", "french-horn", "flute", "oboe", "trumpet"];
const WORDS = ["sustain", "tremolo", "muted", "pizzicato", "staccato", "trill", "flutter-tongue"];
const TURNS = 3;

const large = (n: number): SampleLibrary => ({
  ...blankLibrary(`Large ${n}`),
  patches: Array.from({ length: PATCHES }, (_, p) => ({
    ...blankPatch(`p${p}`, `Patch ${p}`),
    role: PLAYERS[p % PLAYERS.length] ?? null,
    articulations: Array.from({ length: WAYS }, (__, a) => ({
      ...blankArticulation(`p${p}a${a}`, `Way ${a}`),
      words: [WORDS[a % WORDS.length] ?? "", WORDS[(a + 3) % WORDS.length] ?? ""],
    })),
  })),
});
const middle = (list: readonly number[]): number =>
  list.toSorted((x, y) => x - y)[Math.floor(list.length / 2)] ?? Number.NaN;

// How long the catalogue of instruments takes to answer while somebody types, large against the demo's.
const { ground, clear } = await layGround();
const house = await openHouse(ground);
try {
  let cookie = "";
  const ask = async (path: string, body?: unknown): Promise<number> => {
    const start = performance.now();
    const answer = await fetch(`${house.base}/api${path}`, {
      ...(body === undefined ? {} : { method: "POST", body: JSON.stringify(body) }),
      headers: { cookie, "content-type": "application/json" },
    });
    await answer.text();
    if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
    cookie = answer.headers.get("set-cookie")?.split(";")[0] ?? cookie;
    return performance.now() - start;
  };
  await ask("/sign-in", { name: "marram", password: "tide-table" });
  const typed = async (): Promise<number[]> => {
    const took: number[] = [];
    for (let turn = 0; turn <= TURNS; turn++)
      for (let n = 1; n <= QUESTION.length; n++) {
        const one = await ask(
          `/instruments/articulations?find=${encodeURIComponent(QUESTION.slice(0, n))}`,
        );
        if (turn > 0) took.push(one);
      }
    return took;
  };
  const few = middle(await typed());
  for (let n = 0; n < LIBRARIES; n++) await ask("/instruments", { library: large(n) });
  const many = await typed();
  const ratio = middle(many) / few;
  console.log(
    `${(LIBRARIES * PATCHES * WAYS).toLocaleString("en")} articulations searched as one types: ` +
      `${middle(many).toFixed(0)} ms a letter, at most ${Math.max(...many).toFixed(0)}; ` +
      `${ratio.toFixed(1)} × those of the demo (${few.toFixed(0)} ms; aim ≤ 10)${ratio > 10 ? "  MISSED" : ""}`,
  );
} finally {
  await house.close();
  await clear();
}
