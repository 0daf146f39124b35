import { z } from "zod";
import { ciede2000 } from "../colour/ciede2000.ts";
import { lab } from "../colour/lab.ts";
import { colourFor, folderFor } from "../house/style.ts";
import type { Style } from "../house/style.ts";
import { grouped } from "../session/grouped.ts";
import { readName } from "../words/read.ts";
import type { Role } from "../words/wordlist.ts";
import { atLeast, notByChance, wilson } from "./chance.ts";
import type { RoleFacts, SessionFacts } from "./facts.ts";

export const ABOUT = ["name", "colour", "place", "level", "gone", "added"] as const;
export type About = (typeof ABOUT)[number];

/** Something most rooms do in the same way against the house. */
export const habit = z.object({
  about: z.enum(ABOUT),
  role: z.string(),
  /** What the house has, and what the rooms do: a short form, a colour, a folder, “louder”. Empty: none. */
  house: z.string(),
  rooms: z.string(),
  /** Of a level: by how much most often, in dB, above 0 where louder; null for all else. */
  by: z.number().nullable(),
  /** Sessions that do so, of those that could. */
  sessions: z.int(),
  of: z.int(),
  /** Where the share of all such sessions lies, 95 %. */
  low: z.number(),
  high: z.number(),
  /** The chance that so many do so by accident. */
  chance: z.number(),
  /** Rooms in which most sessions do so, of all that had any; and the rooms that do. */
  inRooms: z.array(z.string()),
  ofRooms: z.int(),
});
export type Habit = z.infer<typeof habit>;

/** A session that came back, where from, and what was done with it. */
export interface Told {
  readonly room: string;
  readonly facts: SessionFacts;
}

/** Colours nearer than this are one colour to rooms that choose by eye (CIEDE2000; common practice, no source). */
const ONE_COLOUR = 8;
/** A level is changed on purpose from here on, in dB (common practice, no source). */
const ON_PURPOSE = 1;
/** Fewer sessions than this tell nothing. */
const FEWEST = 4;
/** By accident at least so many do anything: nobody's evidence is cleaner than that. */
const CLEANEST = 0.01;

/** What each session says of one question; null: as the house has it. */
interface Question {
  readonly about: About;
  readonly role: Role;
  readonly house: string;
  readonly answers: readonly Answer[];
}
interface Answer {
  readonly room: string;
  /** Which session says so, by its place among those that are told. */
  readonly session: number;
  readonly says: string | null;
  /** By how many dB, where it is about levels. */
  readonly by?: number | null;
}

/**
 * Finds what rooms do in the same way against the house: in names, colours, places, levels, and what they take out or
 * add, by role. More than half of the sessions and two rooms have to do the same. Whether they do it by accident is
 * asked of a binomial test against how often such things are done to others in the same sessions (the chances of
 * single sessions differ; with their mean the test errs to the safe side: W. Hoeffding, Ann. Math. Stat. 27, 1956,
 * from memory), and of all questions together by the procedure of Benjamini and Hochberg (`chance.ts`), so that of
 * what is found about one in twenty is chance.
 */
export function habitsOf(told: readonly Told[], style: Style): Habit[] {
  const questions = questionsOf(told, style).filter((q) => q.answers.length >= FEWEST);
  const rates = ratesOf(questions);
  const asked = questions.map((q) => {
    const says = mostSaid(q);
    const k = q.answers.filter((a) => a.says !== null && alike(q.about, a.says, says)).length;
    return { q, says, k, chance: says === null ? 1 : atLeast(k, q.answers.length, rates(q)) };
  });
  const real = notByChance(asked.map((a) => a.chance));
  return asked
    .flatMap(({ q, says, k, chance }, i): Habit[] => {
      const n = q.answers.length;
      const rooms = [...grouped(q.answers, (a) => a.room)];
      const agree = rooms.filter(
        ([, own]) =>
          own.filter((a) => a.says !== null && alike(q.about, a.says, says)).length * 2 > own.length,
      );
      if (!real[i] || says === null || k * 2 <= n || agree.length < 2) return [];
      const [low, high] = wilson(k, n);
      const { about, house } = q;
      const inRooms = agree.map(([room]) => room);
      return [
        {
          about,
          role: q.role.id,
          house,
          rooms: says,
          by: byHowMuch(q, says),
          sessions: k,
          of: n,
          low,
          high,
          chance,
          inRooms,
          ofRooms: rooms.length,
        },
      ];
    })
    .toSorted((a, b) => b.low - a.low);
}

