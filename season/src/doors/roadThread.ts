import { parentPort, workerData } from "node:worker_threads";
import { openRoad } from "./road.ts";

const road = await openRoad(workerData as string[]);
parentPort?.on("message", () => parentPort?.postMessage(road.times));
parentPort?.postMessage(road.base);
