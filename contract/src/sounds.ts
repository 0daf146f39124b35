import { measures } from "@mossy/core/sound/measures";
import { soundSays } from "@mossy/core/sound/head";
import { fileHash } from "@mossy/core/session/item";
import { longText, oneLine } from "@mossy/core/session/text";
import { z } from "zod";
import { doer } from "./people.ts";
import { FILE, TEAM, UPLOAD, done, route } from "./route.ts";

const tag = oneLine(40).min(1);
const tags = z.array(tag).max(20);
const shelf = oneLine(60).min(1);

/** A sound file of the house as lists show it. */
export const soundCard = z.object({
  id: z.uuid(),
  /** SHA-256 of what it holds. */
  hash: z.string(),
  /** As the house calls it. */
  name: z.string(),
  /** As its file was called when it was brought. */
  file: z.string(),
  /** In bytes. */
  size: z.number(),
  shelf: z.string(),
  tags: z.array(z.string()),
  by: doer,
  at: z.iso.datetime(),
  /** Put away: kept where it is used, offered to nobody. */
  gone: z.boolean(),
  /** What was found out about it; null while it waits, or where it cannot be measured. */
  is: z
    .object({
      container: z.string(),
      rate: z.number(),
      channels: z.number(),
      bits: z.number().nullable(),
      seconds: z.number(),
      integrated: z.number().nullable(),
      truePeak: z.number().nullable(),
      /** So much is off with it. */
      off: z.int(),
    })
    .nullable(),
  /** Why it cannot be measured; null where it was, or still is to be. */
  unmeasured: z.string().nullable(),
  /** Its picture in small: an outline of one channel in base64 (`core/sound/outline.ts`). */
  small: z.string().nullable(),
});
export type SoundCard = z.infer<typeof soundCard>;

export const SOUND_ORDERS = ["name", "newest", "longest"] as const;
export const soundsQuery = z.object({
  find: z.string().max(200).optional(),
  shelf: z.string().max(60).optional(),
  tag: z.string().max(40).optional(),
  gone: z.enum(["yes", "no"]).default("no"),
  order: z.enum(SOUND_ORDERS).default("name"),
  /** The last one of the page before. */
  after: z.uuid().optional(),
});
export type SoundsQuery = z.infer<typeof soundsQuery>;
export const sounds = z.object({
  sounds: z.array(soundCard),
  /** So many there are of these. */
  of: z.int(),
  next: z.uuid().nullable(),
  /** Shelves and tags that sounds stand under, with how many. */
  shelves: z.array(z.object({ name: z.string(), many: z.int() })),
  tags: z.array(z.object({ name: z.string(), many: z.int() })),
  /** So many are put away. */
  away: z.int(),
});
export type SoundsPage = z.infer<typeof sounds>;

/** A session with the sound on its tracks, or in the files of its last check-in. */
const soundUse = z.object({
  session: z.uuid(),
  title: z.string(),
  room: z.string(),
  roomName: z.string(),
  templateName: z.string(),
  /** As it is called in there. */
  as: z.string(),
});
/** A template that carries a sound: in its draft, in its latest release, or both. */
const soundCarried = z.object({
  template: z.string(),
  name: z.string(),
  draft: z.boolean(),
  /** The latest release; null where that does not carry it. */
  release: z.int().nullable(),
});
export const wholeSound = soundCard.extend({
  notes: z.string(),
  says: soundSays.nullable(),
  measures: measures.nullable(),
  templates: z.array(soundCarried),
  uses: z.array(soundUse),
});
export type WholeSound = z.infer<typeof wholeSound>;

export const editSound = z
  .object({ name: oneLine(120).min(1), shelf, tags, notes: longText(2000), gone: z.boolean() })
  .partial();
export type EditSound = z.infer<typeof editSound>;

