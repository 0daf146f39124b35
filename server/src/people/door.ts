import type { SignInHint } from "@mossy/contract/people";
import type { Pool } from "../database.ts";
import type { Seal } from "./factors.ts";

/** What everything about accounts works with. */
export interface Door {
  readonly pool: Pool;
  /** Whether this is the demo: its people may sign in. */
  readonly demo: boolean;
  readonly hints: readonly SignInHint[];
  readonly seal: Seal;
}
