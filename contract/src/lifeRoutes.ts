import {
  copied,
  copySession,
  lastStarted,
  nameQuery,
  renamed,
  renameSession,
  replug,
  replugged,
} from "./life.ts";
import { CREW, FILE, TEAM, route } from "./route.ts";
import { lookAtFit } from "./sessions.ts";

/** What is done to a running session as a whole. */
export const lifeRoutes = {
  fitPaper: route({
    summary: "How a release fits a room, on paper (PDF), as it was decided so far",
    who: "signed-in",
    body: lookAtFit,
    answer: FILE,
  }),
  nameLook: route({
    summary: "What a session started now would be called, and its folder: another word where that is taken",
    who: "signed-in",
    query: nameQuery,
    answer: renamed,
  }),
  lastStarted: route({
    summary: "What was last started in a room, to be started again",
    who: "signed-in",
    answer: lastStarted,
  }),
  replug: route({
    summary: "Move sources of a running session to other inputs, so that it is no drift",
    who: TEAM,
    once: true,
    rooms: "own",
    open: true,
    body: replug,
    answer: replugged,
  }),
  renameSession: route({
    summary: "Call a session and its folder otherwise",
    who: CREW,
    once: true,
    rooms: "own",
    open: true,
    small: true,
    body: renameSession,
    answer: renamed,
  }),
  copySession: route({
    summary: "Start another session set up as this one is",
    who: TEAM,
    once: true,
    rooms: "own",
    small: true,
    body: copySession,
    answer: copied,
  }),
} as const;
