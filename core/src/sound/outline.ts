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
const FIRST = 16;
/** What a 127th may be off by when it has been one before. */
const ROUNDING = 1e-6;

export class OutlineMeter {
  #stretch = FIRST;
  readonly #lines: readonly Line[];

  /** @param most so many stretches are kept at most */
  constructor(
    channels: number,
    private readonly most = MOST,
  ) {
    this.#lines = Array.from({ length: channels }, () => new Line());
  }

  add(frames: readonly Float32Array[]): void {
    for (const [c, line] of this.#lines.entries()) line.add(frames[c]!, this.#stretch);
    while (this.#lines[0]!.many >= this.most) {
      // From here on one is twice as long.
      for (const line of this.#lines) line.halve(this.#stretch);
      this.#stretch *= 2;
    }
  }

  get drawn(): Outline {
    return { stretch: this.#stretch, channels: this.#lines.map((line) => line.drawn) };
  }
}

/** One channel of it. */
class Line {
  many = 0;
  #room = new Int8Array(1024);
  /** Of what is not over, and how many frames of it there are. */
  #low = Infinity;
  #high = -Infinity;
  #in = 0;

  add(samples: Float32Array, stretch: number): void {
    for (let from = 0; from < samples.length;) {
      const to = Math.min(samples.length, from + Math.max(1, stretch - this.#in));
      let [low, high] = [this.#low, this.#high];
      for (let n = from; n < to; n++) {
        const x = samples[n]!;
        if (x < low) low = x;
        if (x > high) high = x;
      }
      this.#low = low;
      this.#high = high;
      this.#in += to - from;
      from = to;
      if (this.#in >= stretch) this.#over();
    }
  }

  #over(): void {
    if (this.many * 2 === this.#room.length) this.#room = twice(this.#room);
    this.#room[this.many * 2] = Math.max(-127, Math.floor(this.#low * 127 + ROUNDING));
    this.#room[this.many * 2 + 1] = Math.min(127, Math.ceil(this.#high * 127 - ROUNDING));
    this.#low = Infinity;
    this.#high = -Infinity;
    this.#in = 0;
    this.many++;
  }

  /** Two in one; of an odd number the last is one that is not over. @param stretch frames of one before that */
  halve(stretch: number): void {
    if (this.many % 2 === 1) {
      this.many--;
      this.#low = Math.min(this.#low, this.#room[this.many * 2]! / 127);
      this.#high = Math.max(this.#high, this.#room[this.many * 2 + 1]! / 127);
      this.#in += stretch;
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
