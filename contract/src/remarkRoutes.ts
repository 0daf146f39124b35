import {
  colleagues,
  hereNow,
  newAnswer,
  newRemark,
  remark,
  remarkDone,
  remarks,
  remarksOf,
  whoIsHere,
} from "./remarks.ts";
import { TEAM, route } from "./route.ts";

/** What people say to each other about what the house works on, and who works on it now. */
export const remarkRoutes = {
  remarks: route({
    summary: "The remarks on a template, a session or a proposal: open ones first",
    who: "signed-in",
    query: remarksOf,
    answer: remarks,
  }),
  addRemark: route({
    summary: "Make a remark, for somebody by name where that is wanted",
    who: TEAM,
    once: true,
    small: true,
    body: newRemark,
    answer: remark,
  }),
  answerRemark: route({
    summary: "Answer a remark",
    who: TEAM,
    once: true,
    small: true,
    body: newAnswer,
    answer: remark,
  }),
  remarkDone: route({
    summary: "Say that a remark is done, or take it up again",
    who: TEAM,
    small: true,
    body: remarkDone,
    answer: remark,
  }),
  colleagues: route({
    summary: "Who is in the house, by name: for whom a remark may be",
    who: "signed-in",
    answer: colleagues,
  }),
  here: route({
    summary: "Say that one works on a document and what one has chosen there; answers who else does",
    who: TEAM,
    small: true,
    body: hereNow,
    answer: whoIsHere,
  }),
};
