import { plural } from "../session/plural.ts";
import type { Sentence } from "./sentences.ts";

/** So many sentences are read by whoever chooses a release. */
const SAID = 4;
/** As long as a note is read without growing tired. */
const LONGEST = 300;

/** A note for a release, proposed from what changed: the sentences that stand for most. */
export function noteFrom(sentences: readonly Sentence[]): string {
  const said: string[] = [];
  for (const { says } of sentences) {
    if (said.length === SAID || [...said, says].join("; ").length > LONGEST) break;
    said.push(said.length === 0 ? says : lower(says));
  }
  const more = sentences.length - said.length;
  if (said.length === 0) return more === 0 ? "" : plural(more, "change");
  return `${said.join("; ")}${more === 0 ? "" : `; and ${more} more`}`;
}

/** A sentence as part of another: names keep their letters. */
const lower = (s: string): string =>
  /^(Everything|Inputs?) /.test(s) ? s.slice(0, 1).toLowerCase() + s.slice(1) : s;
