import { Worker } from "node:worker_threads";
import { bundle } from "../../../scripts/bundle.mjs";
import type { Times } from "./road.ts";

/** A road in a thread of its own, so that what a season reckons between its questions holds up no answer. */
export interface RoadAside {
  readonly base: string;
  times(): Promise<Times>;
  close(): Promise<void>;
}

/** @param servers addresses of all servers of the house */
export async function roadAside(servers: readonly string[]): Promise<RoadAside> {
  const thread = new Worker(await bundle("season/src/doors/roadThread.ts"), { workerData: servers });
  const said = <T>(): Promise<T> =>
    new Promise((heard, failed) => {
      thread.once("message", heard);
      thread.once("error", failed);
    });
  const base = await said<string>();
  return {
    base,
    times: () => {
      const times = said<Times>();
      thread.postMessage("times");
      return times;
    },
    close: async () => {
      await thread.terminate();
    },
  };
}
