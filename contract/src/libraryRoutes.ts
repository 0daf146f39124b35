import { z } from "zod";
import { blockPlaces, bringBlock, bringBlockInDraft, broughtInDraft } from "./blocks.ts";
import { whichSessions } from "./drift.ts";
import { behindPage, bringForward, earlierPage, followInSession, forwardLook } from "./forward.ts";
import { templateHistory, trackHistory } from "./history.ts";
import { comparisonForm } from "@mossy/core/compare/out";
import {
  editShelves,
  editTemplate,
  followPage,
  foundTemplates,
  library,
  newBlock,
  newTemplate,
  publishRelease,
  release,
  takeBack,
  template,
  templateCard,
  trackUses,
  USES_OF,
  wholeRelease,
} from "./library.ts";
import { editProduction, production, productions } from "./productions.ts";
import { CREW, FILE, LEAD, route } from "./route.ts";
import { forwarded, handOver } from "./sessions.ts";

/** The library: templates, releases, what is compared, and sessions that follow the releases. */
export const libraryRoutes = {
  library: route({ summary: "The templates", who: "signed-in", answer: library }),
  template: route({ summary: "A template: draft and releases", who: "signed-in", answer: template }),
  newTemplate: route({
    summary: "Begin a template; with a note it is published at once",
    who: LEAD,
    once: true,
    body: newTemplate,
    answer: templateCard.pick({ id: true }),
  }),
  newBlock: route({
    summary: "Make a block of tracks and publish it as release 1",
    who: LEAD,
    once: true,
    body: newBlock,
    answer: release.extend({ id: z.string() }),
  }),
  blockPlaces: route({
    summary:
      "Templates and open sessions in which a block stands, some at a time, with what bringing it to its latest " +
      "release asks there",
    who: "signed-in",
    answer: blockPlaces,
  }),
  bringBlockInDraft: route({
    summary:
      "Bring a block of a template's draft to another release, and publish the draft if that is wanted",
    who: LEAD,
    once: true,
    body: bringBlockInDraft,
    answer: broughtInDraft,
  }),
  blockLook: route({
    summary: "What bringing a block of a session to another release is made of",
    who: "signed-in",
    answer: forwardLook,
  }),
  bringBlock: route({
    summary:
      "Bring a block of a session to another release, with what was chosen where both changed the same",
    who: CREW,
    rooms: "own",
    open: true,
    once: true,
    body: bringBlock,
    answer: forwarded,
  }),
  templateHistory: route({
    summary: "What each release of a template brought, and since when its settings stand",
    who: "signed-in",
    answer: templateHistory,
  }),
  trackHistory: route({
    summary:
      "Where a track of a template comes from: what happened to it, by whom, and since when its values stand",
    who: "signed-in",
    answer: trackHistory,
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
    once: true,
    body: publishRelease,
    answer: release,
  }),
  templateFile: route({
    summary:
      "A release of a template as a session exchange file, a template file or a MIDI file; its draft where " +
      "none is named",
    who: "signed-in",
    query: z.object({
      release: z.coerce.number().int().min(1).optional(),
      as: z.enum(["session", "template", "midi"]).optional(),
    }),
    answer: FILE,
  }),
  release: route({ summary: "A release, whole", who: "signed-in", answer: wholeRelease }),
  publishRelease: route({
    summary: "Publish the draft as the next release",
    who: LEAD,
    once: true,
    body: publishRelease,
    answer: release,
  }),

  findTemplates: route({
    summary: "Templates in which a track, role, processor or note is called so",
    who: "signed-in",
    query: z.object({ find: z.string().min(1).max(100) }),
    answer: foundTemplates,
  }),
  trackUses: route({
    summary: "Tracks of drafts and open sessions that are of a role, or carry a device or a chain",
    who: "signed-in",
    query: z.object({ of: z.enum(USES_OF), what: z.string().min(1).max(100) }),
    answer: trackUses,
  }),
  editShelves: route({
    summary: "Name, order and put together the shelves",
    who: LEAD,
    body: editShelves,
    answer: library.pick({ shelves: true }),
  }),
  productions: route({
    summary: "The productions of the house, with their templates and how many sessions each has",
    who: "signed-in",
    answer: productions,
  }),
  editProduction: route({
    summary: "Begin or name a production, close it (its templates are put away) or open it again",
    who: LEAD,
    body: editProduction,
    answer: production,
  }),
  editTemplate: route({
    summary: "Rename a template, say what it is for, put it on another shelf, or give it to a production",
    who: LEAD,
    body: editTemplate,
    answer: templateCard,
  }),
  retireTemplate: route({
    summary: "Retire a template, or bring it back; its releases and sessions stay",
    who: LEAD,
    small: true,
    body: z.object({ retired: z.boolean() }),
    answer: templateCard,
  }),
  takeBack: route({
    summary: "Take a release back with a reason, or give it out again; it stays as it is",
    who: LEAD,
    small: true,
    body: takeBack,
    answer: templateCard,
  }),

  comparePdf: route({
    summary: "A comparison on paper (PDF)",
    who: "signed-in",
    body: comparisonForm,
    answer: FILE,
  }),
  forwardLook: route({
    summary: "What bringing a session to another release of its template is made of",
    who: "signed-in",
    answer: forwardLook,
  }),
  bringForward: route({
    summary:
      "Bring a session to another release of its template, with what was chosen where both changed the same",
    who: CREW,
    rooms: "own",
    open: true,
    once: true,
    body: bringForward,
    answer: forwarded,
  }),
  handOver: route({
    summary: "Hand a running session to another room, fitted to it",
    who: CREW,
    rooms: "own",
    open: true,
    once: true,
    body: handOver,
    answer: forwarded,
  }),
  undoForward: route({
    summary: "Take the last bringing forward of a session back",
    who: CREW,
    rooms: "own",
    open: true,
    once: true,
    answer: forwarded,
  }),
  earlier: route({
    summary:
      "Open sessions that were started under an earlier edition of the house style, some at a time, with what the " +
      "one in force asks of each",
    who: "signed-in",
    answer: earlierPage,
  }),
  followInSession: route({
    summary: "Bring a session to the edition of the house style in force",
    who: CREW,
    rooms: "own",
    open: true,
    once: true,
    body: followInSession,
    answer: forwarded,
  }),
  behind: route({
    summary:
      "Open sessions that stand on an older release of their template, of one template or of all, some at a " +
      "time, with what bringing each forward asks",
    who: "signed-in",
    query: z.object(whichSessions),
    answer: behindPage,
  }),
};
