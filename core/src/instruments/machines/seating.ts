import type { SampleMachine } from "../../fit/room.ts";
import type { TrackId } from "../../session/document.ts";
import type { Loading } from "../../session/plays.ts";
import type { Known } from "../plan/offers.ts";
import { alwaysOn, firstsOf, wishOf, within } from "./always.ts";
import type { Sampled, Stands, Wish } from "./always.ts";
import { Instances } from "./instances.ts";
import type { ChannelSeat, Short } from "./instances.ts";
import { leastSeconds, secondsOn } from "./spread.ts";

/** Where a track sits, by which port and channel its notes go out, and when its patch is loaded there. */
export interface TrackSeat extends ChannelSeat {
  /** As the session counts its ports, over all machines. */
  readonly overall: number;
  readonly loading: Loading;
}

/** What a machine comes to. */
export interface MachineUse {
  readonly machine: SampleMachine;
  readonly instances: number;
  /** Tracks whose patches are loaded as it starts, in the order in which they are; all others it has. */
  readonly starts: readonly TrackId[];
  readonly later: readonly TrackId[];
  /** MB and seconds of what is loaded as it starts. */
  readonly memory: number;
  readonly seconds: number;
}

/** A track that does not have all it needs: no seat for want of ports or outputs, or a seat and no memory. */
export interface Lacking {
  readonly track: TrackId;
  readonly of: Short | "memory";
}

/** Tracks on the sample machines of a room. */
export interface Seating {
  readonly seats: ReadonlyMap<TrackId, TrackSeat>;
  /** In the order in which they are started: what takes the longest first. */
  readonly machines: readonly MachineUse[];
  /** Tracks that should always be loaded and are on demand, as the machines do not hold all of them. */
  readonly demoted: readonly TrackId[];
  readonly lacking: readonly Lacking[];
  /** Seconds until everything that is always loaded is there; no seating is sooner than the second one. */
  readonly first: number;
  readonly least: number;
  /** Tracks on machines of which nobody knows the memory, nor the time they take to load. */
  readonly unknown: number;
}

/**
 * Seats tracks on the sample machines of a room: what is always loaded so that the first note can be played as soon as
 * can be (`spread`), the others beside it, each with its port, channel and output. All that feed one path share an
 * output of their instance. Where the memory does not hold what should always be loaded, the largest patches are on
 * demand, the first track of each player last, or off, where a machine does not hold them beside the others; so many
 * are that there is room for the largest of them. Where there are not ports enough the last tracks have no seat, those
 * that are off first.
 * @param stands tracks that keep their seats where these are still there, so that machines load only what is new
 */
export function seatingOf(
  tracks: readonly Sampled[],
  machines: readonly SampleMachine[],
  catalogue: readonly Known[],
  stands: Stands = new Map(),
): Seating {
  const wishes = tracks.map((track) => wishOf(track, catalogue));
  const { stay, out } = within(wishes, machines);
  const { on, demoted } = alwaysOn(stay, machines, stands);
  const seating = new Seats(machines);
  const loading = ({ plays, id }: Sampled): Loading =>
    on.has(id) ? "always" : plays.loading === "off" ? "off" : "on demand";
  const kept = new Set(
    stay.filter((wish) => {
      const { id } = wish.track;
      const seat = stands.get(id);
      return seat && seating.keep(wish, loading(wish.track), seat, on.get(id));
    }),
  );
  for (const state of ["always", "on demand", "off"] as const)
    for (const wish of stay)
      if (!kept.has(wish) && loading(wish.track) === state)
        seating.take(wish, state, on.get(wish.track.id));
  const { seats, lacking } = seating.settled();
  return {
    seats: counted(seats, machines),
    machines: seating.used(),
    demoted: demoted.filter((id) => seats.get(id)?.loading === "on demand"),
    lacking: [...out.map((w): Lacking => ({ track: w.track.id, of: "ports" })), ...lacking],
    first: seating.first,
    least: leastSeconds(
      stay.filter((w) => seats.get(w.track.id)?.loading === "always").map((w) => w.load),
      machines,
    ),
    unknown: stay.filter((w) => w.load.memory === 0 && w.load.seconds === 0).length,
  };
}

type Placed = Omit<TrackSeat, "overall">;

/** A machine as it fills up. */
interface Filling {
  readonly has: Instances;
  readonly players: Set<string>;
  readonly always: Wish[];
  readonly later: Wish[];
}
/** MB beside what is always loaded. */
const left = ({ has, always }: Filling): number => has.machine.memory - memoryOf(always);

