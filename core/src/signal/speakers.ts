import type { ChannelFormat } from "../session/document.ts";

/** A direction from where one listens: degrees to the right (left is less than nothing), and upwards. */
export interface Direction {
  /** −180 … 180, 0 in front. */
  readonly azimuth: number;
  /** 0 at the height of the ears … 90 above. */
  readonly elevation: number;
}
export interface Loudspeaker extends Direction {
  /** "L", "Rs", "Top Lf". */
  readonly name: string;
  /** Carries the lowest frequencies alone; nothing is placed on it. */
  readonly low: boolean;
}

const at = (name: string, azimuth: number, elevation = 0): Loudspeaker => ({
  name,
  azimuth,
  elevation,
  low: false,
});
const LOW: Loudspeaker = { name: "LFE", azimuth: 0, elevation: 0, low: true };
const FRONT = [at("L", -30), at("R", 30)] as const;
const CENTRE = at("C", 0);
/** Loudspeakers of the upper layer stand at 30° in BS.2051. */
const UP = 30;
/** Four above: in front and behind, so far to each side. */
const tops = (front: number, back: number): Loudspeaker[] => [
  at("Top Lf", -front, UP),
  at("Top Rf", front, UP),
  at("Top Lb", -back, UP),
  at("Top Rb", back, UP),
];
const SURROUND = [at("Ls", -110), at("Rs", 110)] as const;
const FIVE = [...FRONT, CENTRE, LOW, ...SURROUND] as const;
const SEVEN = [
  ...FRONT,
  CENTRE,
  LOW,
  at("Lss", -90),
  at("Rss", 90),
  at("Lrs", -135),
  at("Rrs", 135),
] as const;

/**
 * The loudspeakers of each format in the order of its channels. Stereo, 5.0 and 5.1: ITU-R BS.775 (L R ±30°,
 * C 0°, Ls Rs ±110°). 7.1, 5.1.4, 7.1.4: ITU-R BS.2051, systems I, D and J (sides ±90°, backs ±135°; tops ±30°
 * and ±110° over 5.1, ±45° and ±135° over 7.1; 30° up). LCR, quad and 9.1.6: common practice, no source. The
 * values are from memory.
 */
export const LOUDSPEAKERS: Readonly<Record<ChannelFormat, readonly Loudspeaker[]>> = {
  mono: [at("M", 0)],
  stereo: FRONT,
  lcr: [...FRONT, CENTRE],
  quad: [at("L", -45), at("R", 45), at("Ls", -135), at("Rs", 135)],
  "5.0": [...FRONT, CENTRE, ...SURROUND],
  "5.1": FIVE,
  "7.1": SEVEN,
  "5.1.4": [...FIVE, ...tops(30, 110)],
  "7.1.4": [...SEVEN, ...tops(45, 135)],
  "9.1.6": [
    ...SEVEN,
    at("Lw", -60),
    at("Rw", 60),
    ...tops(45, 135).toSpliced(2, 0, at("Top Lm", -90, UP), at("Top Rm", 90, UP)),
  ],
};

/** Whether a format stands around whoever listens, not only in front. */
export const isAround = (format: ChannelFormat): boolean =>
  LOUDSPEAKERS[format].some((s) => Math.abs(s.azimuth) > 90);
/** Whether a format has loudspeakers above. */
export const hasTops = (format: ChannelFormat): boolean =>
  LOUDSPEAKERS[format].some((s) => s.elevation > 0);

const radians = (degrees: number): number => (degrees * Math.PI) / 180;
/** The same direction as −180 … 180. */
export const turned = (azimuth: number): number => ((((azimuth + 180) % 360) + 360) % 360) - 180;

/** What each loudspeaker of one layer gets of a source at a direction; powers sum to 1. */
type Layer = readonly { readonly index: number; readonly azimuth: number }[];

/**
 * Between the two loudspeakers of a layer the direction lies between: vector base amplitude panning (Pulkki
 * 1997, J. Audio Eng. Soc. 45(6)), which for a pair alike to both sides is the tangent law. Where they are
 * half a circle or more apart there is no sound between them: the nearer one has all of it.
 */
