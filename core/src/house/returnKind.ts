/**
 * Which kind of processor makes a return what its role says, by the words of the role's name. Common
 * practice, no source.
 */
const KINDS: readonly (readonly [words: RegExp, kind: string])[] = [
  [/verb|plate|hall|room|spring|chamber|ambience/i, "Reverb"],
  [/delay|slap|echo/i, "Delay"],
  [/compress/i, "Compressor"],
  [/distort|satur|drive/i, "Saturation"],
  [/pitch|harmon|detune|doubler/i, "Pitch"],
  [/chorus|flang|phas|modul|trem|vibrato|rotary/i, "Modulation"],
];

/** The processor a return of that role begins with; null where its name does not say. */
export function processorOfReturn(role: string): string | null {
  return KINDS.find(([words]) => words.test(role))?.[1] ?? null;
}
