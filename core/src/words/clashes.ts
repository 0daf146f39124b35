import { fold } from "./fold.ts";
import type { Position, Role, WordList } from "./wordlist.ts";

/** A word of a role that means something else as well. */
export interface Clash {
  /** As it is written in the role. */
  readonly word: string;
  readonly sort: "role" | "position" | "short-form" | "prefix";
  /** Id and name of what claims it too. */
  readonly with: { readonly id: string; readonly name: string };
  /** What that does, for a person. */
  readonly says: string;
}

interface Claim {
  readonly role: Role;
  readonly within: string | null;
}

/** Every word of the list with who claims it, ready to be asked about one role after another. */
export class Claims {
  readonly #words = new Map<string, Claim[]>();
  readonly #shorts = new Map<string, Role[]>();
  readonly #positions = new Map<string, { id: string; name: string }>();

  constructor(words: WordList) {
    for (const role of words.roles) {
      for (const { text, within, doubtful } of [
        ...role.heard,
        { text: role.name, within: null, doubtful: false },
      ])
        if (!doubtful) push(this.#words, fold(text).text, { role, within });
      for (const short of new Set(shortsOf(role))) push(this.#shorts, short, role);
    }
    for (const p of words.positions)
      for (const { text, within } of [
        { text: p.name, within: null },
        { text: p.short, within: null },
        ...p.heard,
      ])
        if (within === null) this.#positions.set(fold(text).text, p);
  }

  /**
   * What clashes in a role as it stands (it need not be in the list yet): words another role claims in the
   * same place, words that read as a position, short forms another role has, and short forms that with a
   * position or a number behind them spell another's ("Kick" and "In" beside "KickIn"). Doubtful words may
   * clash: they are never called sure.
   */
  of(role: Role): Clash[] {
    const once = new Map<string, Clash>();
    const own = { text: role.name, within: null, doubtful: false };
    const found = [
      ...[...role.heard, own].filter((h) => !h.doubtful).flatMap((h) => this.#ofWord(role, h)),
      ...shortsOf(role).flatMap((short) => this.#ofShort(role, short)),
    ];
    for (const clash of found) {
      const key = `${clash.sort} ${fold(clash.word).text} ${clash.with.id}`;
      if (!once.has(key)) once.set(key, clash);
    }
    return [...once.values()];
  }

  /** Who else claims a word in the same place, and whether it reads as a position. */
  #ofWord(role: Role, { text, within }: { text: string; within: string | null }): Clash[] {
    const key = fold(text).text;
    const claims = (this.#words.get(key) ?? []).filter((c) => c.role.id !== role.id && c.within === within);
    const position = within === null ? this.#positions.get(key) : undefined;
    return [
      ...claims.map((c) =>
        clash(
          text,
          "role",
          c.role,
          `“${text}” is ${c.role.name} as well; where both are possible, the one that ` +
            "stands first is taken.",
        ),
      ),
      ...(position
        ? [
            clash(
              text,
              "position",
              position,
              `“${text}” reads as the position “${position.name}” beside another role.`,
            ),
          ]
        : []),
    ];
  }

  /** Who else has a short form, and whose it spells with something behind it. */
  #ofShort(role: Role, short: string): Clash[] {
    const same = (this.#shorts.get(short) ?? [])
      .filter((other) => other.id !== role.id)
      .map((other) =>
        clash(
          short,
          "short-form",
          other,
          `“${short}” is a short form of ${other.name} too, so names made with it look the same.`,
        ),
      );
    // Names are made with the full short form; a shorter one is never followed by more.
    return short === role.short.full.toLowerCase() ? [...same, ...this.#begun(role, short)] : same;
  }

  /** Short forms of others that begin with this one and go on with a number or a position. */
  #begun(role: Role, short: string): Clash[] {
    return [...this.#shorts].flatMap(([longer, others]) => {
      if (longer.length <= short.length || !longer.startsWith(short)) return [];
      const rest = longer.slice(short.length);
      const position = this.#positions.get(rest)?.name;
      const behind = /^\d+$/.test(rest) ? `the number ${rest}` : position && `“${position}”`;
      if (!behind) return [];
      return others
        .filter((other) => other.id !== role.id)
        .map((other) =>
          clash(
            short,
            "prefix",
            other,
            `“${short}” with ${behind} behind it spells “${longer}”, a short form of ${other.name}.`,
          ),
        );
    });
  }
}

const clash = (
  word: string,
  sort: Clash["sort"],
  { id, name }: { id: string; name: string },
  says: string,
): Clash => ({ word, sort, with: { id, name }, says });

const shortsOf = (role: Role): string[] =>
  [role.short.full, role.short.eight, role.short.four].map((s) => s.toLowerCase());

function push<V>(map: Map<string, V[]>, key: string, value: V): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

/**
 * Who else claims a word of something that stands beside roles (a side, an articulation…), in sentences:
 * others of these lists, above all one with the same short form, since names made with either look the
 * same; and roles.
 */
export function claimsOnPosition(
  words: WordList,
  one: Position,
  claims: Claims = new Claims(words),
): string[] {
  const spoken = (p: Position): string[] =>
    [p.name, ...p.heard.filter((h) => h.within === null).map((h) => h.text)].map((w) => fold(w).text);
  const mine = new Set(spoken(one));
  const short = fold(one.short).text;
  const said: string[] = [];
  for (const p of words.positions) {
    if (p.id === one.id) continue;
    if (fold(p.short).text === short)
      said.push(`“${one.short}” is written for “${p.name}” as well, so names made with it look the same.`);
    else if (mine.has(fold(p.short).text) || spoken(p).includes(short))
      said.push(`“${one.name}” and “${p.name}” share a word; the one that stands first is taken.`);
    const shared = spoken(p).find((w) => mine.has(w));
    if (shared !== undefined)
      said.push(`“${shared}” is “${p.name}” as well; the one that stands first is taken.`);
  }
  for (const r of words.roles) {
    const clash = claims.of(r).find((c) => c.sort === "position" && c.with.id === one.id);
    if (clash) said.push(`“${clash.word}” is the role ${r.name} when it stands alone.`);
  }
  return said;
}

/**
 * The positions whose short form another one has too, by id: names made with either cannot be told apart.
 */
export function sharedShortForms(words: WordList): ReadonlySet<string> {
  const by = new Map<string, string[]>();
  for (const p of words.positions) push(by, fold(p.short).text, p.id);
  return new Set([...by.values()].filter((ids) => ids.length > 1).flat());
}
