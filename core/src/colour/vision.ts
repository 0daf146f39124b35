import { hexOf, linearRgb } from "./srgb.ts";

/** Full colour vision and the three kinds of dichromacy. */
export const SIGHTS = ["full", "protan", "deutan", "tritan"] as const;
export type Sight = (typeof SIGHTS)[number];

type Matrix = readonly [
  readonly [number, number, number],
  readonly [number, number, number],
  readonly [number, number, number],
];
/**
 * Machado, Oliveira and Fernandes 2009, table for severity 1.0 (from memory; the tests hold them against a
 * second library).
 */
const SEEN: Readonly<Record<Exclude<Sight, "full">, Matrix>> = {
  protan: [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
  deutan: [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  tritan: [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
};

/** How a colour looks to an eye of that kind. */
export function seenBy(sight: Sight, hex: string): string {
  if (sight === "full") return hex;
  const [r, g, b] = linearRgb(hex);
  const [x, y, z] = SEEN[sight].map((row) => row[0] * r + row[1] * g + row[2] * b) as [
    number,
    number,
    number,
  ];
  return hexOf([x, y, z]);
}
