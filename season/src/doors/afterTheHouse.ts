import { execFileSync } from "node:child_process";

/**
 * Lets this process work when nobody else does: rooms have machines of their own, so what they reckon must not hold the
 * house up where all run on one. What it begins afterwards is as usual. Elsewhere than on Linux nothing happens.
 */
export function afterTheHouse(): void {
  if (process.platform !== "linux") return;
  execFileSync("chrt", ["--all-tasks", "--idle", "--reset-on-fork", "--pid", "0", String(process.pid)]);
}
