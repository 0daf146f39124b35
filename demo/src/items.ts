import { createHash } from "node:crypto";
import { blankItem } from "@mossy/core/session/item";
import type { Item } from "@mossy/core/session/item";
import type { Session } from "@mossy/core/session/document";
import { USUAL_PROGRAMME, blankPiece } from "@mossy/core/session/pieces";
import type { HeldPiece } from "@mossy/core/session/pieces";
import { apply } from "@mossy/core/session/apply";
import type { Facts } from "@mossy/core/order/facts";
import { settle } from "@mossy/core/order/settle";
import { soundBytes, soundFact } from "./sounds.ts";

const hashes = new Map<string, string>();
function hashOf(file: string): string {
  const hash = hashes.get(file) ?? createHash("sha256").update(soundBytes(file)).digest("hex");
  hashes.set(file, hash);
  return hash;
}

/** A sound of the house as it plays a piece. @param seconds how long it is */
const plays = (
  id: string,
  piece: string,
  [name, file, seconds]: readonly [name: string, file: string, seconds: number],
  rest: Partial<Item> = {},
): Item =>
  blankItem(
    id,
    name,
    { kind: "sound", hash: hashOf(file), file, seconds, rate: 48_000, channels: 2 },
    { piece, ...rest },
  );
const waits = (id: string, piece: string, says: string, parts = 1): Item =>
  blankItem(
    id,
    ORDER.find((p) => p.id === piece)?.name ?? "",
    { kind: "placeholder", says, parts },
    { piece, length: 60 },
  );

const BELL = ["Tide bell", "TideBell_Opening.wav", 9] as const;
const BED = ["Harbour bed", "HarbourBed_v2.wav", 24] as const;
const BREAK = ["Oyster break", "OysterBreak.wav", 7.5] as const;
const SONG = ["Lamp song", "LampSong_mix3.wav", 16] as const;
const CLOSING = ["Ebb tide", "EbbTide_Closing.wav", 15] as const;

/** The pieces of a story evening, one after the other. */
const ORDER: readonly HeldPiece[] = [
  blankPiece("bell", "opening", "Tide bell", { who: "Saltmarsh house band", approved: true }),
  blankPiece("bed", "bed", "Harbour bed", {
    starts: { to: "start", of: "bell", plus: 3.2 },
    ends: { to: "end", of: "welcome", plus: 6 },
    who: "Nell Farrow",
    approved: true,
  }),
  blankPiece("welcome", "speech", "Host, welcome", {
    starts: { to: "end", of: "bell", plus: 1 },
    planned: 140,
    least: 60,
    most: 200,
    who: "the host",
  }),
  blankPiece("first", "speech", "First tale", {
    starts: { to: "end", of: "bed", plus: 2 },
    planned: 1500,
    least: 1200,
    most: 1800,
    who: "the teller",
  }),
  blankPiece("break", "break", "Oyster break", {
    starts: { to: "end", of: "first", plus: 0 },
    who: "Nell Farrow",
    approved: true,
  }),
  blankPiece("second", "speech", "Second tale", {
    starts: { to: "end", of: "break", plus: 1.5 },
    planned: 1703,
    least: 1200,
    most: 1800,
    who: "the teller",
  }),
  blankPiece("song", "insert", "Lamp song", {
    starts: { to: "end", of: "second", plus: 2 },
    who: "Saltmarsh house band",
    approved: true,
  }),
  blankPiece("goodnight", "speech", "Host, goodnight", {
    starts: { to: "end", of: "song", plus: -3 },
    planned: 38,
    least: 20,
    most: 60,
    who: "the host",
  }),
  blankPiece("closing", "closing", "Ebb tide", {
    starts: null,
    ends: { to: "close", plus: 0 },
    who: "Nell Farrow",
    approved: true,
  }),
];

/** What plays them, by track. */
const STORY: Readonly<Record<string, () => Item[]>> = {
  "intro-music": () => [
    plays("m1", "bell", BELL, { note: "Three strokes, then the bed." }),
    plays("m2", "break", BREAK),
  ],
  "music-bed": () => [plays("m1", "bed", BED, { offset: 2, loops: true }), plays("m2", "song", SONG)],
  host: () => [
    waits("m1", "welcome", "The host says who tells tonight."),
    waits("m2", "goodnight", "The host says goodnight."),
  ],
  storyteller: () => [
    waits("m1", "first", "What is told first, in two parts as the recorder wrote them.", 2),
    waits("m2", "second", "What is told after the break."),
  ],
  "outro-music": () => [
    plays("m1", "closing", CLOSING, {
      fadeIn: { length: 0.5, shape: "linear" },
      note: "Ends with the evening.",
    }),
  ],
};

/** A story evening with its running order, everything where that says and as loud. */
export function withStory(session: Session): Session {
  const facts: Facts = new Map(
    [BELL, BED, BREAK, SONG, CLOSING].map(([, file]) => [hashOf(file), soundFact(file)]),
  );
  const laid: Session = {
    ...session,
    order: [...ORDER],
    programme: USUAL_PROGRAMME,
    fixedEnd: 58 * 60,
    tracks: session.tracks.map((t) => {
      const items = STORY[t.id]?.();
      return items ? { ...t, items } : t;
    }),
  };
  return apply(laid, settle(laid, facts));
}
