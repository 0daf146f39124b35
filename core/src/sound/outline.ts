/**
 * The picture of a sound: for stretches of equal length the lowest and the highest sample of each channel, in 127ths of
 * full scale. It is made once, while the sound goes by, and never larger than so many stretches: a longer sound has
 * longer ones.
 */
export interface Outline {
  /** Frames of one stretch. */
  readonly stretch: number;
  /** For each channel lowest, highest, lowest, highest…; all of the same length. */
  readonly channels: readonly Int8Array[];
}

const MOST = 1 << 17;

export class OutlineMeter {
  readonly #lines: readonly Line[];

  /**
   * @param stretch frames of the stretches that come
   * @param together how many of those are one here
   * @param most so many are kept at most
   */
  constructor(
    channels: number,
    private readonly stretch: number,
    private together: number,
    private readonly most = MOST,
  ) {
    this.#lines = Array.from({ length: channels }, () => new Line());
  }

  /** The next stretches of a channel; channels come in their order, each with as many. */
  add(channel: number, low: Float32Array, high: Float32Array, many: number): void {
    this.#lines[channel]!.add(low, high, many, this.together);
    if (channel < this.#lines.length - 1) return;
    while (this.#lines[0]!.many >= this.most) {
      // From here on one is twice as long.
      for (const line of this.#lines) line.halve();
      this.together *= 2;
    }
  }

  get drawn(): Outline {
    return {
      stretch: this.stretch * this.together,
      channels: this.#lines.map((line) => line.drawn),
    };
  }
}

/** One channel of it. */
class Line {
  many = 0;
  #room = new Int8Array(1024);
  /** Of what is not over, and how much of it there is. */
  #low = Infinity;
  #high = -Infinity;
  #in = 0;

  add(low: Float32Array, high: Float32Array, many: number, together: number): void {
    for (let n = 0; n < many; n++) {
      if (low[n]! < this.#low) this.#low = low[n]!;
      if (high[n]! > this.#high) this.#high = high[n]!;
      if (++this.#in >= together) this.#over();
    }
  }

  #over(): void {
    if (this.many * 2 === this.#room.length) this.#room = twice(this.#room);
    this.#room[this.many * 2] = Math.max(-127, Math.floor(this.#low * 127));
    this.#room[this.many * 2 + 1] = Math.min(127, Math.ceil(this.#high * 127));
    this.#low = Infinity;
    this.#high = -Infinity;
    this.#in = 0;
    this.many++;
  }

  /** Two in one; of an odd number the last is one that is not over. */
  halve(): void {
    if (this.many % 2 === 1) {
      this.many--;
      this.#low = Math.min(this.#low, this.#room[this.many * 2]! / 127);
      this.#high = Math.max(this.#high, this.#room[this.many * 2 + 1]! / 127);
      this.#in++;
    }
    merge(this.#room, this.#room, 2, this.many);
    this.many /= 2;
  }

  get drawn(): Int8Array {
    if (this.#in > 0) this.#over();
    return this.#room.slice(0, this.many * 2);
  }
}

function twice(room: Int8Array): Int8Array<ArrayBuffer> {
  const more = new Int8Array(room.length * 2);
  more.set(room);
  return more;
}

/** Puts so many stretches in one, again and again. @param many how many there are */
function merge(from: Int8Array, to: Int8Array, together: number, many: number): void {
  for (let n = 0; n * together < many; n++) {
    let [low, high] = [127, -127];
    for (let k = n * together; k < Math.min(many, (n + 1) * together); k++) {
      low = Math.min(low, from[2 * k]!);
      high = Math.max(high, from[2 * k + 1]!);
    }
    to[2 * n] = low;
    to[2 * n + 1] = high;
  }
}

/** The same, coarser: with so many stretches at most. */
export function coarser({ stretch, channels }: Outline, most: number): Outline {
  const many = (channels[0]?.length ?? 0) / 2;
  const together = Math.max(1, Math.ceil(many / most));
  return {
    stretch: stretch * together,
    channels: channels.map((c) => {
      const made = new Int8Array(Math.ceil(many / together) * 2);
      merge(c, made, together, many);
      return made;
    }),
  };
}

/** All channels in one: what the highest and the lowest of them has. */
export function together({ stretch, channels }: Outline): Outline {
  const [first, ...more] = channels;
  if (!first) return { stretch, channels: [] };
  const made = first.slice();
  for (const c of more)
    for (let n = 0; n < made.length; n++)
      made[n] = n % 2 === 0 ? Math.min(made[n]!, c[n]!) : Math.max(made[n]!, c[n]!);
  return { stretch, channels: [made] };
}

/** As bytes: a number of stretches, frames of one, channels (32 bits each, little endian), then channel by channel. */
export function outlineBytes({ stretch, channels }: Outline): Uint8Array {
  const length = channels[0]?.length ?? 0;
  const bytes = new Uint8Array(12 + length * channels.length);
  const view = new DataView(bytes.buffer);
  for (const [n, value] of [length / 2, stretch, channels.length].entries())
    view.setUint32(n * 4, value, true);
  for (const [c, values] of channels.entries())
    bytes.set(new Uint8Array(values.buffer, 0, length), 12 + c * length);
  return bytes;
}

/** @throws RangeError where the bytes are not those of an outline */
export function outlineFrom(bytes: Uint8Array): Outline {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const [many, stretch, channels] = [0, 4, 8].map((at) => view.getUint32(at, true)) as [
    number,
    number,
    number,
  ];
  if (12 + many * 2 * channels !== bytes.length) throw new RangeError("this is no outline of a sound");
  return {
    stretch,
    channels: Array.from({ length: channels }, (_, c) =>
      Int8Array.from(new Int8Array(bytes.buffer, bytes.byteOffset + 12 + c * many * 2, many * 2)),
    ),
  };
}