/** Of one piece of a sound on its way in, in bytes: small enough that little is lost with a line. */
export const SOUND_PIECE = 4 * 2 ** 20;
/** So large a sound may be, in bytes. */
export const SOUND_MOST = 16 * 2 ** 30;
export const beginSound = z.object({
  file: oneLine(200).min(1),
  size: z.int().min(1, "the file is empty").max(SOUND_MOST, "the file has more than 16 GB"),
  /** By which it is known again after a break: of the same file of the same person the same. */
  mark: oneLine(120).min(8),
});
const coming = z.object({
  coming: z.uuid(),
  /** So many bytes of it are here. */
  has: z.number(),
});
export const endSound = z.object({ shelf, tags });

const kept = z.object({ id: z.string(), name: z.string(), files: z.int(), bytes: z.number() });
/** What the store of files holds, each file once. */
export const soundsKept = z.object({
  /** On the shelves. */
  shelves: z.object({ files: z.int(), bytes: z.number() }),
  /** What came in with sessions, by room and by template. */
  rooms: z.array(kept),
  templates: z.array(kept),
  /** What came in with sessions, each once. */
  sessions: z.object({ files: z.int(), bytes: z.number() }),
  /** So much would be there without that. */
  twice: z.number(),
});
export type SoundsKept = z.infer<typeof soundsKept>;

/** What a running order needs to know of a sound. */
const soundFact = z.object({
  hash: fileHash,
  seconds: z.number(),
  integrated: z.number().nullable(),
  truePeak: z.number().nullable(),
  /** How loud it is along its time, in base64 (`core/sound/profile.ts`); null where it waits to be measured anew. */
  profile: z.string().nullable(),
});
export type SoundFactSent = z.infer<typeof soundFact>;
/** So many can be asked for at once. */
export const MOST_FACTS = 200;

/** Sound files of the house: on shelves, each once, measured. */
export const soundRoutes = {
  sounds: route({
    summary: "The sound files of the house, some at a time",
    who: "signed-in",
    query: soundsQuery,
    answer: sounds,
  }),
  soundsKept: route({
    summary: "How much sound the house keeps, by shelf, room and template",
    who: "signed-in",
    answer: soundsKept,
  }),
  sound: route({
    summary: "A sound file: what it says of itself, what was measured, where it is used",
    who: "signed-in",
    answer: wholeSound,
  }),
  editSound: route({
    summary:
      "Name a sound file, put it on a shelf, say something of it, put it away: leads, and whoever brought it",
    who: TEAM,
    body: editSound,
    answer: wholeSound,
  }),
  measureSound: route({
    summary: "Measure a sound file again that could not be",
    who: TEAM,
    answer: soundCard,
  }),
  soundFile: route({
    summary: "A sound file as it came, or as a Broadcast Wave with what the house says of it",
    who: "signed-in",
    query: z.object({ as: z.enum(["came", "described"]).default("came") }),
    answer: FILE,
  }),
  soundListen: route({
    summary: "A sound file as browsers play it; any part of it can be asked for",
    who: "signed-in",
    query: z.object({ channel: z.coerce.number().int().min(0).max(63).optional() }),
    answer: FILE,
  }),
  soundOutline: route({
    summary: "The picture of a sound file: lowest and highest samples of equal stretches, by channel",
    who: "signed-in",
    answer: FILE,
  }),
  soundFacts: route({
    summary:
      "How loud sound files are, whole and along their time, by their hashes: those that were measured",
    who: TEAM,
    body: z.object({ hashes: z.array(fileHash).max(MOST_FACTS) }),
    answer: z.object({ sounds: z.array(soundFact) }),
  }),
  beginSound: route({
    summary: "Begin to bring a sound file, or go on with one after a break",
    who: TEAM,
    body: beginSound,
    answer: coming,
  }),
  soundPiece: route({
    summary: "The next piece of a sound file on its way in",
    who: TEAM,
    body: UPLOAD,
    answer: coming,
  }),
  endSound: route({
    summary: "Keep a sound file that is here whole; one that is there already is not kept twice",
    who: TEAM,
    once: true,
    body: endSound,
    answer: z.object({ sound: soundCard, known: z.boolean() }),
  }),
  leaveSound: route({
    summary: "Throw away what is here of a sound file on its way in",
    who: TEAM,
    answer: done,
  }),
} as const;
