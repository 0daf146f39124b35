import { planHouse } from "../house/plan.ts";
import { newSession } from "../house/starts.ts";
import { familyFor } from "../house/style.ts";
import type { Style } from "../house/style.ts";
import { apply } from "../session/apply.ts";
import { setField } from "../session/change.ts";
import type { Session, Track } from "../session/document.ts";
import { addTyped, readLines } from "./typed.ts";

/**
 * What sends to a return or a headphone mix: every source of these families (none named: all), to the path
 * of this role.
 */
interface StarterSend {
  readonly families: readonly string[];
  readonly to: string;
  readonly level: number;
  readonly beforeFader?: true;
}

/** A list a template can start from, as it is typed, and what it takes for it to be ready. */
export interface Starter {
  readonly id: string;
  readonly name: string;
  readonly says: string;
  readonly list: string;
  readonly sends: readonly StarterSend[];
  /** Roles that are laid in, not recorded. */
  readonly laidIn: readonly string[];
}

/** A send that is prepared, and turned up once it is wanted. */
const SILENT = -144;

/**
 * Common practice, no source: a reverb some 12 to 18 dB under its source, headphones sent before the fader.
 */
export const STARTERS: readonly Starter[] = [
  {
    id: "kit",
    name: "Kit of twelve microphones",
    says: "kick in and out, snare top and bottom, hat, three toms, ride, overheads, rooms",
    list:
      "Kick in | 1\nKick out | 2\nSnare top | 3\nSnare bottom | 4\nHat | 5\nRack tom high " +
      "| 6\nRack tom low | 7\nFloor tom | 8\nRide | 9\nOH left | 10\nOH right | 11\nRoom | " +
      "stereo | 12\nPlate\nMain",
    sends: [{ families: ["kit"], to: "plate-reverb", level: -18 }],
    laidIn: [],
  },
  {
    id: "band",
    name: "Band",
    says: "small kit, bass, two guitars, keys, lead and backing voices, two reverbs, a headphone mix",
    list:
      "Kick | 1\nSnare top | 2\nHat | 3\nOH left | 4\nOH right | 5\nBass guitar | " +
      "6\nElectric guitar left | 7\nElectric guitar right | 8\nPiano | stereo | 9\nLead vocal " +
      "| 11\n2 of Backing vocal | 12\nTalkback | 14\nPlate\nHall reverb\nCue mix\nMain",
    sends: [
      { families: ["kit"], to: "plate-reverb", level: -18 },
      { families: ["voices", "keys"], to: "hall-reverb", level: -14 },
      { families: [], to: "cue-mix", level: -8, beforeFader: true },
    ],
    laidIn: [],
  },
  {
    id: "choir",
    name: "Choir",
    says: "four voices, a main pair, room left and right, talkback",
    list:
      "Soprano | 1\nAlto voice | 2\nTenor voice | 3\nBass voice | 4\nAmbience | stereo | " +
      "5\nRoom left | 7\nRoom right | 8\nTalkback | 9\nHall reverb\nMain",
    sends: [{ families: ["voices", "choir"], to: "hall-reverb", level: -12 }],
    laidIn: [],
  },
  {
    id: "speech",
    name: "Spoken word",
    says: "narrator, host, two guests, music bed, room tone",
    list: "Narrator | 1\nHost | 2\n2 of Guest | 3\nMusic bed\nIntro music\nOutro music\nRoom reverb\nMain",
    sends: [{ families: ["speech"], to: "room-reverb", level: -26 }],
    laidIn: ["music-bed", "intro-music", "outro-music"],
  },
  {
    id: "beat",
    name: "Beat",
    says:
      "kick, snare, clap and hat with a pattern each, bass and synths that make way, returns of the usual lengths, " +
      "mono first, the main path recorded",
    list:
      "Kick sample | instrument\nSnare sample | instrument\nClap | instrument\nHat | instrument\nShaker | " +
      "instrument\nSampler | instrument\nSub bass | instrument\nSynth bass | instrument\nSynth pad | " +
      "instrument\nSynth lead | instrument\nSlap delay\nEighth delay\nLong delay\nRoom reverb\nPlate\n" +
      "Hall reverb\nControl-room monitor\nRecord bus\nMain",
    sends: [
      { families: ["kit", "percussion"], to: "room-reverb", level: -18 },
      { families: ["synths"], to: "plate-reverb", level: -16 },
      { families: ["synths"], to: "hall-reverb", level: SILENT },
      { families: ["synths"], to: "slap-delay", level: SILENT },
      { families: ["synths"], to: "eighth-delay", level: SILENT },
      { families: ["synths"], to: "long-delay", level: SILENT },
    ],
    laidIn: [],
  },
  {
    id: "sketch",
    name: "Sketch",
    says:
      "drum machine, bass, keys, pad, a guitar and a voice to sing in, two delays, two reverbs, recorded as one " +
      "hears it",
    list:
      "Drum machine | instrument\nSynth bass | instrument\nPiano | instrument\nElectric piano | instrument\n" +
      "Synth pad | instrument\nAcoustic guitar | 1\nLead vocal | 2\nSlap delay\nEighth delay\nPlate\n" +
      "Hall reverb\nControl-room monitor\nRecord bus\nMain",
    sends: [
      { families: ["voices"], to: "plate-reverb", level: -14 },
      { families: ["voices", "keys", "synths"], to: "slap-delay", level: SILENT },
      { families: ["voices", "keys", "synths"], to: "eighth-delay", level: SILENT },
      { families: ["keys", "synths", "guitars"], to: "hall-reverb", level: -16 },
    ],
    laidIn: [],
  },
];

/**
 * A session laid out by a starter: its lines read and dressed, its sends set. A return this house does not
 * read goes without. @param newId an id nobody has
 */
export function startWith(style: Style, starter: Starter, newId: () => string): Session {
  const empty = newSession(style.house, "New");
  const laid = apply(empty, addTyped(style, empty, readLines(style, empty, starter.list, newId), "house"));
  const { wanted } = planHouse(style, laid);
  const role = (t: Track): string | null => wanted.get(t.id)?.what.role ?? null;
  return apply(
    laid,
    laid.tracks
      .filter((t) => t.kind === "audio" || t.kind === "instrument")
      .flatMap((t) => {
        const what = wanted.get(t.id)?.what;
        const family = what ? familyFor(style, what) : null;
        const sends = starter.sends
          .filter((s) => s.families.length === 0 || s.families.includes(family ?? ""))
          .flatMap((s) => {
            const to = laid.tracks.find((x) => role(x) === s.to);
            return to ? [{ to: to.id, level: s.level, beforeFader: s.beforeFader ?? false }] : [];
          });
        const laidIn = starter.laidIn.includes(role(t) ?? "");
        return [
          ...(sends.length > 0
            ? [
                setField(
                  t,
                  "sends",
                  sends.map((s, i) => ({ id: `s${i + 1}`, ...s })),
                ),
              ]
            : []),
          ...(laidIn && t.source !== null ? [setField(t, "source", null)] : []),
        ];
      }),
  );
}
