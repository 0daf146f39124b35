import { z } from "zod";
import { field } from "./field.ts";
import {
  LANES,
  keyChange,
  keyChangeInWords,
  lane,
  marker,
  markerInDetail,
  markerInWords,
  meterChange,
  meterInWords,
  picture,
  pictureInWords,
  section,
  sectionInWords,
  tempoInWords,
  tempoMove,
} from "./lanes.ts";
import type { KeyChange, Lane, Marker, MeterChange, SectionOf, TempoMove } from "./lanes.ts";
import { MOST_PIECES, piece, pieceInDetail, pieceInWords, programme, programmeInWords } from "./pieces.ts";
import type { HeldPiece } from "./pieces.ts";
import { each } from "./valueWords.ts";

/** What of a session runs along its time, above the tracks. */
export const ALONG_TIME = {
  markers: field({
    schema: z.array(marker).max(2000),
    rest: [],
    called: "markers",
    inWords: each<Marker>(markerInWords),
    inDetail: each<Marker>(markerInDetail),
    itemByItem: true,
  }),
  /** Tempos after the start; that of the start is `tempo`. */
  tempos: field({
    schema: z.array(tempoMove).max(2000),
    rest: [],
    called: "tempo moves",
    inWords: each<TempoMove>(tempoInWords),
    itemByItem: true,
  }),
  /** Meters after bar 1; that of bar 1 is `meter`. */
  meters: field({
    schema: z.array(meterChange).max(1000),
    rest: [],
    called: "meter changes",
    inWords: each<MeterChange>(meterInWords),
    itemByItem: true,
  }),
  keys: field({
    schema: z.array(keyChange).max(1000),
    rest: [],
    called: "keys",
    inWords: each<KeyChange>(keyChangeInWords),
    itemByItem: true,
  }),
  sections: field({
    schema: z.array(section).max(500),
    rest: [],
    called: "sections",
    inWords: each<SectionOf>(sectionInWords),
    itemByItem: true,
  }),
  /** Null where no picture runs along. */
  picture: field({
    schema: picture.nullable(),
    rest: null,
    called: "picture",
    inWords: pictureInWords,
  }),
  /** The pieces of a programme, in the order they are listed. */
  order: field({
    schema: z.array(piece).max(MOST_PIECES),
    rest: [],
    called: "running order",
    inWords: each<HeldPiece>(pieceInWords),
    inDetail: each<HeldPiece>(pieceInDetail),
    itemByItem: true,
  }),
  /** How loud it is to be; null where nothing is brought to a level. */
  programme: field({
    schema: programme.nullable(),
    rest: null,
    called: "loudness",
    inWords: programmeInWords,
  }),
  /** The lanes it opens with, from the top. */
  lanes: field({
    schema: z.array(lane).max(LANES.length),
    rest: [],
    called: "lanes",
    inWords: each<Lane>(String),
    itemByItem: true,
  }),
} as const;
