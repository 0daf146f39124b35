import { availableParallelism } from "node:os";
import { Piscina } from "piscina";
import { HouseProblem } from "../problems.ts";
import { nothingChanged } from "../trouble.ts";
import { FairTurns } from "./fairTurns.ts";
import type { Said } from "./said.ts";

/**
 * Something that takes long. It is known by its name on both sides of a thread, so what goes in and comes
 * out is plain data.
 */
export interface Job<Bench, I, O> {
  readonly name: string;
  /** @param bench what it is worked out with */
  work(bench: Bench, input: I): Promise<O>;
}
export const job = <Bench, I, O>(
  name: string,
  work: (bench: Bench, input: I) => Promise<O>,
): Job<Bench, I, O> => ({ name, work });

/** For whom something is worked out, and what of, for whoever is told that it was cut off. */
export interface Ticket {
  readonly who: string;
  /** "“Spring tide.dawproject”", "the impact of the draft". */
  readonly what: string;
  /** Milliseconds it may take beyond the usual, where there is very much to read. */
  readonly more?: number;
}

/** Works out what takes long, beside the thread that answers everybody. */
export interface Crew {
  /**
   * @throws HouseProblem what the job throws; 422 where it was cut off, 503 where too much waits
   */
  run<I, O>(job: Job<never, I, O>, input: I, ticket: Ticket): Promise<O>;
  /** How many jobs are worked on, and how many wait. */
  readonly busy: number;
  readonly waiting: number;
  close(): Promise<void>;
}

/** What one job may take. */
export interface Limits {
  /** In milliseconds. */
  readonly time: number;
  /** In MB. */
  readonly memory: number;
}
const LIMITS: Limits = { time: 60_000, memory: 1024 };
const MOST_WAITING = 60;

const tooMany = (): HouseProblem =>
  new HouseProblem(
    503,
    "Very busy",
    "Very many files are being read and checked right now. Nothing was changed; try again in a few seconds.",
    null,
    3,
  );

/** What a thread is given. */
export interface ThreadParts {
  readonly url: string;
  /** The folder of the store of files. */
  readonly files: string;
  /** Whether it does what is asked most before anybody asks (`rehearse.ts`). */
  readonly rehearses: boolean;
}
/** So many threads stay, whether they have anything to do or not, where they rehearse. */
const READY = 2;

/**
 * A pool of threads, each with connections of its own to the database.
 * @param file the bundled `worker.ts`
 */
export function threads(
  file: string,
  parts: ThreadParts,
  limits: Limits = LIMITS,
  many = Math.max(3, availableParallelism()),
): Crew {
  const pool = new Piscina({
    filename: file,
    minThreads: parts.rehearses ? Math.min(READY, many) : 1,
    maxThreads: many,
    idleTimeout: 60_000,
    workerData: parts,
    resourceLimits: { maxOldGenerationSizeMb: limits.memory },
  });
  // What a thread does not survive is told to whoever asked for it.
  pool.on("error", () => undefined);
  const turns = new FairTurns(many, MOST_WAITING, tooMany);
  return {
    run: <I, O>({ name }: Job<never, I, O>, input: I, ticket: Ticket): Promise<O> =>
      turns.take(ticket.who, async () => {
        const allowed = { ...limits, time: Math.ceil(limits.time + (ticket.more ?? 0)) };
        const late = AbortSignal.timeout(allowed.time);
        const said = (await pool
          .run({ name, input }, { signal: late })
          .catch((e: unknown) => cutOff(e, ticket.what, allowed, late.aborted))) as Said<O>;
        return answerOf(said);
      }),
    get busy() {
      return turns.busy;
    },
    get waiting() {
      return turns.waiting;
    },
    close: () => pool.destroy(),
  };
}

/** The same on this thread, for tests that ask for nothing heavy. */
export const inPlace = (bench: unknown): Crew => ({
  run: ({ work }, input) => work(bench as never, input),
  busy: 0,
  waiting: 0,
  close: () => Promise.resolve(),
});

function answerOf<T>(said: Said<T>): T {
  if ("answer" in said) return said.answer;
  if ("problem" in said) {
    const { status, title, detail, where, retryAfter } = said.problem;
    throw new HouseProblem(status, title, detail, where, retryAfter);
  }
  return nothingChanged(Object.assign(new Error(said.error.message), said.error));
}

/** What is told where a thread had to be ended. */
function cutOff(error: unknown, what: string, limits: Limits, late: boolean): never {
  const memory = error instanceof Error && Reflect.get(error, "code") === "ERR_WORKER_OUT_OF_MEMORY";
  if (!late && !memory) return nothingChanged(error);
  const why = late
    ? `took longer than ${Math.round(limits.time / 100) / 10} seconds`
    : `needed more than ${limits.memory} MB of memory`;
  throw new HouseProblem(
    422,
    "Cut off",
    `Working on ${what} ${why}, so it was ended. Nothing was stored. Send a smaller file, or tell whoever ` +
      "runs the house.",
  );
}
