import { RULES } from "@mossy/core/check/rules";

/** The title of each rule, for heads of findings. */
export const TITLE_OF: ReadonlyMap<string, string> = new Map(RULES.map((r) => [r.id, r.title]));
