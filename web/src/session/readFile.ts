import type { ForeignSession } from "@mossy/core/formats/foreignSession";
import type { House } from "@mossy/core/house/house";
import { inWorker } from "./inWorker.ts";
import type { ReadTask } from "./read.worker.ts";

/** Reads a file to start a template from, beside the page. @throws FileProblem where it cannot be read */
export const readFile = (house: House, file: File): Promise<ForeignSession> =>
  inWorker<ReadTask, ForeignSession>(
    new Worker(new URL("./read.worker.ts", import.meta.url), { type: "module" }),
    { house, name: file.name, file },
    file.name,
  );
