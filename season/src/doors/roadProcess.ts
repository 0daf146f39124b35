import { openRoad } from "./road.ts";

// The road in a process of its own: servers stand in its arguments; it says where it is, and how long answers took.
const road = await openRoad(process.argv.slice(2));
process.on("message", () => process.send?.([...road.times]));
process.on("disconnect", () => process.exit(0));
process.send?.(road.base);
