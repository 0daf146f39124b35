import { z } from "zod";
import { chain, chainUses, chains, saveChain } from "./chains.ts";
import { document, edit, edited } from "./documents.ts";
import { carryOut, disk, diskRun, hashWish, hashes, madeFolders, makeFolders } from "./disk.ts";
import {
  edition,
  houseHands,
  houseUses,
  impact,
  houseOverview,
  publishEdition,
  editHouse,
  unreadNames,
  wholeEdition,
} from "./house.ts";
import {
  followPage,
  library,
  newTemplate,
  publishRelease,
  release,
  template,
  templateCard,
  wholeRelease,
} from "./library.ts";
import { person, signIn, signInHints } from "./people.ts";
import type { Right } from "./people.ts";
import type { RouteName } from "./paths.ts";
import { rooms, tick, ticks } from "./rooms.ts";
import {
  handInAnswer,
  send,
  sessions,
  startSession,
  tickLine,
  wholeCheckIn,
  wholeSession,
} from "./sessions.ts";
import { today } from "./today.ts";

const done = z.object({ done: z.literal(true) });
/** Bytes, not JSON. */
export const FILE = "file";

export interface Route {
  readonly summary: string;
  /** Who may: everybody, everybody signed in, or those with one of these rights. */
  readonly who: "anyone" | "signed-in" | readonly Right[];
  readonly query?: z.ZodObject;
  readonly body?: z.ZodType | typeof FILE;
  readonly answer: z.ZodType | typeof FILE;
}
const route = <const R extends Route>(r: R): R => r;
const LEAD = ["lead"] as const;
const CREW = ["lead", "engineer"] as const;

/**
 * What goes over every request of the house (method and path: `paths.ts`), used by server, web and station
 * alike; `openapi.ts` describes them from here.
 */
