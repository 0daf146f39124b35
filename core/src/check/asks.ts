import type { Style } from "../house/style.ts";
import type { Change } from "../session/change.ts";
import type { Session } from "../session/document.ts";
import { sameThing, things } from "./causes.ts";
import { check, open, putAllRight } from "./check.ts";
import type { Finding } from "./rule.ts";

/** What the house style asks of a template now that it did not ask when the template was last released. */
export interface EditionAsk {
  /** All of it, in the order of findings. */
  readonly findings: readonly Finding[];
  /** What of it can be done without asking: nothing else is touched. */
  readonly changes: readonly Change[];
}

/**
 * What a later edition asks of a template.
 * @param then the house style its last release was published under
 */
export function askedOf(style: Style, then: Style, session: Session): EditionAsk {
  if (style === then) return { findings: [], changes: [] };
  const newly = (found: readonly Finding[], now: Session): Finding[] => {
    const before = things(check(then, now));
    return found.filter((f) => !before.has(sameThing(f)));
  };
  const findings = newly(open(check(style, session)), session);
  return { findings, changes: findings.length === 0 ? [] : putAllRight(style, session, null, newly) };
}

/** "Follows edition 3: 4 names, 2 colours, 1 place." */
export function askedInWords(edition: number, findings: readonly Pick<Finding, "rule">[]): string {
  const many = new Map<string, number>();
  for (const f of findings) {
    const what = WORDS[f.rule] ?? ["other thing", "other things"];
    many.set(what.join("|"), (many.get(what.join("|")) ?? 0) + 1);
  }
  const said = [...many].map(([words, n]) => `${n} ${words.split("|")[n === 1 ? 0 : 1] ?? ""}`);
  return `Follows edition ${edition}${said.length > 0 ? `: ${said.join(", ")}` : ""}.`;
}

const NAMES = ["name", "names"] as const;
const PLACES = ["place", "places"] as const;
const WORDS: Readonly<Record<string, readonly [string, string]>> = {
  "name-off-pattern": NAMES,
  "name-unreadable": NAMES,
  "same-name": NAMES,
  "outside-folder": PLACES,
  "out-of-order": PLACES,
  "colour-off": ["colour", "colours"],
  "icon-off": ["icon", "icons"],
  "folder-sound": ["folder", "folders"],
};
