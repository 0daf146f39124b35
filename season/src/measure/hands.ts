/**
 * Seconds a practised person needs for what they do at a screen, after the keystroke-level model (Card, Moran and
 * Newell, Communications of the ACM 23, 1980; the times are from memory): to make up one's mind, to point, to press
 * and let go of a button, and to strike a key as an average typist does.
 */
const MIND = 1.35;
const POINT = 1.1;
const BUTTON = 0.2;
const KEY = 0.28;

/** What hands did: clicks of the mouse, each pointed at and thought about, and keys of running text. */
export interface Hands {
  readonly clicks: number;
  readonly keys: number;
}

/** @returns seconds, without what the machine takes to answer */
export const handsSeconds = ({ clicks, keys }: Hands): number =>
  clicks * (MIND + POINT + BUTTON) + keys * KEY;

/** What there is on the way of an edition besides what goes in one go. */
export interface OnTheWay {
  /** Templates whose drafts hold other work: somebody says that it may go out. */
  readonly ownWork: number;
  /** Sessions in which the edition leaves things to people: they are brought to it one by one. */
  readonly left: number;
  /** How many questions each session asks that does not come to its new release without any. */
  readonly questions: readonly number[];
}

/**
 * What a lead's hands do from the note of an edition to the last session sent, however many there are: counted in a
 * browser by `e2e/src/editionToAll.test.ts`.
 */
export const handsOfWay = ({ ownWork, left, questions }: OnTheWay): Hands => ({
  clicks: WAY.clicks + ownWork + left + questions.reduce((sum, q) => sum + 2 + q, 0),
  keys: WAY.keys,
});
const WAY: Hands = { clicks: 14, keys: 18 };
