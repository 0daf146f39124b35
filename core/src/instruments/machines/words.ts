import type { SampleMachine } from "../../fit/room.ts";
import { plural } from "../../session/plural.ts";
import type { Lacking, MachineUse } from "./seating.ts";

/** "820 MB", "64 GB", "48.2 GB". @param mb MB */
export const megabytesInWords = (mb: number): string =>
  mb < 10_000 ? `${Math.round(mb)} MB` : `${(mb / 1000).toFixed(1).replace(/\.0$/, "")} GB`;

/** "9 s", "1 min 36 s"; always up to the whole second. */
export function secondsInWords(seconds: number): string {
  const whole = Math.ceil(seconds - 1e-6);
  if (whole < 60) return `${whole} s`;
  const rest = whole % 60;
  return `${Math.floor(whole / 60)} min${rest === 0 ? "" : ` ${rest} s`}`;
}

/** "64 GB at 400 MB/s, 8 instances with 4 ports and 16 outputs each". */
export const machineInWords = ({ memory, speed, instances, ports, outputs }: SampleMachine): string =>
  `${megabytesInWords(memory)} at ${speed} MB/s, ${plural(instances, "instance")} with ` +
  `${plural(ports, "port")} and ${plural(outputs, "output")}${instances === 1 ? "" : " each"}`;

/** "62 tracks in 3 instances, 48.2 GB of 64 GB, loaded after 1 min 36 s, 4 on demand or off". */
export function heldInWords({ machine, instances, starts, later, memory, seconds }: MachineUse): string {
  if (starts.length + later.length === 0) return "nothing";
  return (
    `${plural(starts.length + later.length, "track")} in ${plural(instances, "instance")}, ` +
    `${megabytesInWords(memory)} of ${megabytesInWords(machine.memory)}, loaded after ${secondsInWords(seconds)}` +
    (later.length === 0 ? "" : `, ${later.length} on demand or off`)
  );
}

/** What there was not enough of, ahead of the tracks it lacks to. */
export const LACKING: Readonly<Record<Lacking["of"], string>> = {
  ports: "without a seat, as no port is left",
  outputs: "without a seat, as no output is left",
  memory: "off, as no machine has the memory left",
};

/** "Vln 1, Vln 2, Vla and 9 more". */
export const someOf = (names: readonly string[], shown = 3): string =>
  names.length <= shown + 1
    ? names.join(", ")
    : `${names.slice(0, shown).join(", ")} and ${names.length - shown} more`;
