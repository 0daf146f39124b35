import type { SampleMachine } from "../../fit/room.ts";
import type { Seat } from "../../session/plays.ts";
import { CHANNELS_A_PORT } from "../plan/ports.ts";

/** What of a machine there was not enough of. */
export type Short = "ports" | "outputs";

/** One sampler that runs on a machine: how full each port is, and which path has which output. */
interface Instance {
  readonly ports: { used: number; readonly whole: boolean }[];
  readonly outputs: Map<string, number>;
}

/** The samplers of a machine as they fill up. */
export class Instances {
  readonly machine: SampleMachine;
  readonly #instances: Instance[] = [];

  constructor(machine: SampleMachine) {
    this.machine = machine;
  }

  get many(): number {
    return this.#instances.length;
  }

  /**
   * The next seat of this machine: in an instance whose output for this path is there already, else in the first that
   * has a channel and an output left.
   * @param path what its sound comes back on
   * @param whole whether it needs a port to itself
   */
  seat(path: string, whole: boolean): (Seat & { readonly channel: number | null }) | Short {
    const all = [...this.#instances];
    if (all.length < this.machine.instances) all.push({ ports: [], outputs: new Map() });
    const free = all.filter((i) => this.#portIn(i, whole) !== null);
    const to =
      free.find((i) => i.outputs.has(path)) ?? free.find((i) => i.outputs.size < this.machine.outputs);
    if (!to) return free.length === 0 ? "ports" : "outputs";
    if (!this.#instances.includes(to)) this.#instances.push(to);
    const output = to.outputs.get(path) ?? to.outputs.size + 1;
    to.outputs.set(path, output);
    const port = this.#portIn(to, whole) ?? 0;
    const on = (to.ports[port] ??= { used: 0, whole });
    on.used += 1;
    const instance = this.#instances.indexOf(to) + 1;
    return {
      machine: this.machine.name,
      instance,
      port: port + 1,
      output,
      channel: whole ? null : on.used,
    };
  }

  /** The port of an instance that has a channel left, or a new one; null where there is none. */
  #portIn({ ports }: Instance, whole: boolean): number | null {
    const there = whole ? -1 : ports.findIndex((p) => !p.whole && p.used < CHANNELS_A_PORT);
    if (there >= 0) return there;
    return ports.length < this.machine.ports ? ports.length : null;
  }
}
