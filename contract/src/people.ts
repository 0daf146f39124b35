import { z } from "zod";

/**
 * What somebody may do: lead everything; engineer rooms, sessions and putting right; assistant look and
 * hand in.
 */
export const right = z.enum(["lead", "engineer", "assistant"]);
export type Right = z.infer<typeof right>;

export const person = z.object({ id: z.string(), name: z.string(), right });
export type Person = z.infer<typeof person>;

export const signIn = z.object({
  name: z.string().trim().min(1, "type your sign-in name").max(80),
  password: z.string().min(1, "type your password").max(200),
});

export const signInHint = z.object({
  signIn: z.string(),
  name: z.string(),
  right,
  does: z.string(),
  password: z.string(),
});
export type SignInHint = z.infer<typeof signInHint>;

/** The people of the demo with how they sign in; empty in a house of its own. */
export const signInHints = z.object({ people: z.array(signInHint) });
