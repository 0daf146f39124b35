import type { SampleMachine } from "../../fit/room.ts";
import type { Seat } from "../../session/plays.ts";
import { CHANNELS_A_PORT } from "../plan/ports.ts";

/** What of a machine there was not enough of. */
export type Short = "ports" | "outputs";
/** A seat with the MIDI channel of its port; null: all of them. */
export type ChannelSeat = Seat & { readonly channel: number | null };

/** One sampler that runs on a machine: the channels of each port that are taken, and which path has which output. */
interface Instance {
  readonly ports: Map<number, ReadonlySet<number> | "whole">;
  readonly outputs: Map<string, number>;
}
const empty = (): Instance => ({ ports: new Map(), outputs: new Map() });

/** The lowest number from 1 that is not taken; null where there is none up to the last. */
function free(last: number, taken: (n: number) => boolean): number | null {
  for (let n = 1; n <= last; n += 1) if (!taken(n)) return n;
  return null;
}

/** The samplers of a machine as they fill up. */
export class Instances {
  readonly machine: SampleMachine;
  readonly #instances: Instance[] = [];

  constructor(machine: SampleMachine) {
    this.machine = machine;
  }

  /** Those in which something sits. */
  get many(): number {
    return this.#instances.filter((i) => i.ports.size > 0).length;
  }

  /**
   * The next seat of this machine: in an instance whose output for this path is there already, else in the first that
   * has a channel and an output left.
   * @param path what its sound comes back on
   * @param whole whether it needs a port to itself
   */
  seat(path: string, whole: boolean): ChannelSeat | Short {
    if (this.#instances.length < this.machine.instances && !this.#instances.some((i) => i.ports.size === 0))
      this.#instances.push(empty());
    const open = this.#instances.filter((i) => this.#portIn(i, whole) !== null);
    const to = open.find((i) => i.outputs.has(path)) ?? open.find((i) => this.#outputIn(i, path) !== null);
    const port = to ? this.#portIn(to, whole) : null;
    const output = to ? this.#outputIn(to, path) : null;
    if (!to || port === null || output === null) return open.length === 0 ? "ports" : "outputs";
    const taken = to.ports.get(port) ?? new Set<number>();
    const channel = whole || taken === "whole" ? null : free(CHANNELS_A_PORT, (n) => taken.has(n));
    const seat = {
      machine: this.machine.name,
      instance: this.#instances.indexOf(to) + 1,
      port,
      output,
      channel,
    };
    this.#take(to, seat, path);
    return seat;
  }

  /**
   * Takes a seat that was given before.
   * @returns whether it is still there, and nobody else has it
   */
  claim(seat: ChannelSeat, path: string): boolean {
    const { instances, ports, outputs } = this.machine;
    const { instance, port, output, channel } = seat;
    if (instance > instances || port > ports || output > outputs) return false;
    while (this.#instances.length < instance) this.#instances.push(empty());
    const to = this.#instances[instance - 1];
    const taken = to?.ports.get(port);
    const there = taken === undefined || (taken !== "whole" && channel !== null && !taken.has(channel));
    const alone = [...(to?.outputs ?? [])].every(([own, n]) => (own === path) === (n === output));
    if (!to || !there || !alone) return false;
    this.#take(to, seat, path);
    return true;
  }

  #take(to: Instance, { port, output, channel }: ChannelSeat, path: string): void {
    const taken = to.ports.get(port);
    const before = taken === undefined || taken === "whole" ? [] : [...taken];
    to.ports.set(port, channel === null ? "whole" : new Set([...before, channel]));
    to.outputs.set(path, output);
  }

  /** The port of an instance that has a channel left; null where there is none. */
  #portIn({ ports }: Instance, whole: boolean): number | null {
    return free(this.machine.ports, (n) => {
      const taken = ports.get(n);
      return taken !== undefined && (whole || taken === "whole" || taken.size >= CHANNELS_A_PORT);
    });
  }

  #outputIn({ outputs }: Instance, path: string): number | null {
    const taken = new Set(outputs.values());
    return outputs.get(path) ?? free(this.machine.outputs, (n) => taken.has(n));
  }
}