function questionsOf(told: readonly Told[], style: Style): Question[] {
  const all = told.flatMap(({ room, facts }, session) =>
    facts.roles.map((f) => ({ room, session, f, untold: facts.untold ?? [] })),
  );
  const known = [...grouped(all, ({ f }) => f.role)].flatMap(([id, list]): Question[] => {
    const role = style.reader.roles.get(id);
    if (!role) return [];
    const what = { role: id, of: null, positions: [], number: null };
    const ask = (about: About, house: string, says: (f: RoleFacts) => string | null): Question => ({
      about,
      role,
      house,
      answers: list
        .filter(({ untold }) => !untold.some((u) => u === about))
        .map(({ room, session, f }) => {
          const said = says(f);
          const by = about === "level" ? middle(f.levels) : null;
          return { room, session, says: said === null || alike(about, said, house) ? null : said, by };
        }),
    });
    const colour = colourFor(style, what) ?? "";
    const renamed = list.flatMap(({ f }) => f.names.flatMap((n) => formIn(role, n.from) ?? []));
    const written = renamed[0] ?? role.short.full;
    return [
      ask("name", written, (f) =>
        mostOf(
          f.names.flatMap((n) => saidFor(role, n)),
          f.many,
        ),
      ),
      ask("colour", colour, (f) =>
        mostOf(
          f.colours.map((c) => c.to),
          f.many,
        ),
      ),
      ask("place", folderFor(style, what)?.role ?? "", (f) =>
        mostOf(
          f.places.map((p) => p.to),
          f.many,
        ),
      ),
      ask("level", "0", (f) => levelOf(f)),
      ask("gone", "there", (f) => (f.gone * 2 > f.many ? "taken out" : null)),
    ];
  });
  return [...known, ...addedIn(told, style)];
}

/** Roles that rooms add where the session has none. */
function addedIn(told: readonly Told[], style: Style): Question[] {
  const sessions = told.map(({ room, facts }, session) => ({
    room,
    session,
    has: new Set(facts.roles.map((f) => f.role)),
    adds: new Set(facts.added.flatMap((name) => readName(style.reader, name).role ?? [])),
  }));
  const roles = new Set(sessions.flatMap((s) => [...s.adds]));
  return [...roles].flatMap((id): Question[] => {
    const role = style.reader.roles.get(id);
    if (!role) return [];
    const answers = sessions
      .filter((s) => !s.has.has(id))
      .map(({ room, session, adds }) => ({ room, session, says: adds.has(id) ? "added" : null }));
    return [{ about: "added", role, house: "not there", answers }];
  });
}

/** The short form of a role that stands in a name, the longest of those that do; null for none. */
const formIn = ({ short }: Pick<Role, "short">, name: string): string | null =>
  [short.full, short.eight, short.four]
    .toSorted((a, b) => b.length - a.length)
    .find((form) => name.includes(form)) ?? null;

/** How a room writes a role in a name: what it put in place of its short form. */
export function saidFor(role: Pick<Role, "short">, { from, to }: { from: string; to: string }): string[] {
  const form = formIn(role, from);
  if (form === null) return [];
  const at = from.indexOf(form);
  const [before, after] = [from.slice(0, at), from.slice(at + form.length)];
  if (!to.startsWith(before) || !to.endsWith(after) || to.length <= before.length + after.length) return [];
  const said = to.slice(before.length, to.length - after.length);
  // Another way to write the same is no other word.
  return said.toLowerCase() === form.toLowerCase() || !/^[\p{L}\p{N}]{2,20}$/u.test(said) ? [] : [said];
}

