import {
  driftOverTime,
  driftQuery,
  putRight,
  putRightDone,
  rightPage,
  rightQuery,
  rightRuns,
  runUndone,
} from "./drift.ts";
import { FILE, TEAM, route } from "./route.ts";

/** Drift over time, and putting it right in many sessions. */
export const driftRoutes = {
  driftOver: route({
    summary: "What drifts over some weeks: by rule, part, room or template",
    who: "signed-in",
    query: driftQuery,
    answer: driftOverTime,
  }),
  driftPaper: route({
    summary: "The same on paper (PDF), for the weekly meeting",
    who: "signed-in",
    query: driftQuery,
    answer: FILE,
  }),
  toPutRight: route({
    summary: "Open sessions in which rooms brought something about, and what putting it right would change",
    who: "signed-in",
    query: rightQuery,
    answer: rightPage,
  }),
  putRight: route({
    summary: "Put right in a session what its room brought about, and send the corrected file",
    who: TEAM,
    once: true,
    rooms: "own",
    open: true,
    small: true,
    body: putRight,
    answer: putRightDone,
  }),
  rightRuns: route({
    summary: "What was put right in many sessions lately",
    who: "signed-in",
    answer: rightRuns,
  }),
  undoRun: route({
    summary: "Undo what was put right in many sessions, in those of one's own rooms",
    who: TEAM,
    answer: runUndone,
  }),
} as const;
