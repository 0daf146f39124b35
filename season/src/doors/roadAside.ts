import { fork } from "node:child_process";
import { once } from "node:events";
import { bundle } from "../../../scripts/bundle.mjs";
import type { Times } from "./road.ts";

/** A road in a process of its own, so that what a season reckons between its questions holds up no answer. */
export interface RoadAside {
  readonly base: string;
  times(): Promise<Times>;
  close(): Promise<void>;
}

/** @param servers addresses of all servers of the house */
export async function roadAside(servers: readonly string[]): Promise<RoadAside> {
  const road = fork(await bundle("season/src/doors/roadProcess.ts"), servers);
  const [base] = (await once(road, "message")) as [string];
  return {
    base,
    times: async () => {
      road.send("times");
      const [times] = (await once(road, "message")) as [[string, number[]][]];
      return new Map(times);
    },
    close: async () => {
      road.disconnect();
      await once(road, "exit");
    },
  };
}
