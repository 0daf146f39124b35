import { behindPage, bringForward, forwardLook } from "./forward.ts";
import { comparisonForm } from "@mossy/core/compare/out";
import { CREW, FILE, route } from "./route.ts";
import { forwarded } from "./sessions.ts";

/** What was compared, and sessions that follow the releases of their templates. */
export const forwardRoutes = {
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
  undoForward: route({
    summary: "Take the last bringing forward of a session back",
    who: CREW,
    rooms: "own",
    open: true,
    once: true,
    answer: forwarded,
  }),
  behind: route({
    summary:
      "Open sessions that stand on an older release of a template, some at a time, with what bringing each forward asks",
    who: "signed-in",
    answer: behindPage,
  }),
};
