import { pieceOf as p } from "../names/pattern.ts";
import type { NamePattern, NamePatterns, Piece } from "../names/pattern.ts";

const pattern = (...pieces: Piece[]): NamePattern => ({ pieces, budget: null });

/** How the house that ships names things: words joined by underscores. */
export const USUAL_NAMES: NamePatterns = {
  track: pattern(p("owner"), p("role"), p("positions"), p("number")),
  folder: pattern(p("role", { letters: "upper" }), p("number", { letters: "upper" })),
  bus: pattern(p("owner"), p("role"), p("positions"), p("number")),
  return: pattern(p("role"), p("owner"), p("positions"), p("number")),
  input: pattern(p("owner", { form: "four" }), p("role", { form: "eight" }), p("positions"), p("number")),
  cue: pattern(
    p("text", { written: "Cue", optional: false }),
    p("number", { optional: false }),
    p("title", { join: "", length: 16 }),
  ),
  marker: pattern(p("number", { pad: 2, optional: false }), p("title", { optional: false, length: 40 })),
  session: pattern(
    p("title", { join: "-", optional: false, length: 60 }),
    p("version", { written: "v", pad: 2 }),
  ),
  "session-folder": pattern(
    p("date", { optional: false }),
    p("title", { join: "-", optional: false, length: 48 }),
    p("room", { join: "", length: 16 }),
  ),
  "recorded-file": pattern(
    p("owner"),
    p("role"),
    p("positions"),
    p("number"),
    p("take", { written: "T", pad: 2, optional: false }),
  ),
  stem: pattern(
    p("owner"),
    p("role"),
    p("positions"),
    p("version", { written: "v", pad: 2 }),
    p("sampleRate"),
  ),
};
