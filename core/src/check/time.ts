import { setSessionField } from "../session/change.ts";
import type { Session } from "../session/document.ts";
import { plural } from "../session/plural.ts";
import { Along } from "../time/along.ts";
import { inBars } from "../time/bars.ts";
import { frameOf } from "../time/timecode.ts";
import type { Observation, Rule } from "./rule.ts";

const ofSession = (rest: Omit<Observation, "track" | "after">): Observation => ({
  track: null,
  after: null,
  ...rest,
});

/** Bars to count in are wished for, and the music leaves no room for them. */
export const musicInBarOne: Rule = {
  id: "music-in-bar-one",
  area: "signal",
  title: "No room to count in",
  reads: ["leadIn", "musicBar", "preRoll"],
  check: ({ session }) => {
    const { leadIn, musicBar, preRoll } = session;
    const wished = Math.max(leadIn, preRoll);
    if (musicBar > wished) return [];
    return [
      ofSession({
        weight: "look",
        says:
          `The music starts in bar ${musicBar}, after ${plural(musicBar - 1, "bar")}; ` +
          `the ${leadIn >= preRoll ? "lead-in" : "pre-roll"} is ${plural(wished, "bar")}.`,
        because: "Whoever plays has nothing to count in with, and nothing can be moved before the music.",
        before: `bar ${musicBar}, ${wished} before`,
        fix: {
          label: `Start the music in bar ${wished + 1}`,
          changes: [setSessionField(session, "musicBar", wished + 1)],
          sure: false,
        },
      }),
    ];
  },
};

/** So far off a beat a marker counts as beside it, in beats. */
const BESIDE = 0.001;

/** Markers that count in beats and stand on none. */
export const markerOffGrid: Rule = {
  id: "marker-off-grid",
  area: "signal",
  title: "Marker beside the beat",
  reads: ["markers", "meter", "meters", "tempo", "tempos"],
  check: ({ session }) => {
    const along = new Along(session);
    return session.markers.flatMap((m): Observation[] => {
      if (m.clock !== "beats") return [];
      const place = along.bars.placeAt(m.at);
      if (place.part < BESIDE || place.part > 1 - BESIDE) return [];
      const on = { ...place, beat: place.beat + (place.part < 0.5 ? 0 : 1), part: 0 };
      const at = along.bars.quartersOf(on);
      return [
        ofSession({
          weight: "note",
          says: `The marker “${m.name}” stands at ${inBars(place)}, beside the beat.`,
          because: "What is cut or copied from there does not fit the bars.",
          before: `${m.id} ${inBars(place)}`,
          fix: {
            label: "Put it on the beat",
            changes: [
              setSessionField(
                session,
                "markers",
                session.markers.map((x) => (x.id === m.id ? { ...x, at } : x)),
              ),
            ],
            sure: false,
          },
        }),
      ];
    });
  },
};

/** The tempo or the meter changes while one counts in. */
export const tempoInLeadIn: Rule = {
  id: "tempo-in-lead-in",
  area: "signal",
  title: "Tempo changes in the lead-in",
  reads: ["tempos", "meters", "musicBar", "leadIn", "meter", "tempo"],
  check: ({ session }) => {
    if (session.leadIn === 0) return [];
    const music = new Along(session).bars.quartersOf({ bar: session.musicBar, beat: 1, part: 0 });
    const tempos = session.tempos.filter((t) => t.at < music);
    const meters = session.meters.filter((m) => m.bar < session.musicBar);
    if (tempos.length + meters.length === 0) return [];
    const said = [...tempos.map((t) => `${t.bpm}`), ...meters.map((m) => `${m.beats}/${m.unit}`)];
    return [
      ofSession({
        weight: "look",
        says: `Before the music in bar ${session.musicBar} it changes to ${said.join(", ")}.`,
        because: "One is counted in at another tempo than the music has.",
        before: said.join(", "),
        fix: null,
      }),
    ];
  },
};

/** A timecode that cannot be at the rate of the session, or a picture without a rate. */
export const timecodeOff: Rule = {
  id: "timecode-off",
  area: "signal",
  title: "Start timecode that does not fit the rate",
  reads: ["picture", "frameRate"],
  check: ({ session: { picture, frameRate } }) => {
    if (picture === null) return [];
    if (frameRate !== null && frameOf(picture.start, frameRate) !== null) return [];
    return [
      ofSession({
        weight: "look",
        says:
          frameRate === null
            ? "A picture runs along, and the session says no frame rate."
            : `The picture starts at ${picture.start}, which is no timecode at ${frameRate}.`,
        because: "Sound and picture are laid to each other by it.",
        before: `${picture.start} ${frameRate ?? "no rate"}`,
        fix: null,
      }),
    ];
  },
};

/** Rates of music with picture: the picture's world runs at 48 kHz (common practice, no source). */
const OF_MUSIC: readonly Session["sampleRate"][] = [44_100, 88_200, 176_400];

export const musicRateWithPicture: Rule = {
  id: "music-rate-with-picture",
  area: "signal",
  title: "44.1 kHz with picture",
  reads: ["sampleRate", "frameRate", "picture"],
  check: ({ session }) => {
    const { sampleRate, picture, frameRate } = session;
    if ((picture === null && frameRate === null) || !OF_MUSIC.includes(sampleRate)) return [];
    const to = sampleRate === 44_100 ? 48_000 : sampleRate === 88_200 ? 96_000 : 192_000;
    return [
      ofSession({
        weight: "look",
        says: `A picture runs along, and the session runs at ${sampleRate / 1000} kHz.`,
        because: "Picture is delivered with 48 kHz; all of it would have to be converted.",
        before: `${sampleRate}`,
        fix: {
          label: `Run it at ${to / 1000} kHz`,
          changes: [setSessionField(session, "sampleRate", to)],
          sure: false,
        },
      }),
    ];
  },
};
