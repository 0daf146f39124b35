import { z } from "zod";
import { trackId } from "./format.ts";
import { LATEST } from "./item.ts";
import { oneLine } from "./text.ts";
import { timeInWords } from "./time.ts";

/** What a piece of a programme is for. A bed lies under others; the others come one after the other. */
export const PIECE_KINDS = ["opening", "bed", "speech", "insert", "break", "closing", "spot"] as const;
export const pieceKind = z.enum(PIECE_KINDS);
export type PieceKind = z.infer<typeof pieceKind>;

const span = z.number().gt(0).max(LATEST);
const apart = z.number().min(-LATEST).max(LATEST);

/**
 * By what an edge of a piece is held: by an edge of another piece, by a time, or by the fixed end of the session.
 * `plus` in seconds: after it, or, below nothing, before it.
 */
export const anchor = z.discriminatedUnion("to", [
  z.object({ to: z.literal("start"), of: trackId, plus: apart }),
  z.object({ to: z.literal("end"), of: trackId, plus: apart }),
  z.object({ to: z.literal("time"), at: z.number().min(0).max(LATEST) }),
  z.object({ to: z.literal("close"), plus: apart }),
]);
export type Anchor = z.infer<typeof anchor>;

/** An entry of a running order. What it plays are the items that name it (`item.piece`). */
export const piece = z.object({
  id: trackId,
  kind: pieceKind,
  name: oneLine(200),
  starts: anchor.nullable(),
  ends: anchor.nullable(),
  /** How long it is to be while nothing is there, in seconds. */
  planned: span.nullable(),
  /** How short and how long it may be made, in seconds; null where it stays as it is. */
  least: span.nullable(),
  most: span.nullable(),
  /** Who speaks, plays, or wrote it. */
  who: oneLine(200),
  /** Somebody heard what is there, and said that it may go out. */
  approved: z.boolean(),
});
export type HeldPiece = z.infer<typeof piece>;
export const MOST_PIECES = 500;

/** A piece with no more than a name: after nothing, from the start. */
export const blankPiece = (
  id: string,
  kind: PieceKind,
  name: string,
  rest: Partial<Omit<HeldPiece, "id" | "kind" | "name">> = {},
): HeldPiece => ({
  id,
  kind,
  name,
  starts: { to: "time", at: 0 },
  ends: null,
  planned: null,
  least: null,
  most: null,
  who: "",
  approved: false,
  ...rest,
});

/** What helps where an order leaves time free or has too much of it. */
export const WAYS_OUT = ["placeholder", "length", "bed", "air"] as const;
export type WayOut = (typeof WAYS_OUT)[number];

/** How loud a programme is, and how its beds make way. */
export const programme = z.object({
  /** To which its pieces are brought, in LUFS. */
  target: z.number().min(-60).max(0),
  /** No higher than this, in dBTP. */
  ceiling: z.number().min(-20).max(0),
  /** How far below what is said its beds lie, in LU. */
  under: z.number().min(0).max(60),
  /** They go down so long before somebody speaks, stay down so long after, and take so long to be back; in seconds. */
  ahead: z.number().min(0).max(10),
  hold: z.number().min(0).max(30),
  back: z.number().min(0).max(30),
  /** Which ways out are offered first. */
  prefers: z.array(z.enum(WAYS_OUT)).max(WAYS_OUT.length),
});
export type Programme = z.infer<typeof programme>;

/**
 * The target is that of EBU R 128, its ceiling too (from memory); how beds go is common practice, no source.
 */
export const USUAL_PROGRAMME: Programme = {
  target: -23,
  ceiling: -1,
  under: 18,
  ahead: 0.4,
  hold: 1.5,
  back: 2,
  prefers: [...WAYS_OUT],
};

const told = (plus: number): string => timeInWords(Math.abs(plus), 2);
const said = (a: Anchor | null, edge: "start" | "end", nameOf: (id: string) => string): string | null => {
  if (a === null) return null;
  const verb = edge === "start" ? "starts" : "ends";
  if (a.to === "time") return `${verb} at ${timeInWords(a.at, 2)}`;
  const where = a.to === "close" ? "the fixed end" : `${a.to} of ${nameOf(a.of)}`;
  if (a.plus === 0) return `${verb} at the ${where}`.replace("the the", "the");
  return `${verb} ${told(a.plus)} ${a.plus < 0 ? "before" : "after"} the ${where}`.replace(
    "the the",
    "the",
  );
};
/** How a piece is held: "starts 0:02 after the end of The eel and the moon". */
export const heldInWords = (p: HeldPiece, nameOf: (id: string) => string): string =>
  [said(p.starts, "start", nameOf), said(p.ends, "end", nameOf)].filter(Boolean).join(", ");
/** A piece with all that is set of it. */
export const pieceInDetail = (p: HeldPiece): string =>
  [
    `${p.name === "" ? p.kind : p.name} (${p.kind}`,
    heldInWords(p, (id) => id),
    ...(p.planned === null ? [] : [`planned ${timeInWords(p.planned, 2)}`]),
    ...(p.least === null ? [] : [`at least ${timeInWords(p.least, 2)}`]),
    ...(p.most === null ? [] : [`at most ${timeInWords(p.most, 2)}`]),
    ...(p.who === "" ? [] : [p.who]),
    p.approved ? "approved)" : "not approved)",
  ].join(", ");
export const pieceInWords = (p: HeldPiece): string => (p.name === "" ? p.kind : p.name);
export const programmeInWords = (p: Programme | null): string =>
  p === null
    ? "none"
    : `${p.target} LUFS, at most ${p.ceiling} dBTP, beds ${p.under} LU below ` +
      `(${p.ahead} s ahead, ${p.hold} s held, back in ${p.back} s), first ${p.prefers.join(", ") || "nothing"}`;
