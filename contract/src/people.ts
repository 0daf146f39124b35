import { oneLine } from "@mossy/core/session/text";
import { z } from "zod";

/**
 * What an account may do: a lead everything; engineers and assistants work in their rooms; a station takes
 * packages for its room and hands in. The whole table: docs/rights.md.
 */
export const right = z.enum(["lead", "engineer", "assistant", "station"]);
export type Right = z.infer<typeof right>;
/** What a person may be; stations are no people. */
export const personRight = right.exclude(["station"]);
export type PersonRight = z.infer<typeof personRight>;

/** Who did something: the id tells them apart, the name is as it is today. */
export const doer = z.object({ id: z.string(), name: z.string() });
export type Doer = z.infer<typeof doer>;

export const person = doer.extend({
  right,
  /** The rooms they work in; null for all. */
  rooms: z.array(z.string()).nullable(),
  /** Whether the house asks for a second factor they have not set up: they can do that and nothing else. */
  wantsFactor: z.boolean(),
});
export type Person = z.infer<typeof person>;

const password = z.string().min(1, "type your password").max(200);
const signInName = oneLine(60)
  .trim()
  .min(2, "two characters at least")
  .regex(/^\S*$/, "no spaces: it is typed to sign in");
const personName = oneLine(80).trim().min(1, "type a name");
const token = z.string().max(100);
/** A one-time code of a second factor, or one of the recovery codes. */
const code = z.string().trim().max(40);

export const signIn = z.object({
  name: oneLine(80).trim().min(1, "type your sign-in name"),
  password,
  /** Of the second factor, where there is one. */
  code: code.optional(),
});
/** Who is signed in now, or that the code of the second factor is wanted as well. */
export const signedIn = z.union([z.object({ wants: z.literal("code") }), person]);
export type SignedIn = z.infer<typeof signedIn>;

export const signInHint = z.object({
  signIn: z.string(),
  name: z.string(),
  right: personRight,
  does: z.string(),
  password: z.string(),
});
export type SignInHint = z.infer<typeof signInHint>;

/** What stands at the door: the people of a demo with how they sign in, and whether nobody lives here yet. */
export const doorway = z.object({ people: z.array(signInHint), empty: z.boolean() });

/** Where somebody is signed in. */
export const place = z.object({
  id: z.uuid(),
  here: z.boolean(),
  address: z.string(),
  browser: z.string(),
  begunAt: z.iso.datetime(),
  seenAt: z.iso.datetime(),
});

/** What somebody sees of their own account. */
export const account = z.object({
  signIn: z.string(),
  name: z.string(),
  factor: z.object({
    on: z.boolean(),
    /** Whether the house asks for one of this person. */
    must: z.boolean(),
    codesLeft: z.int(),
  }),
  places: z.array(place),
});
export type Account = z.infer<typeof account>;
export const editAccount = z.object({ name: personName });
export const changePassword = z.object({ old: password, password: z.string().max(200) });
/** Ends one place where one is signed in, or all but this one. */
export const signOutOf = z.object({ place: z.uuid().nullable() });

/** A second factor that was begun: its secret, in base 32 and as an address that apps read. */
export const factorBegun = z.object({ secret: z.string(), address: z.string() });
export const factorCode = z.object({ code });
export const withPassword = z.object({ password });
export const recoveryCodes = z.object({ codes: z.array(z.string()) });

export const personCard = doer.extend({
  right: personRight,
  rooms: z.array(z.string()).nullable(),
  signIn: z.string().nullable(),
  /** Whether they came with the demo: their password is known to everybody. */
  demo: z.boolean(),
  factor: z.boolean(),
  offAt: z.iso.datetime().nullable(),
  seenAt: z.iso.datetime().nullable(),
  /** A link that is still good. */
  link: z.object({ kind: z.enum(["join", "reset"]), until: z.iso.datetime() }).nullable(),
});
export type PersonCard = z.infer<typeof personCard>;
export const factorFor = z.enum(["nobody", "leads", "everybody"]);
export const people = z.object({ people: z.array(personCard), factorFor });
export const peopleRules = z.object({ factorFor });

const rooms = z.array(z.string().max(80)).max(500).nullable();
export const invite = z.object({ name: personName, right: personRight, rooms });
export const editPerson = z.object({ name: personName, right: personRight, rooms });
/** A link that was made; it is shown this once. */
export const madeLink = z.object({ person: z.string(), token: z.string(), until: z.iso.datetime() });
/** Whether the link also takes off a second factor that was lost. */
export const newLink = z.object({ factor: z.boolean().default(false) });
export const switchPerson = z.object({ on: z.boolean() });

export const withToken = z.object({ token });
/** What a link is for. */
export const linkFor = z.object({
  house: z.string(),
  kind: z.enum(["join", "reset"]),
  name: z.string(),
  signIn: z.string().nullable(),
  right: personRight,
  until: z.iso.datetime(),
});
export const useLink = z.object({
  token,
  /** Chosen by whoever joins; a reset leaves it as it is. */
  signIn: signInName.optional(),
  name: personName.optional(),
  password: z.string().max(200),
});

export const setUpLook = z.object({ until: z.iso.datetime() });
export const newLead = z.object({ name: personName, signIn: signInName, password: z.string().max(200) });
