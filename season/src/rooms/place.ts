import { NO_LIMITS } from "@mossy/core/fit/limits";
import type { Limits } from "@mossy/core/fit/limits";
import { blankInput, blankRoom } from "@mossy/core/fit/room";
import type { Room, RoomInput } from "@mossy/core/fit/room";
import { oneOf } from "../spelling/rolls.ts";
import { OWN } from "./station.ts";
import type { Station } from "./station.ts";

/** How many inputs rooms have, most of them enough. Invented. */
const INPUTS = [8, 12, 16, 24, 32, 32, 40, 48, 64, 96, 128];

const inputs = (many: number, roll: () => number): RoomInput[] => {
  const [fed, lines, direct] = [0.5 + 0.5 * roll(), 0.3 * roll(), 0.2 * roll()];
  return Array.from({ length: many }, (_, i) => {
    const takes: RoomInput["takes"] =
      roll() < lines ? ["line", "di"] : roll() < direct ? ["di"] : ["mic", "line", "di"];
    return blankInput(i + 1, {
      label: takes.includes("mic") ? "Mic preamp" : "Line",
      takes,
      phantom: takes.includes("mic") && roll() < fed,
    });
  });
};

/** A room as chance has it, now and then with another way to wire it. @param roll 0…1 */
export function anyPlace(name: string, software: string | null, roll: () => number): Room {
  const own = inputs(oneOf(INPUTS, roll), roll);
  const outputs = Array.from({ length: 8 }, (_, i) => ({
    number: i + 1,
    label: `Headphones ${i + 1}`,
    serves: "headphones" as const,
  }));
  const other = { id: "small", name: "Small", says: "", inputs: own.slice(0, 8), outputs, standing: [] };
  return blankRoom(name, {
    inputs: own,
    outputs,
    setUps: roll() < 0.3 ? [other] : [],
    widest: roll() < 0.9 ? "stereo" : "5.1",
    software,
  });
}

/** What the software of a station can do, as a lead would write it down; null where that changes nothing. */
export function limitsOfStation({ most, colours, folders, numbers }: Station): Limits | null {
  if (numbers || colours === "none") return null;
  if (most === null && colours === "kept" && folders) return null;
  return {
    ...NO_LIMITS,
    longestName: most,
    palette: colours === "own" ? [...OWN] : [],
    nesting: folders ? null : 0,
  };
}
