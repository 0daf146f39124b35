import { job } from "../crew/crew.ts";
import type { Bench } from "../house/bench.ts";
import { writeOut } from "../written.ts";
import { deviceMatrix } from "./equipment.ts";

export const deviceMatrixJob = job("device-matrix", async (bench: Bench) =>
  writeOut("deviceMatrix", await deviceMatrix(bench)),
);

export const roomJobs = [deviceMatrixJob];