export const routes = {
  health: route({
    summary: "Whether the house is awake and its database answers",
    who: "anyone",
    answer: z.object({ ok: z.literal(true), database: z.string() }),
  }),
  signInHints: route({ summary: "How the people of the demo sign in", who: "anyone", answer: signInHints }),
  signIn: route({ summary: "Sign in; sets a cookie", who: "anyone", body: signIn, answer: person }),
  signOut: route({ summary: "Sign out", who: "anyone", answer: done }),
  me: route({ summary: "Who is signed in", who: "signed-in", answer: person }),
  today: route({
    summary: "The rooms, what stands on which release, what waits",
    who: "signed-in",
    answer: today,
  }),

  house: route({
    summary: "The draft of the house style and the list of editions",
    who: "signed-in",
    answer: houseOverview,
  }),
  currentEdition: route({
    summary: "The edition in force",
    who: "signed-in",
    answer: wholeEdition,
  }),
  houseEdition: route({
    summary: "One edition, also an earlier one",
    who: "signed-in",
    answer: wholeEdition,
  }),
  unreadNames: route({
    summary: "Names in drafts and open sessions that the current edition does not read for sure",
    who: "signed-in",
    answer: unreadNames,
  }),
  houseUses: route({
    summary:
      "How many tracks of drafts, current releases and open sessions each exception of the draft speaks of",
    who: "signed-in",
    answer: houseUses,
  }),
  houseHands: route({
    summary: "Who changed each thing of the draft last, and when",
    who: "signed-in",
    answer: houseHands,
  }),
  impact: route({
    summary:
      "What publishing the draft would ask of drafts, current releases and open sessions, " +
      "some of them at a time",
    who: "signed-in",
    answer: impact,
  }),
  editHouse: route({
    summary: "Change the draft; changes that touch nothing of others' merge by themselves",
    who: LEAD,
    body: editHouse,
    answer: edited,
  }),
  publishEdition: route({
    summary: "Publish the draft as the next edition",
    who: LEAD,
    body: publishEdition,
    answer: edition,
  }),

  library: route({ summary: "The templates", who: "signed-in", answer: library }),
  template: route({ summary: "A template: draft and releases", who: "signed-in", answer: template }),
  newTemplate: route({
    summary: "Begin a template",
    who: LEAD,
    body: newTemplate,
    answer: templateCard.pick({ id: true }),
  }),
  follow: route({
    summary:
      "Templates that the edition in force asks something of, some at a time, with what " +
      "following it would change",
    who: "signed-in",
    answer: followPage,
  }),
  followEdition: route({
    summary: "Dress a draft as the edition in force asks and publish it as the next release",
    who: LEAD,
    body: publishRelease,
    answer: release,
  }),
  release: route({ summary: "A release, whole", who: "signed-in", answer: wholeRelease }),
  publishRelease: route({
    summary: "Publish the draft as the next release",
    who: LEAD,
    body: publishRelease,
    answer: release,
  }),

  chains: route({
    summary: "Chains of processors on the shared shelf, with all their versions",
    who: "signed-in",
    answer: chains,
  }),
  chainUses: route({
    summary: "Which drafts of the library stand on which version of each chain",
    who: "signed-in",
    answer: chainUses,
  }),
  saveChain: route({
    summary: "Put a chain on the shelf: a new one, or the next version of the one with that name",
    who: CREW,
    body: saveChain,
    answer: chain,
  }),

  document: route({ summary: "A session being worked on", who: "signed-in", answer: document }),
  inputListPdf: route({
    summary: "Its input list as one page (PDF) for the floor of the room",
    who: "signed-in",
    query: z.object({ title: z.string().max(200).optional() }),
    answer: FILE,
  }),
  editDocument: route({
    summary: "Change it; changes that touch nothing of others' merge by themselves",
    who: CREW,
    body: edit,
    answer: edited,
  }),

  tick: route({
    summary: "Tick a line of the checklist off for a room, or take the tick away",
    who: ["lead", "engineer", "assistant"],
    body: tick,
    answer: ticks,
  }),
  disk: route({
    summary: "What stands on the shared disk, and what was moved on it",
    who: "signed-in",
    answer: disk,
  }),
  hashOnDisk: route({
    summary: "Hashes of files on the shared disk",
    who: CREW,
    body: hashWish,
    answer: hashes,
  }),
  makeOnDisk: route({
    summary: "Make folders on the shared disk",
    who: LEAD,
    body: makeFolders,
    answer: madeFolders,
  }),
  moveOnDisk: route({
    summary: "Carry a move plan out on the shared disk; the log undoes it",
    who: LEAD,
    body: carryOut,
    answer: diskRun,
  }),
  undoOnDisk: route({ summary: "Undo what was moved", who: LEAD, answer: diskRun }),

  rooms: route({ summary: "The rooms with their inputs and limits", who: "signed-in", answer: rooms }),

  sessions: route({ summary: "The sessions, newest first", who: "signed-in", answer: sessions }),
  startSession: route({
    summary: "Fit a release into a room and start a session from it",
    who: CREW,
    body: startSession,
    answer: wholeSession,
  }),
  session: route({
    summary: "A session with its fit report and check-ins",
    who: "signed-in",
    answer: wholeSession,
  }),
  package: route({
    summary: "The package for the room as the session stands now, a ZIP",
    who: "signed-in",
    answer: FILE,
  }),
  tickLine: route({
    summary: "Tick a line of what is gone through before recording, or take the tick away",
    who: ["lead", "engineer", "assistant"],
    body: tickLine,
    answer: ticks,
  }),
  sessionInputListPdf: route({
    summary: "The input list of a session as it stands now, as one page (PDF)",
    who: "signed-in",
    answer: FILE,
  }),
  sendToStation: route({
    summary:
      "Tell the room's station that the session as it stands now waits: as a package, or as " +
      "the corrected file alone",
    who: CREW,
    body: send,
    answer: done,
  }),
  handIn: route({
    summary: "Hand a session file in",
    who: "signed-in",
    query: z.object({
      session: z.uuid().optional(),
      name: z.string().max(200).optional(),
      /** Take it in although it is little like that session. */
      sure: z.literal("yes").optional(),
    }),
    body: FILE,
    answer: handInAnswer,
  }),
  checkIn: route({
    summary: "A check-in: as given, as it came, as it stands",
    who: "signed-in",
    answer: wholeCheckIn,
  }),
  correctedFile: route({ summary: "The session file as it stands now", who: "signed-in", answer: FILE }),
} as const satisfies Record<RouteName, Route>;

export type Routes = typeof routes;
export type AnswerOf<N extends RouteName> = Routes[N]["answer"] extends z.ZodType<infer A> ? A : Uint8Array;
export type BodyOf<N extends RouteName> = Routes[N] extends { readonly body: z.ZodType<infer B> }
  ? B
  : Routes[N] extends { readonly body: typeof FILE }
    ? Uint8Array
    : undefined;
export type QueryOf<N extends RouteName> = Routes[N] extends { readonly query: z.ZodType<infer Q> }
  ? Q
  : undefined;