/** Seats as they are taken. */
class Seats {
  readonly #seats = new Map<TrackId, Placed>();
  readonly #lacking: Lacking[] = [];
  readonly #all: readonly Filling[];

  constructor(machines: readonly SampleMachine[]) {
    this.#all = machines.map((m) => ({ has: new Instances(m), players: new Set(), always: [], later: [] }));
  }

  /** Leaves a track where it sat. @returns whether that can be */
  keep({ track, load }: Wish, loading: Loading, seat: ChannelSeat, on: number | undefined): boolean {
    const at = this.#all.findIndex((m) => m.has.machine.name === seat.machine);
    const m = this.#all[at];
    if (!m || (on ?? at) !== at || (seat.channel === null) !== load.whole) return false;
    if (!m.has.claim(seat, track.feeds ?? "")) return false;
    this.#sits(m, { track, load }, { ...seat, loading });
    return true;
  }

  /** Seats a track: on the machine it was given, else beside its player, else where most memory is left. */
  take(wish: Wish, loading: Loading, on: number | undefined): void {
    const { track, load } = wish;
    const given = on === undefined ? undefined : this.#all[on];
    const order = [...this.#all].sort(
      (a, b) =>
        Number(b === given) - Number(a === given) ||
        Number(b.players.has(track.plays.player)) - Number(a.players.has(track.plays.player)) ||
        left(b) - left(a),
    );
    const holding = loading === "off" ? order : order.filter((m) => load.memory <= left(m));
    if (holding.length === 0 && loading !== "off" && order.length > 0) {
      this.take(wish, "off", undefined);
      // Where it finds no seat either, that is what it lacks.
      if (this.#seats.has(track.id)) this.#lacking.push({ track: track.id, of: "memory" });
      return;
    }
    let short: Short = "ports";
    for (const m of holding) {
      const seat = m.has.seat(track.feeds ?? "", load.whole);
      if (typeof seat === "string") short = seat;
      else return this.#sits(m, wish, { ...seat, loading });
    }
    this.#lacking.push({ track: track.id, of: short });
  }

  #sits(m: Filling, wish: Wish, seat: Placed): void {
    this.#seats.set(wish.track.id, seat);
    m.players.add(wish.track.plays.player);
    if (seat.loading === "always") m.always.push(wish);
    else m.later.push(wish);
  }

  /** All seats; what kept its own and finds no memory there any more is off. */
  settled(): { seats: ReadonlyMap<TrackId, Placed>; lacking: readonly Lacking[] } {
    for (const m of this.#all)
      for (const { track, load } of m.later) {
        const seat = this.#seats.get(track.id);
        if (seat?.loading !== "on demand" || load.memory <= left(m)) continue;
        this.#seats.set(track.id, { ...seat, loading: "off" });
        this.#lacking.push({ track: track.id, of: "memory" });
      }
    return { seats: this.#seats, lacking: this.#lacking };
  }

  get first(): number {
    return Math.max(0, ...this.#all.map((m) => secondsFor(m.has.machine, m.always)));
  }

  used(): MachineUse[] {
    return this.#all
      .map(({ has: { machine, many }, always, later }): MachineUse => {
        const firsts = firstsOf(always);
        return {
          machine,
          instances: many,
          starts: [...always]
            .sort((a, b) => Number(firsts.has(b)) - Number(firsts.has(a)))
            .map((w) => w.track.id),
          later: later.map((w) => w.track.id),
          memory: memoryOf(always),
          seconds: secondsFor(machine, always),
        };
      })
      .sort((a, b) => b.seconds - a.seconds);
  }
}

const memoryOf = (loads: readonly Wish[]): number => loads.reduce((sum, w) => sum + w.load.memory, 0);
const secondsFor = (machine: SampleMachine, loads: readonly Wish[]): number =>
  loads.reduce((sum, w) => sum + secondsOn(machine, w.load), 0);

/** Their ports counted over all that the machines have, so that a port keeps its number when another is taken. */
function counted(
  seats: ReadonlyMap<TrackId, Placed>,
  machines: readonly SampleMachine[],
): Map<TrackId, TrackSeat> {
  const begins = new Map<string, { from: number; ports: number }>();
  let from = 0;
  for (const { name, instances, ports } of machines) {
    begins.set(name, { from, ports });
    from += instances * ports;
  }
  return new Map(
    [...seats].map(([id, s]) => {
      const at = begins.get(s.machine) ?? { from: 0, ports: 1 };
      return [id, { ...s, overall: at.from + (s.instance - 1) * at.ports + s.port }];
    }),
  );
}
