import { setTimeout as pause } from "node:timers/promises";
import type { OwnGround } from "./ground.ts";

/** So often in a week a server is killed in the middle of it; in the first such week the database is besides. */
const SERVERS = 2;
/** Within so many milliseconds from when it is decided it happens. */
const SOON = 400;

/** What fails while a season is played. */
export class Kills {
  readonly done = { servers: 0, databases: 0 };
  #going: Promise<void>[] = [];
  #at = new Map<number, readonly ("server" | "database")[]>();
  constructor(
    private readonly ground: Pick<OwnGround, "servers" | "kill" | "fallOver">,
    private readonly roll: () => number,
  ) {}

  /** Decides when it happens in a week. @param things so many are done in it */
  week(things: number): void {
    this.#at = new Map();
    const some = [...Array.from({ length: SERVERS }, () => "server" as const), "database" as const];
    for (const what of this.done.databases === 0 ? some : some.slice(0, SERVERS)) {
      const n = Math.floor(this.roll() * things);
      this.#at.set(n, [...(this.#at.get(n) ?? []), what]);
    }
  }

  /** Something is about to be done, the how-manieth of the week. */
  before(n: number): void {
    for (const what of this.#at.get(n) ?? []) this.#going.push(this.#soon(what));
  }

  /** Once all that was killed is there again. */
  async settled(): Promise<void> {
    await Promise.all(this.#going);
    this.#going = [];
  }

  async #soon(what: "server" | "database"): Promise<void> {
    const [after, which] = [this.roll() * SOON, Math.floor(this.roll() * this.ground.servers.length)];
    if (what === "server") this.done.servers++;
    else this.done.databases++;
    await pause(after);
    await (what === "server" ? this.ground.kill(which) : this.ground.fallOver());
  }
}
