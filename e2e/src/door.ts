import { layGround } from "./ground.ts";
import { openHouse } from "./house.ts";

const MANY = 80;

/** Milliseconds until an answer is read whole. */
async function taken(url: string, init: RequestInit = {}): Promise<number> {
  const start = performance.now();
  await (await fetch(url, init)).text();
  return performance.now() - start;
}
const middle = (list: readonly number[]): number =>
  list.toSorted((x, y) => x - y)[Math.floor(list.length / 2)] ?? Number.NaN;

// How long the start page waits while many sign in at once, against how long one sign-in takes alone.
const { ground, clear } = await layGround();
const house = await openHouse(ground);
const signIn = (name: string): Promise<number> =>
  taken(`${house.base}/api/sign-in`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ name, password: "no such password" }),
  });
try {
  const page = (): Promise<number> => taken(`${house.base}/sign-in`);
  const idle: number[] = [];
  for (let n = 0; n < 30; n++) idle.push(await page());
  const alone = await signIn("nobody-alone");
  let going = true;
  const crowd = Promise.all(Array.from({ length: MANY }, (_, n) => signIn(`nobody-${n}`))).finally(() => {
    going = false;
  });
  const waited: number[] = [];
  while (going) waited.push(await page());
  await crowd;
  const longest = Math.max(...waited);
  console.log(
    `the start page while ${MANY} sign in at once: ${middle(waited).toFixed(0)} ms, at most ${longest.toFixed(0)} ` +
      `(${middle(idle).toFixed(0)} idle); ${(longest / alone).toFixed(1)} × one sign-in ` +
      `(${alone.toFixed(0)} ms; aim ≤ 4)`,
  );
} finally {
  await house.close();
  await clear();
}
