import { ZxcvbnFactory } from "@zxcvbn-ts/core";
import * as common from "@zxcvbn-ts/language-common";
import * as english from "@zxcvbn-ts/language-en";

/** NIST SP 800-63B asks for 8 of chosen secrets, OWASP ASVS 4.0 (2.1.1) for 12. */
export const SHORTEST_PASSWORD = 12;
const LONGEST = 200;
/** Of 4; 3: more than 10^8 guesses, safe from guessing while the stored hash is slow to try. */
const STRONG = 3;
/** So many characters of a password are not out of the names of the person and the house. */
const OF_ITS_OWN = 8;
/** Nobody's guess gets better by looking further than this. */
const LOOKED_AT = 80;

const TAKE_ANOTHER = "Take another: four or more words that do not belong together do well.";

let estimator: ZxcvbnFactory | null = null;
const estimate = (password: string, known: string[]) => {
  estimator ??= new ZxcvbnFactory({
    dictionary: { ...common.dictionary, ...english.dictionary },
    graphs: common.adjacencyGraphs,
    translations: english.translations,
  });
  return estimator.check(password.slice(0, LOOKED_AT), known);
};

/**
 * Why a password cannot be taken, as a sentence with what to do; null where it can.
 * @param known what anybody would try first of this person: their names, the house's
 */
export function passwordProblem(password: string, known: readonly string[]): string | null {
  const { length } = [...password];
  if (length < SHORTEST_PASSWORD)
    return (
      `A password has at least ${SHORTEST_PASSWORD} characters; this one has ${length}. ` +
      "Several words in a row do well."
    );
  if (password.length > LONGEST) return `A password has at most ${LONGEST} characters.`;
  const words = [...known.flatMap(wordsOf), "mossy", "lantern"];
  if (without(password, words).length < OF_ITS_OWN)
    return `It is made of your name or the house's. ${TAKE_ANOTHER}`;
  const { score, feedback } = estimate(password, words);
  if (score >= STRONG) return null;
  const why = feedback.warning ?? "It would be guessed.";
  return `${why.endsWith(".") ? why : `${why}.`} ${TAKE_ANOTHER}`;
}

/** What is left of a password without words anybody would try first, whatever their letters' case. */
const without = (password: string, words: readonly string[]): string =>
  words
    .toSorted((a, b) => b.length - a.length)
    .reduce((left, word) => left.replaceAll(word.toLowerCase(), ""), password.toLowerCase())
    .replace(/[\s\p{P}]/gu, "");

/** A name and the words in it. */
const wordsOf = (name: string): string[] =>
  [name, ...name.split(/[^\p{L}\p{N}]+/u)].filter((w) => w.length > 2);
