import type { Asked, MachineAsked } from "@mossy/core/instruments/machines/machineFile";
import type { Held, MachineReport } from "@mossy/core/instruments/machines/machineReport";
import { secondsInWords } from "@mossy/core/instruments/machines/words";
import { plural } from "@mossy/core/session/plural";
import type { HouseClient } from "./house.ts";
import { readPackage } from "./package.ts";

/** What a stand-in machine is like; null: as its room says. */
export interface Made {
  /** MB it holds, and MB a second at which it loads. */
  readonly memory: number | null;
  readonly speed: number | null;
  /** So many of its patches are not as they were asked. */
  readonly wrong: number;
}

/** A machine with all it holds. */
interface Machine {
  readonly memory: number;
  readonly holds: readonly (Held & { readonly size: number })[];
}

/** What can go wrong on a machine nobody looks at: an older issue, another channel, nothing loaded. */
const WRONG: readonly ((t: Held) => Held)[] = [
  (t) => ({ ...t, loaded: false }),
  (t) => ({ ...t, issue: t.issue === "0.9" ? "0.8" : "0.9" }),
  (t) => ({ ...t, channel: t.channel === null ? 1 : (t.channel % 16) + 1 }),
];

const heldFor = ({ track, library, patch, instance, port, output, channel }: Asked): Held => ({
  track,
  library: library.id,
  issue: library.issue,
  patch: patch.id,
  instance,
  port,
  output,
  channel,
  loaded: false,
});

/**
 * A machine as it starts up: patch after patch of what is always loaded, as far as its memory goes; what is on demand
 * or off is there and not loaded.
 * @returns each time it has loaded one, with the seconds that took
 */
export function* startUp(
  { tracks, ...asked }: MachineAsked,
  made: Made,
): Generator<{ machine: Machine; seconds: number }> {
  const memory = made.memory ?? asked.memory;
  const speed = made.speed ?? asked.speed;
  const holds = tracks.map((t) => ({ ...heldFor(t), size: t.memory ?? 0 }));
  let taken = 0;
  for (const [n, t] of tracks.entries()) {
    const has = holds[n];
    if (!has || t.loading !== "always" || taken + has.size > memory) continue;
    taken += has.size;
    const drifted = n < made.wrong ? WRONG[n % WRONG.length] : undefined;
    holds[n] = { ...has, loaded: true, ...drifted?.({ ...has, loaded: true }) };
    yield { machine: { memory, holds: [...holds] }, seconds: speed > 0 ? has.size / speed : 0 };
  }
  yield { machine: { memory, holds }, seconds: 0 };
}

/** What a machine tells the house. */
export const reportOf = ({ memory, holds }: Machine, session: string): MachineReport => ({
  session,
  memory,
  taken: holds.reduce((sum, h) => sum + (h.loaded ? h.size : 0), 0),
  holds: holds.map(({ size: _size, ...h }) => h),
});

/** A stand-in machine in a room, and how long it takes over anything. */
export interface MachineHere {
  readonly house: HouseClient;
  readonly name: string;
  readonly made: Made;
  /** Milliseconds for all of a session. */
  readonly pace: number;
  readonly say: (line: string) => void;
}
/** It tells the house so often while it loads. */
const TELLS = 4;

/** Loads what a session asks of a machine, and tells the house what it holds: now and then, and when it is done. */
export async function loadFor(
  { house, name, made, pace, say }: MachineHere,
  session: string,
): Promise<void> {
  const { machines, session: own } = await readPackage(await house.fetchPackage(session));
  const asked = machines?.machines.find((m) => m.name === name);
  if (!asked) {
    await house.report(`${name}: nothing of “${own.title}” is on it`.slice(0, 200));
    say(`station: nothing of “${own.title}” is on ${name}`);
    return;
  }
  const steps = [...startUp(asked, made)];
  const whole = steps.reduce((sum, s) => sum + s.seconds, 0);
  let [seconds, told] = [0, 0];
  for (const [n, step] of steps.entries()) {
    seconds += step.seconds;
    const last = n === steps.length - 1;
    if (pace > 0 && whole > 0) await sleep((step.seconds / whole) * pace);
    if (!last && n < ((told + 1) * steps.length) / TELLS) continue;
    told += 1;
    await house.report(
      `${last ? "loaded" : "loads"} “${own.title}” on ${name}`.slice(0, 200),
      reportOf(step.machine, session),
    );
  }
  const { holds = [] } = steps.at(-1)?.machine ?? {};
  const loaded = holds.filter((h) => h.loaded).length;
  say(
    `station: ${name} loaded ${loaded} of ${plural(holds.length, "track")} of “${own.title}” in ` +
      secondsInWords(seconds),
  );
}

const sleep = (ms: number): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, ms);
  });
