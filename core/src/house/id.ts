import { z } from "zod";

/** What tells one thing of the house from the others of its list. */
export const id = z
  .string()
  .min(1)
  .max(60)
  .regex(/^[a-z0-9-]+$/);
