import { dice } from "@mossy/core/chance/dice";
import type { Hand } from "./hand.ts";
import { CUTS, cut } from "./cut.ts";
import { PLACES } from "./places.ts";
import { mixed, oneOf, words } from "./rolls.ts";
import { slip } from "./slip.ts";
import { tailOf } from "./tails.ts";
import { BEATEN } from "./things/beaten.ts";
import { BLOWN } from "./things/blown.ts";
import { KEYED } from "./things/keyed.ts";
import { STRUNG } from "./things/strung.ts";
import { SUNG } from "./things/sung.ts";
import type { Thing, Where } from "./things/thing.ts";

export const THINGS: readonly Thing[] = [...BEATEN, ...STRUNG, ...KEYED, ...BLOWN, ...SUNG];
const byId = new Map(THINGS.map((t) => [t.id, t]));

/** What a name is meant to say: the truth it is held against. */
export interface Said {
  thing: string;
  where: Where[];
  /** Which of several; null where nobody counts. */
  number: number | null;
}

export function thingOf(id: string): Thing {
  const thing = byId.get(id);
  if (thing === undefined) throw new Error(`no thing "${id}"`);
  return thing;
}

/** All that may be written for a thing, whole or short, in lower case. */
const writings = (t: Thing): string[] =>
  [t.en, t.short, ...Object.values(t.others ?? {})].flatMap(words).map((w) => w.toLowerCase());
/** What things a cut word could stand for, those who cut being of one mind. */
const cutsOf = new Map<string, Set<string>>();
for (const t of THINGS)
  for (const w of words(t.en).flatMap((x) => x.split(" ")))
    for (const way of CUTS) {
      const short = cut(w.toLowerCase(), way);
      const of = cutsOf.get(short) ?? new Set();
      cutsOf.set(short, of.add(t.id));
    }
const written = new Map<string, Set<string>>();
for (const t of THINGS)
  for (const w of writings(t)) {
    const of = written.get(w) ?? new Set();
    written.set(w, of.add(t.id));
  }

/** Whether a colleague would ask what it is: nobody writes that twice. */
const isUnclear = (short: string, thing: string): boolean =>
  [cutsOf, written].some((all) => [...(all.get(short.toLowerCase()) ?? [])].some((t) => t !== thing));

function cutWord(hand: Hand, whole: string, thing: string): string {
  const parts = whole.split(" ");
  const way = oneOf(CUTS, dice(hand.seed ^ mixed("cut")));
  const made = parts.map((p) => cut(p, way)).join(" ");
  return isUnclear(made, thing) ? whole : made;
}

/** What somebody calls a thing, always. */
function wordFor(hand: Hand, thing: Thing): string {
  const roll = dice(hand.seed ^ mixed(thing.id));
  const own = hand.language === "en" ? [] : words(thing.others?.[hand.language]);
  if (own.length > 0 && roll() < hand.own) return oneOf(own, roll);
  // The usual word twice as likely as each of the others.
  const [usual = "", ...more] = words(thing.en);
  const whole = oneOf([usual, usual, ...more], roll);
  const short = words(thing.short);
  if (hand.length === "short" && short.length > 0) return oneOf(short, roll);
  return hand.length === "cut" ? cutWord(hand, whole, thing.id) : whole;
}

function wordsForPlace(hand: Hand, where: Where, ownLanguage: boolean): string {
  const roll = dice(hand.seed ^ mixed(where));
  const said = PLACES[where];
  const own = hand.language === "en" ? [] : words(said.others?.[hand.language]);
  if (ownLanguage && own.length > 0) return oneOf(own, roll);
  return oneOf(words(hand.length === "whole" ? said.en : said.short), roll);
}

const ROMAN = ["", "I", "II", "III", "IV", "V", "VI", "VII", "VIII", "IX", "X"];

function cased(hand: Hand, word: string): string {
  switch (hand.casing) {
    case "Title":
      return word;
    case "lower":
      return word.toLowerCase();
    case "UPPER":
      return word.toUpperCase();
    case "Camel":
      return word
        .split(/[ -]/)
        .map((p) => p.charAt(0).toUpperCase() + p.slice(1))
        .join("");
  }
}

/** The thing with its number, in pieces that stand apart. */
function withNumber(hand: Hand, word: string, number: number | null): string[] {
  if (number === null) return [word];
  switch (hand.number) {
    case "after":
      return [word, String(number)];
    case "tight":
      return [`${word}${number}`];
    case "hash":
      return [word, `#${number}`];
    case "before":
      return [String(number), word];
    case "roman":
      return [word, ROMAN[number] ?? String(number)];
  }
}

/** What stands in front of a name: which channel it came by. */
function channelOf(hand: Hand, channel: number): string {
  const two = String(channel).padStart(2, "0");
  return { none: "", "01 ": `${two} `, "1.": `${channel}.`, "01_": `${two}_`, "Ch1 ": `Ch${channel} ` }[
    hand.channel
  ];
}

const isSide = (w: Where): boolean => w === "left" || w === "right";

/**
 * What somebody types for it. The same hand calls the same thing the same, apart from slips and what stands
 * behind.
 * @param roll 0…1; decides slips and tails
 * @param channel which channel it is, from 1, for those who number them
 */
export function spell(hand: Hand, said: Said, roll: () => number, channel = 1): string {
  const thing = thingOf(said.thing);
  const plain = wordFor(hand, thing);
  const foreign = words(thing.others?.[hand.language as "de"]).includes(plain);
  const spelled = roll() < hand.slips ? slip(plain, roll) : plain;
  const sides = said.where.filter(isSide).map((w) => wordsForPlace(hand, w, foreign));
  const places = said.where.filter((w) => !isSide(w)).map((w) => wordsForPlace(hand, w, foreign));
  const pieces = [
    ...(hand.side === "before" ? sides : []),
    ...withNumber(hand, spelled, said.number),
    ...places,
    ...(hand.side === "after" ? sides : []),
  ].map((p) => cased(hand, p));
  const tail = hand.tail !== "none" && roll() < 0.6 ? tailOf(hand, roll) : "";
  const body = joined(hand, pieces);
  const name = tail === "" ? body : `${body}${hand.gap === "" ? "_" : hand.gap}${tail}`;
  return channelOf(hand, channel) + name;
}

/** Pieces put together; on a screen that shows few characters the gaps go first. */
function joined(hand: Hand, pieces: string[]): string {
  // Nothing between words that all stand small would be one word.
  const gap = hand.gap === "" && hand.casing !== "Title" && hand.casing !== "Camel" ? "_" : hand.gap;
  const long = pieces.flatMap((p) => p.split(" ")).join(gap);
  if (hand.most === null || long.length <= hand.most) return long;
  const tight = pieces.map((p) => p.replaceAll(" ", "")).join("");
  return hand.casing === "Title" || hand.casing === "Camel" ? tight : long;
}
