import type { Session } from "../../session/document.ts";
import { Along } from "../../time/along.ts";
import { inRows, playingIn } from "./laid.ts";
import type { Playing } from "./laid.ts";

/** Places are whole samples: nothing is rounded that plays. */
interface Rate {
  readonly rate: number;
}
const time = (seconds: number, { rate }: Rate) => ({
  OTIO_SCHEMA: "RationalTime.1",
  value: Math.round(seconds * rate),
  rate,
});
const range = (from: number, to: number, at: Rate) => {
  const [start, end] = [time(from, at), time(to, at)];
  return {
    OTIO_SCHEMA: "TimeRange.1",
    start_time: start,
    duration: { ...start, value: end.value - start.value },
  };
};
const thing = (schema: string, name: string, more: object) => ({
  OTIO_SCHEMA: schema,
  name,
  metadata: {},
  ...more,
});

/**
 * The sounds of a session as an OpenTimelineIO document (schemas Timeline.1, Stack.1, Track.1, Clip.2, Gap.1, Marker.2,
 * ExternalReference.1, from memory): an audio track for each track, a second where things lie over each other; markers
 * on the whole. What loops is laid out round by round; gain, fades and envelope have no place there.
 * @param pathOf where a sound file lies, by its item
 */
export function otioOf(session: Session, pathOf: (p: Playing) => string): string {
  const at = { rate: session.sampleRate };
  const along = new Along(session);
  const playing = playingIn(session);
  const tracks = session.tracks.flatMap((t) =>
    inRows(playing.filter((p) => p.track.id === t.id)).map((row, n) =>
      thing("Track.1", n === 0 ? t.name : `${t.name} ${n + 1}`, {
        kind: "Audio",
        source_range: null,
        effects: [],
        markers: [],
        enabled: true,
        children: childrenOf(row, at, pathOf),
      }),
    ),
  );
  const markers = session.markers.map((m) => {
    const from = along.seconds(m.clock, m.at);
    const to = m.length === null ? from : along.seconds(m.clock, m.at + m.length);
    return thing("Marker.2", m.name, {
      marked_range: range(from, to, at),
      color: "GREEN",
      comment: m.note,
    });
  });
  const stack = thing("Stack.1", "tracks", {
    source_range: null,
    effects: [],
    markers,
    enabled: true,
    children: tracks,
  });
  const whole = thing("Timeline.1", session.title, { global_start_time: null, tracks: stack });
  return `${JSON.stringify(whole, null, 2)}\n`;
}

function childrenOf(row: readonly Playing[], at: Rate, pathOf: (p: Playing) => string): object[] {
  let now = 0;
  return row.flatMap((p) => {
    const [from, to] = [time(p.from, at).value, time(p.to, at).value];
    const gap = from - now;
    now = to;
    const duration = { OTIO_SCHEMA: "RationalTime.1", value: to - from, rate: at.rate };
    const zero = { OTIO_SCHEMA: "RationalTime.1", value: 0, rate: at.rate };
    const empty = { effects: [], markers: [], enabled: true };
    const media = thing("ExternalReference.1", p.file, { target_url: pathOf(p), available_range: null });
    return [
      ...(gap > 0
        ? [
            thing("Gap.1", "", {
              ...empty,
              source_range: {
                OTIO_SCHEMA: "TimeRange.1",
                start_time: zero,
                duration: { ...zero, value: gap },
              },
            }),
          ]
        : []),
      thing("Clip.2", p.item.name === "" ? p.file : p.item.name, {
        ...empty,
        source_range: { OTIO_SCHEMA: "TimeRange.1", start_time: time(p.offset, at), duration },
        media_references: { DEFAULT_MEDIA: media },
        active_media_reference_key: "DEFAULT_MEDIA",
      }),
    ];
  });
}
