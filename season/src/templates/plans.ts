import { WHERES } from "../spelling/things/thing.ts";
import type { Where } from "../spelling/things/thing.ts";
import type { Said } from "../spelling/spell.ts";

/**
 * What the templates of the house are made of: things parted by commas, each with its places behind it; `x3`
 * stands for three of it. Common practice, no source.
 */
const PLANS: Readonly<Record<string, string>> = {
  band: `kick in, kick out, snare top, snare bottom, hihat, tom x2, floor-tom, ride, crash, overhead left,
    overhead right, room left, room right, bass di, bass amp, electric-guitar x2, acoustic-guitar, piano left,
    piano right, organ, lead-vocal, vocal x2, backing-vocal x3, click, talkback, reverb x2, delay`,
  "big band": `kick in, snare top, hihat, tom x2, overhead left, overhead right, double-bass di,
    double-bass close, electric-guitar, piano high, piano low, alto-sax x2, tenor-sax x2, baritone-sax, trumpet x4,
    trombone x4, flugelhorn, vibraphone left, vibraphone right, congas high, congas low, lead-vocal, room left,
    room right, click, talkback, reverb`,
  orchestra: `piccolo, flute x2, oboe x2, clarinet x2, bass-clarinet, bassoon x2, horn x4, trumpet x3, trombone x3,
    tuba, timpani, percussion x2, glockenspiel, xylophone, harp left, harp right, celesta, violin x2, viola x2,
    cello x2, double-bass x2, overhead left, overhead right, room left, room right, choir left, choir right, soprano,
    tenor, click, reverb x2`,
  folk: `violin, viola, accordion left, accordion right, acoustic-guitar x2, classical-guitar, mandolin, banjo,
    ukulele, double-bass, bass di, cajon, djembe, shaker, tambourine, harmonica, lead-vocal, vocal x3, choir left,
    choir right, room left, room right, click, reverb`,
  spoken: `host x2, guest x4, narrator, talkback, music-bed left, music-bed right, effects x2, room-tone, audience left,
    audience right, effects left, effects right`,
  studio: `drum-machine left, drum-machine right, synth-bass, synth x3, synth-lead, pad x2, sampler x2,
    electric-piano left, electric-piano right, keys, claps, shaker, cowbell, percussion, electric-guitar, strings left,
    strings right, brass left, brass right, lead-vocal x2, backing-vocal x4, guide, click, reverb x2, delay x2`,
};

export interface Plan {
  readonly kind: string;
  readonly tracks: readonly Said[];
}

const isWhere = (word: string): word is Where => WHERES.some((w) => w === word);

/** One entry of a plan, laid out. @throws Error where a place is none */
function entry(text: string): Said[] {
  const [thing = "", ...rest] = text.trim().split(/\s+/);
  const many = rest.find((w) => /^x\d+$/.test(w));
  const where = rest
    .filter((w) => w !== many)
    .map((w) => {
      if (!isWhere(w)) throw new Error(`“${w}” in “${text}” is no place`);
      return w;
    });
  return many === undefined
    ? [{ thing, where, number: null }]
    : Array.from({ length: Number(many.slice(1)) }, (_, i) => ({ thing, where, number: i + 1 }));
}

export const PLANS_OF_HOUSE: readonly Plan[] = Object.entries(PLANS).map(([kind, text]) => ({
  kind,
  tracks: text.split(",").flatMap(entry),
}));
