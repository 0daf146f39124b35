import { plural } from "../../session/plural.ts";
import type { Lacking, MachineUse } from "./seating.ts";

/** "820 MB", "48.2 GB". @param mb MB */
export const megabytesInWords = (mb: number): string =>
  mb < 10_000 ? `${Math.round(mb)} MB` : `${(mb / 1000).toFixed(1)} GB`;

/** "9 s", "1 min 36 s"; always up to the whole second. */
export function secondsInWords(seconds: number): string {
  const whole = Math.ceil(seconds - 1e-6);
  if (whole < 60) return `${whole} s`;
  const rest = whole % 60;
  return `${Math.floor(whole / 60)} min${rest === 0 ? "" : ` ${rest} s`}`;
}

/** "62 tracks in 3 instances, 48.2 GB of 64.0 GB, loaded after 1 min 36 s, 4 on demand or off". */
export function useInWords({ machine, instances, starts, later, memory, seconds }: MachineUse): string {
  if (starts.length + later.length === 0) return "nothing";
  return (
    `${plural(starts.length + later.length, "track")} in ${plural(instances, "instance")}, ` +
    `${megabytesInWords(memory)} of ${megabytesInWords(machine.memory)}, loaded after ${secondsInWords(seconds)}` +
    (later.length === 0 ? "" : `, ${later.length} on demand or off`)
  );
}

const SHORT: Readonly<Record<Lacking["of"], string>> = {
  ports: "has no seat: the machines have no port left",
  outputs: "has no seat: the machines have no output left",
  memory: "is off: no machine has the memory left",
};
export const lackingInWords = ({ of }: Lacking): string => SHORT[of];

/** "Vln 1, Vln 2, Vla and 9 more". */
export const someOf = (names: readonly string[], shown = 3): string =>
  names.length <= shown + 1
    ? names.join(", ")
    : `${names.slice(0, shown).join(", ")} and ${names.length - shown} more`;
