import type { Hearing, Role } from "./wordlist.ts";

/**
 * Every spelling of a role, what it is heard as before its name and short forms: a doubt written down there
 * holds.
 */
export function spellingsOf(role: Role): Hearing[] {
  const own = [role.name, role.short.full, role.short.eight, role.short.four];
  return [...role.heard, ...own.map((text) => ({ text, within: null, doubtful: text.length === 1 }))];
}
