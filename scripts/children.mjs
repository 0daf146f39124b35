// The programs our commands run: none outlives the command that began it.
import { spawn } from "node:child_process";
import { once } from "node:events";

const running = new Set();
let ending = false;

const sleep = (ms) =>
  new Promise((resolve) => {
    setTimeout(resolve, ms);
  });
const hasEnded = (child) => child.exitCode !== null || child.signalCode !== null;

/**
 * Begins a program in a group of its own: Ctrl-C is ours to pass on.
 * @returns its process
 */
export function begin(command, args, options = {}) {
  if (ending) throw new Error("Interrupted.");
  const child = spawn(command, args, { ...options, detached: true });
  running.add(child);
  child.once("exit", () => running.delete(child));
  child.once("error", () => running.delete(child));
  return child;
}

/**
 * Runs a program to its end. @returns what it wrote to its standard output, where that is a pipe
 * @throws Error with what it wrote to its standard error
 */
export async function run(command, args, options = {}) {
  const child = begin(command, args, { stdio: ["ignore", "ignore", "inherit"], ...options });
  let [out, err] = ["", ""];
  child.stdout?.setEncoding("utf8").on("data", (text) => (out += text));
  child.stderr?.setEncoding("utf8").on("data", (text) => (err = (err + text).slice(-4000)));
  const [code, signal] = await once(child, "close");
  if (code === 0) return out;
  const how = signal ? `was ended by ${signal}` : `ended with ${code}`;
  throw new Error(`“${command} ${args.join(" ")}” ${how}.${err ? `\n${err.trimEnd()}` : ""}`);
}

function signalGroup(child, signal) {
  try {
    process.kill(-child.pid, signal);
  } catch {
    // It is gone already.
  }
}

/** Ends a program and what it runs itself; kills it when it has not ended by then. @param within milliseconds */
export async function end(child, within) {
  if (hasEnded(child) || child.pid === undefined) return;
  const gone = once(child, "exit");
  // The program alone decides how it ends; what it runs itself goes with it.
  child.kill("SIGTERM");
  const late = setTimeout(() => signalGroup(child, "SIGKILL"), within);
  await gone;
  clearTimeout(late);
  signalGroup(child, "SIGKILL");
}

/** Ends every program that runs; none is begun any more. */
export async function endAll(within) {
  ending = true;
  await Promise.all([...running].map((child) => end(child, within)));
}

const SIGNALS = ["SIGINT", "SIGTERM", "SIGHUP"];
/**
 * Ends what runs, and then this command, when it is told to end. @param stop what else there is to do first
 * @returns a function that leaves signals alone again
 */
export function endOnSignals(stop = () => endAll(5000)) {
  const told = () => void stop().finally(() => process.exit(130));
  for (const signal of SIGNALS) process.on(signal, told);
  return () => {
    for (const signal of SIGNALS) process.off(signal, told);
  };
}

/**
 * Keeps something running: begun again when it ends, after pauses that grow while it does not stay.
 * @param {string} what what it is called, for whoever reads
 * @param {() => Promise<{ ended: Promise<string> }>} begun begins it; `ended` says how it ended. What it
 *   throws the first time is thrown, later it counts as an end
 * @param {{ first?: number, longest?: number, steady?: number, says?: (line: string) => void }} pauses in
 *   milliseconds: the first and the longest pause, and after how long it counts as steady
 */
export async function keep(
  what,
  begun,
  { first = 500, longest = 30_000, steady = 60_000, says = console.error } = {},
) {
  let pause = first;
  let now = await begun();
  void (async () => {
    for (let since = Date.now(); ; since = Date.now()) {
      let why = await now.ended;
      for (;;) {
        if (ending) return;
        if (Date.now() - since > steady) pause = first;
        says(`${what} ended (${why}). Beginning it again in ${pause / 1000} s.`);
        await sleep(pause);
        pause = Math.min(longest, pause * 2);
        if (ending) return;
        try {
          now = await begun();
          break;
        } catch (e) {
          why = e instanceof Error ? e.message : String(e);
          since = Date.now();
        }
      }
    }
  })();
}

/** How a child of ours ended, once it did. */
export const endOf = (child) =>
  new Promise((resolve) => {
    child.once("error", (e) => resolve(e.message));
    child.once("exit", (code, signal) => resolve(signal ?? `code ${code}`));
  });
