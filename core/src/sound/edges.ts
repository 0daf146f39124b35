/**
 * Where a sound begins and ends, and how loud it is where it is quiet, from the energy of short stretches going by. It
 * keeps a few hundred numbers, however long that goes on.
 */

/** Levels are told apart by half a decibel, from −120 dBFS up. */
const [FLOOR, STEP, LEVELS] = [-120, 0.5, 264];
/** Below it nothing is heard, as this house says it: dBFS of the mean over 5 ms. */
export const SILENCE = -60;
/** In stretches: what is looked at together, so that one wrong sample is not taken for a sound. */
const TOGETHER = 20;
/** In stretches: how long a part is whose level is told as that of a quiet part. */
const PART = 400;
/** Stretches in a second. */
const A_SECOND = 4000;
/** So many parts make a floor: two seconds. */
const LEAST_PARTS = 20;

const levelOf = (energy: number): number => {
  const step = Math.floor((10 * Math.log10(energy) - FLOOR) / STEP);
  return step < 0 ? -1 : Math.min(LEVELS - 1, step);
};
const energyOf = (level: number): number => 10 ** ((FLOOR + level * STEP) / 10);

/** In frames; null where nothing is heard at all. */
export interface Edges {
  /** Silence before the first of it, and behind the last. */
  readonly before: number;
  readonly after: number;
  /** Where the sound itself begins: where it rises out of what is there before it. */
  readonly onset: number;
}

/** How many frames one stretch has: a quarter of a millisecond. */
export const stretchAt = (rate: number): number => Math.max(1, Math.round(rate / A_SECOND));

/** Follows the energy of stretches, each the mean square of its loudest channel. */
export class EdgeMeter {
  #many = 0;
  /** By level: the first stretch that was so loud where a mean was. */
  readonly #first = new Float64Array(LEVELS).fill(-1);
  #highest = -1;
  /** The most energy so many stretches had together. */
  #louder = 0;
  /** Stretches behind which nothing is so loud: levels that fall, places that rise. */
  readonly #last: { level: number; place: number }[] = [];
  /** Of the last stretches, in a ring, and all of them together. */
  readonly #ring = new Float64Array(TOGETHER);
  #sum = 0;
  readonly #parts = new Float64Array(LEVELS);
  #ofParts = 0;
  #part = 0;

  add(energies: Float64Array, many: number): void {
    for (let n = 0; n < many; n++) this.#one(energies[n]!);
  }

  #one(energy: number): void {
    const place = this.#many++;
    const at = place % TOGETHER;
    this.#sum += energy - this.#ring[at]!;
    this.#ring[at] = energy;
    // What adding and taking away leaves over does not add up.
    if (at === 0) this.#sum = this.#ring.reduce((a, b) => a + b);
    this.#part += energy;
    if (this.#many % PART === 0) this.#partOver();
    if (this.#sum > this.#louder) this.#louderThanEver(place);
    const level = levelOf(energy);
    while ((this.#last.at(-1)?.level ?? LEVELS) <= level) this.#last.pop();
    this.#last.push({ level, place });
  }

  #louderThanEver(place: number): void {
    const level = levelOf(this.#sum / TOGETHER);
    if (level > this.#highest) this.#rise(place, level);
    this.#louder = this.#sum;
  }

  /** It is louder than ever before: where in the last stretches did each of these levels begin? */
  #rise(place: number, level: number): void {
    const from = Math.max(0, place - TOGETHER + 1);
    for (let l = this.#highest + 1; l <= level; l++) {
      const least = energyOf(l);
      let at = from;
      while (at < place && this.#ring[at % TOGETHER]! < least) at++;
      this.#first[l] = at;
    }
    this.#highest = level;
  }

  #partOver(): void {
    const level = levelOf(this.#part / PART);
    this.#part = 0;
    // Digital silence is an edit, not a room.
    if (level < 0) return;
    this.#parts[level]!++;
    this.#ofParts++;
  }

  /** How loud its quietest tenth is, in dBFS; null where it is too short to tell, or silent. */
  get floor(): number | null {
    if (this.#ofParts < LEAST_PARTS) return null;
    let passed = 0;
    for (let level = 0; level < LEVELS; level++) {
      passed += this.#parts[level]!;
      if (passed * 10 >= this.#ofParts) return FLOOR + (level + 0.5) * STEP;
    }
    return null;
  }

  /** @param length in frames. @param stretch frames of one */
  edges(length: number, stretch: number): Edges | null {
    const silence = Math.ceil((SILENCE - FLOOR) / STEP);
    if (this.#highest < silence) return null;
    const last = this.#last.findLast(({ level }) => level >= silence)?.place ?? this.#many - 1;
    return {
      before: this.#first[silence]! * stretch,
      after: Math.max(0, length - (last + 1) * stretch),
      onset: this.#first[this.#risen()]! * stretch,
    };
  }

  /**
   * From which level on it is the sound and no longer what was there before: 10 dB above its floor, no lower than 40 dB
   * below its loudest, no higher than 20 dB below it.
   */
  #risen(): number {
    const loudest = FLOOR + this.#highest * STEP;
    const least = Math.max((this.floor ?? -Infinity) + 10, loudest - 40, FLOOR);
    return Math.max(0, Math.floor((Math.min(least, loudest - 20) - FLOOR) / STEP));
  }
}