/** What more than half of so many say. */
function mostOf(said: readonly string[], many: number): string | null {
  for (const [says, own] of grouped(said, (s) => s)) if (own.length * 2 > many) return says;
  return null;
}

/** The middle one of some numbers (the lower of two); null of none. */
const middle = (of: readonly number[]): number | null =>
  of.toSorted((a, b) => a - b)[Math.floor((of.length - 1) / 2)] ?? null;

/** By how much those have it louder or quieter who do, in half dB; null where it is about something else. */
function byHowMuch({ about, answers }: Question, says: string): number | null {
  if (about !== "level") return null;
  const by = middle(answers.flatMap((a) => (a.says === says ? (a.by ?? []) : [])));
  return by === null ? null : Math.round(by * 2) / 2;
}

function levelOf({ levels, many }: RoleFacts): string | null {
  const louder = levels.filter((l) => l >= ON_PURPOSE).length;
  const quieter = levels.filter((l) => l <= -ON_PURPOSE).length;
  return louder * 2 > many ? "louder" : quieter * 2 > many ? "quieter" : null;
}

function alike(about: About, a: string, b: string | null): boolean {
  if (b === null) return false;
  if (about !== "colour" || a === "" || b === "") return a === b;
  return a === b || ciede2000(lab(a), lab(b)) < ONE_COLOUR;
}

/** What most sessions say: for colours the one most others are near. */
function mostSaid({ about, answers }: Question): string | null {
  const said = answers.flatMap((a) => a.says ?? []);
  let [best, most]: [string | null, number] = [null, 0];
  for (const says of new Set(said)) {
    const many = said.filter((s) => alike(about, s, says)).length;
    if (many > most) [best, most] = [says, many];
  }
  return best;
}

/** So many roles every session is taken to have besides its own, worked on as usual: few tell little of it. */
const AS_USUAL = 1;

interface Sum {
  done: number;
  of: number;
}

/**
 * How often such a thing is done to other roles of the sessions a question is about: to what is heard there, sources
 * and places, where it is of one, as folders and what leads somewhere are hardly ever touched; to those otherwise.
 */
function ratesOf(questions: readonly Question[]): (q: Question) => number {
  const sums = new Map<string, { readonly all: Sum; readonly sessions: Map<number, Sum> }>();
  const isHeard = ({ sort }: Role): boolean => sort === "source" || sort === "place";
  const keyOf = ({ about, role }: Question): string => `${about} ${isHeard(role)}`;
  for (const q of questions) {
    const { answers } = q;
    const sum = sums.get(keyOf(q)) ?? { all: { done: 0, of: 0 }, sessions: new Map<number, Sum>() };
    sums.set(keyOf(q), sum);
    for (const { session, says } of answers) {
      const own = sum.sessions.get(session) ?? { done: 0, of: 0 };
      sum.sessions.set(session, own);
      for (const s of [sum.all, own]) {
        s.done += says === null ? 0 : 1;
        s.of++;
      }
    }
  }
  return (q) => {
    const { answers } = q;
    const sum = sums.get(keyOf(q));
    if (!sum || answers.length === 0) return 0.5;
    const mine = answers.filter((a) => a.says !== null).length;
    const usual = (sum.all.done - mine + 1) / (sum.all.of - answers.length + 2);
    const rates = answers.map(({ session, says }) => {
      const { done, of } = sum.sessions.get(session) ?? { done: 0, of: 1 };
      return (done - (says === null ? 0 : 1) + AS_USUAL * usual) / (of - 1 + AS_USUAL);
    });
    return Math.min(0.5, Math.max(CLEANEST, rates.reduce((a, b) => a + b, 0) / rates.length));
  };
}
