import { statfs } from "node:fs/promises";

const MB = 1024 * 1024;
const LOOK_EVERY = 5000;

/** From how few MB on free space is little, and from how few nothing is written any more. */
export interface Thresholds {
  readonly low: number;
  readonly full: number;
}

/**
 * The space left on the disks of the house. A database that cannot write any more falls; so what would store
 * something is refused before that.
 */
export class Space {
  #free = Infinity;

  /** @param folders each on one of the disks; none where they are not this machine's */
  constructor(
    private readonly folders: readonly string[],
    private readonly thresholds: Thresholds,
  ) {}

  /** Looks now and from time to time. */
  async watch(): Promise<void> {
    await this.look();
    setInterval(() => void this.look(), LOOK_EVERY).unref();
  }

  async look(): Promise<void> {
    const free = await Promise.all(this.folders.map(freeIn));
    this.#free = Math.min(Infinity, ...free);
  }

  get state(): "ample" | "low" | "full" {
    const { low, full } = this.thresholds;
    if (this.#free < full * MB) return "full";
    return this.#free < low * MB ? "low" : "ample";
  }

  /** Whether so many bytes more can be written and there is still enough left for what has to go on. */
  fits(bytes: number): boolean {
    return this.#free - bytes >= this.thresholds.full * MB;
  }

  /** What is left, in bytes; endless where that is nobody's business. */
  get bytes(): number {
    return this.#free;
  }

  /** What is left, for people: "1.4 GB". */
  get left(): string {
    const mb = this.#free / MB;
    return mb < 1000 ? `${Math.floor(mb)} MB` : `${(mb / 1024).toFixed(1)} GB`;
  }
}

/** Bytes left for who is not root; endless where that cannot be told. */
async function freeIn(folder: string): Promise<number> {
  try {
    const { bavail, bsize } = await statfs(folder);
    return bavail * bsize;
  } catch {
    return Infinity;
  }
}
