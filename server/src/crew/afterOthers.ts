import { setPriority } from "node:os";

/** Whoever only reads goes before what a thread of the crew works out, and before what it needs to begin. */
const AFTER_OTHERS = 10;
// Of this thread alone, on Linux.
if (process.platform === "linux") setPriority(AFTER_OTHERS);
