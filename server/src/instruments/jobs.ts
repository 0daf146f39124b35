import { lookedFor } from "@mossy/core/instruments/find";
import { job } from "../crew/crew.ts";
import type { Bench } from "../house/bench.ts";
import { findArticulations } from "./found.ts";

/** Looks for articulations as a question in the house's words asks for them. */
export const findJob = job(
  "find-articulations",
  async ({ pool, styles }: Bench, { find, from }: { find: string; from: number }) => {
    const { style } = await styles.current(pool);
    return findArticulations(pool, lookedFor(style.reader, find), from);
  },
);

export const instrumentJobs = [findJob];
