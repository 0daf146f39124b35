import type { Pool } from "../database.ts";
import type { Files } from "../files/files.ts";
import type { Styles } from "./styles.ts";

/** What whoever works something out has at hand. */
export interface Bench {
  readonly pool: Pool;
  readonly styles: Styles;
  readonly files: Files;
}
