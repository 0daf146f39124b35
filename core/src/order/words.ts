import type { Anchor } from "../session/pieces.ts";
import { timeInWords } from "../session/time.ts";
import type { Gap } from "./gaps.ts";
import type { OrderProblem } from "./layOut.ts";
import type { Piece, PieceState } from "./pieces.ts";
import type { Way } from "./waysOut.ts";

type Names = (id: string) => string;

/** What a piece is called where nobody named it. */
export const pieceName = (p: Pick<Piece, "name" | "kind">): string => (p.name === "" ? p.kind : p.name);

/** A stretch as it is said: "6 s", "0.4 s", "1:06". */
export function lasting(seconds: number): string {
  const whole = Math.round(Math.abs(seconds) * 10) / 10;
  return whole < 60 ? `${whole} s` : timeInWords(whole, 1);
}

/** Names of pieces by their ids. */
export function namesOf(pieces: readonly Piece[]): Names {
  const by = new Map(pieces.map((p) => [p.id, pieceName(p)]));
  return (id) => by.get(id) ?? "a piece that is gone";
}

function startsBecause(a: Anchor, names: Names): string {
  switch (a.to) {
    case "time":
      return a.at === 0 ? "starts the programme" : `starts at ${timeInWords(a.at, 1)}`;
    case "close":
      return a.plus === 0 ? "at the end" : `${lasting(a.plus)} ${a.plus < 0 ? "before" : "after"} the end`;
    case "end":
      if (a.plus === 0) return `after ${names(a.of)}`;
      return a.plus > 0
        ? `after ${names(a.of)}, ${lasting(a.plus)} of air`
        : `${lasting(a.plus)} before ${names(a.of)} ends`;
    case "start":
      if (a.plus === 0) return `with ${names(a.of)}`;
      return a.plus > 0
        ? `${lasting(a.plus)} into ${names(a.of)}`
        : `${lasting(a.plus)} before ${names(a.of)} starts`;
  }
}

function endsBecause(a: Anchor, names: Names, close: number | null): string {
  if (a.to === "time") return `ends at ${timeInWords(a.at, 1)}`;
  if (a.to === "close") {
    const when = close === null ? "" : ` at ${timeInWords(close, 1)}`;
    return a.plus === 0
      ? `ends with the programme${when}`
      : `ends ${lasting(a.plus)} ${a.plus < 0 ? "before" : "after"} the programme`;
  }
  const what = a.to === "end" ? `with ${names(a.of)}` : `where ${names(a.of)} starts`;
  if (a.plus === 0) return `ends ${what}`;
  const when = a.plus < 0 ? "before" : "after";
  return `ends ${lasting(a.plus)} ${when} ${names(a.of)} ${a.to === "end" ? "ends" : "starts"}`;
}

/** Why a piece lies where it does: "after The eel and the moon, 2 s of air". */
export function becauseOf(p: Piece, names: Names, close: number | null): string {
  const { starts, ends } = p;
  const under =
    starts && ends && starts.to === "start" && ends.to === "end" && starts.of === ends.of
      ? starts.of
      : null;
  if (under !== null && starts?.to === "start" && ends?.to === "end") {
    const edges = [
      starts.plus === 0 ? null : `from ${lasting(starts.plus)} ${starts.plus < 0 ? "before" : "in"}`,
      ends.plus === 0 ? null : `to ${lasting(ends.plus)} ${ends.plus < 0 ? "before its end" : "after"}`,
    ].filter(Boolean);
    return [`under ${names(under)}`, ...edges].join(", ");
  }
  const said = [starts && startsBecause(starts, names), ends && endsBecause(ends, names, close)];
  return said.filter(Boolean).join(", ") || "nothing says where it lies";
}

/** What is free or too much: "0:42 to fill before Ebb tide". */
export function gapInWords(gap: Gap, names: Names): string {
  const by = timeInWords(gap.by, 1);
  if (gap.sort === "free")
    return `${by} to fill before ${gap.before === null ? "the end" : names(gap.before)}`;
  return `${by} too long${gap.before === null ? "" : ` before ${names(gap.before)}`}`;
}

/** What a way out does: "Second tale may take 25:42". */
export function wayInWords(way: Way, gap: Gap, names: Names): string {
  const name = names(way.piece);
  const becomes = timeInWords(way.becomes, 1);
  switch (way.by) {
    case "placeholder":
      return gap.sort === "free" ? `${name} may take ${becomes}` : `${name} takes ${becomes}`;
    case "length":
      return gap.sort === "free" ? `${name} goes on for ${becomes}` : `${name} plays ${becomes}`;
    case "bed":
      return way.again ? `${name} comes back` : `${name} goes on`;
    case "air":
      return gap.sort === "free" ? `Leave air before ${name}` : `Less air before ${name}`;
  }
}

/** Why an order does not go as it is written, and what to do. */
export function problemInWords(p: OrderProblem, names: Names): string {
  switch (p.sort) {
    case "circle":
      return `${p.pieces.map(names).join(", ")} wait for each other. Say of one of them when it starts.`;
    case "nobody":
      return `${names(p.piece)} hangs on a piece that is gone. Say when it starts.`;
    case "no-close":
      return `${names(p.piece)} hangs on the fixed end, and there is none. Set the fixed end, or say when it starts.`;
    case "loose":
      return `Nothing says when ${names(p.piece)} starts or ends.`;
    case "before-start":
      return `${names(p.piece)} would start ${lasting(p.by)} before the programme does.`;
    case "backwards":
      return `${names(p.piece)} would end ${lasting(p.by)} before it starts.`;
    case "short":
      return `${names(p.piece)} is ${lasting(p.by)} too short for its place, and does not loop.`;
    case "long":
      return `${names(p.piece)} is ${lasting(p.by)} too long for its place.`;
  }
}

const STATES: Readonly<Record<PieceState, string>> = {
  missing: "missing",
  recorded: "recorded",
  approved: "approved",
};
/** How a piece stands, as it is said: one that is still to come waits. */
export const stateInWords = (p: Piece): string =>
  p.state === "missing" && p.parts.every(({ item }) => item.holds.kind === "placeholder")
    ? p.parts.length === 0
      ? "missing"
      : "waiting"
    : STATES[p.state];