function onLayer(layer: Layer, azimuth: number, into: number[], by: number): void {
  const ring = layer.toSorted((a, b) => a.azimuth - b.azimuth);
  const next = ring.findIndex((s) => s.azimuth > azimuth);
  const right = ring[next < 0 ? 0 : next];
  const left = ring[next < 0 ? ring.length - 1 : next === 0 ? ring.length - 1 : next - 1];
  if (!left || !right) return;
  const add = (index: number, gain: number): void => {
    into[index] = (into[index] ?? 0) + gain * by;
  };
  const apart = left === right ? 360 : (right.azimuth - left.azimuth + 360) % 360;
  const from = (azimuth - left.azimuth + 360) % 360;
  if (apart >= 180) {
    add((from <= apart - from ? left : right).index, 1);
    return;
  }
  // The direction as a sum of those of both: the inverse of the matrix of their unit vectors (Pulkki, eq. 12).
  const [l, r] = [Math.sin(radians(apart - from)), Math.sin(radians(from))];
  const power = Math.hypot(l, r);
  add(left.index, l / power);
  add(right.index, r / power);
}

/**
 * The gains of a mono source at a direction, one for each loudspeaker of a format; their squares sum to 1.
 * Around: between two neighbours (`onLayer`). Upwards: from the layer of the ears to the upper one at
 * constant power, and from there to all of the upper ones alike straight above. A format without loudspeakers
 * above leaves a source at the height of the ears; one that is only in front brings what lies beside it to
 * its edge.
 */
export function aroundGains(format: ChannelFormat, { azimuth, elevation }: Direction): number[] {
  const speakers = LOUDSPEAKERS[format];
  const gains = speakers.map(() => 0);
  const layer = (up: boolean): Layer =>
    speakers.flatMap((s, index) =>
      !s.low && s.elevation > 0 === up ? [{ index, azimuth: s.azimuth }] : [],
    );
  const [ears, tops] = [layer(false), layer(true)];
  const to = turned(azimuth);
  if (tops.length === 0 || elevation <= 0) {
    onLayer(ears, to, gains, 1);
    return gains;
  }
  const share = Math.min(1, elevation / UP);
  if (share < 1) onLayer(ears, to, gains, Math.cos((share * Math.PI) / 2));
  const above = Math.max(0, Math.min(1, (elevation - UP) / (90 - UP)));
  const high = speakers.map(() => 0);
  onLayer(tops, to, high, 1);
  const all = tops.map(({ index }) => ({
    index,
    power: (1 - above) * (high[index] ?? 0) ** 2 + above / tops.length,
  }));
  for (const { index, power } of all) gains[index] = Math.sqrt(power) * Math.sin((share * Math.PI) / 2);
  return gains;
}

/** A unit vector: to the right, forwards, upwards. */
const vector = ({ azimuth, elevation }: Direction): readonly [number, number, number] => [
  Math.sin(radians(azimuth)) * Math.cos(radians(elevation)),
  Math.cos(radians(azimuth)) * Math.cos(radians(elevation)),
  Math.sin(radians(elevation)),
];

/** Where something is heard that several loudspeakers play. */
export interface HeardAt extends Direction {
  /**
   * How much of one place it is: 1 from a single loudspeaker, 0 from everywhere alike. The length of the energy
   * vector (Gerzon 1992, "General metatheory of auditory localisation").
   */
  readonly focus: number;
}

/** The sum of where loudspeakers stand, each with a weight, and the sum of the weights. */
function weighted(
  format: ChannelFormat,
  weights: readonly number[],
): { readonly x: number; readonly y: number; readonly z: number; readonly all: number } {
  const sum = { x: 0, y: 0, z: 0, all: 0 };
  for (const [n, s] of LOUDSPEAKERS[format].entries()) {
    const weight = weights[n] ?? 0;
    if (s.low || weight === 0) continue;
    const [right, forward, up] = vector(s);
    sum.x += weight * right;
    sum.y += weight * forward;
    sum.z += weight * up;
    sum.all += weight;
  }
  return sum;
}

/**
 * Where loudspeakers with these gains are heard: the direction of the velocity vector (Gerzon 1992, after
 * Makita), which is the one a source was placed at between two of them, with the energy vector's length. Null
 * where nothing is heard.
 */
export function heardAt(format: ChannelFormat, gains: readonly number[]): HeardAt | null {
  const { x, y, z, all } = weighted(format, gains);
  const energy = weighted(
    format,
    gains.map((g) => g * g),
  );
  if (all <= 0 || energy.all <= 0) return null;
  const somewhere = Math.hypot(x, y, z) / all > 1e-9;
  return {
    azimuth: somewhere ? (Math.atan2(x, y) * 180) / Math.PI : 0,
    elevation: somewhere ? (Math.atan2(z, Math.hypot(x, y)) * 180) / Math.PI : 0,
    focus: Math.min(1, Math.hypot(energy.x, energy.y, energy.z) / energy.all),
  };
}
