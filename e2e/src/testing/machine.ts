import { HouseClient } from "@mossy/station/house";
import { loadFor } from "@mossy/station/machine";
import type { Browser } from "../browser.ts";
import { apiOf } from "./api.ts";

/** A sample machine of a room loads the session that is open in the browser; three of its patches are not as asked. */
export async function driftedMachine(b: Browser, room: string, machine: string): Promise<void> {
  const open = new URL(await b.driver.getCurrentUrl());
  const made = { name: `${machine}, samples`, machine };
  const { token } = await apiOf(b)<{ token: string }>("POST", `/rooms/${room}/stations`, made);
  const house = new HouseClient(open.origin, token);
  const drifted = { memory: null, speed: null, wrong: 3 };
  await loadFor(
    { house, name: machine, made: drifted, pace: 0, say: () => undefined },
    open.pathname.split("/").at(-1) ?? "",
  );
}
