import { house } from "@mossy/core/house/house";
import { oneLine } from "@mossy/core/session/text";
import * as p from "./people.ts";
import { recordPage, recordQuery } from "./record.ts";
import { FILE, LEAD, done, route } from "./route.ts";

/** The first day: everything that makes an empty house one somebody lives in. */
const setUp = p.withToken.extend({
  name: oneLine(80).trim().min(1, "give the house a name"),
  lead: p.newLead,
  /** The house style to begin with; null: nothing is written down yet. */
  style: house.nullable(),
});
/** The door, people and their accounts, the record. */
export const peopleRoutes = {
  doorway: route({
    summary: "What stands at the door: whether nobody lives here yet, how the people of a demo sign in",
    who: "anyone",
    answer: p.doorway,
  }),
  signIn: route({
    summary: "Sign in; sets a cookie, or asks for the code of the second factor",
    who: "anyone",
    small: true,
    body: p.signIn,
    answer: p.signedIn,
  }),
  signOut: route({ summary: "Sign out", who: "anyone", answer: done }),
  lookAtSetUp: route({
    summary: "Whether an address at which an empty house is set up is still good",
    who: "anyone",
    small: true,
    body: p.withToken,
    answer: p.setUpLook,
  }),
  setUp: route({
    summary: "Set an empty house up: its name, its first lead, its house style; signs in",
    who: "anyone",
    body: setUp,
    answer: p.person,
  }),
  lookAtLink: route({
    summary: "What a one-time link is for",
    who: "anyone",
    small: true,
    body: p.withToken,
    answer: p.linkFor,
  }),
  useLink: route({
    summary: "Join, or choose a new password, by a one-time link; signs in",
    who: "anyone",
    small: true,
    body: p.useLink,
    answer: p.signedIn,
  }),

  me: route({ summary: "Who is signed in", who: "signed-in", early: true, answer: p.person }),
  account: route({
    summary: "One's own account: name, second factor, where one is signed in",
    who: "signed-in",
    early: true,
    answer: p.account,
  }),
  editAccount: route({
    summary: "Change one's own name",
    who: "signed-in",
    small: true,
    body: p.editAccount,
    answer: p.person,
  }),
  changePassword: route({
    summary: "Change one's own password; ends every other place one is signed in",
    who: "signed-in",
    small: true,
    early: true,
    body: p.changePassword,
    answer: done,
  }),
  signOutOf: route({
    summary: "Sign out at another place, or everywhere else",
    who: "signed-in",
    small: true,
    early: true,
    body: p.signOutOf,
    answer: done,
  }),
  beginFactor: route({
    summary: "Begin a second factor (RFC 6238): its secret, shown this once",
    who: "signed-in",
    small: true,
    early: true,
    body: p.withPassword,
    answer: p.factorBegun,
  }),
  confirmFactor: route({
    summary: "Turn the second factor on with its first code; gives the recovery codes",
    who: "signed-in",
    small: true,
    early: true,
    body: p.factorCode,
    answer: p.recoveryCodes,
  }),
  newRecoveryCodes: route({
    summary: "New recovery codes; the old ones are void",
    who: "signed-in",
    small: true,
    body: p.withPassword,
    answer: p.recoveryCodes,
  }),
  endFactor: route({
    summary: "Turn one's second factor off",
    who: "signed-in",
    small: true,
    body: p.withPassword,
    answer: done,
  }),

  people: route({
    summary: "The people of the house with their rights and rooms",
    who: LEAD,
    answer: p.people,
  }),
  invite: route({
    summary: "Invite somebody; the link is good for seven days, once",
    who: LEAD,
    small: true,
    body: p.invite,
    answer: p.madeLink,
  }),
  peopleRules: route({
    summary: "Who must have a second factor",
    who: LEAD,
    small: true,
    body: p.peopleRules,
    answer: done,
  }),
  endDemo: route({ summary: "Switch the people of the demo off", who: LEAD, answer: done }),
  editPerson: route({
    summary: "Change somebody's name, right and rooms",
    who: LEAD,
    body: p.editPerson,
    answer: done,
  }),
  newLink: route({
    summary: "A new link: to join, or for a new password; the one before is void",
    who: LEAD,
    small: true,
    body: p.newLink,
    answer: p.madeLink,
  }),
  withdrawLink: route({
    summary: "Withdraw a link; who never joined is gone with it",
    who: LEAD,
    answer: done,
  }),
  switchPerson: route({
    summary: "Switch somebody off or on again; what they did stays",
    who: LEAD,
    small: true,
    body: p.switchPerson,
    answer: done,
  }),
  record: route({
    summary: "Who did what in the house, newest first",
    who: LEAD,
    query: recordQuery,
    answer: recordPage,
  }),
  recordFile: route({
    summary: "The record as CSV, all that is kept and fits",
    who: LEAD,
    query: recordQuery.omit({ before: true }),
    answer: FILE,
  }),
} as const;
