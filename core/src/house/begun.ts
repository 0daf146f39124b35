import { blankItem } from "../session/item.ts";
import type { Item } from "../session/item.ts";
import { circleThrough } from "../session/circle.ts";
import type { Insert, Send, Session, Track, TrackId } from "../session/document.ts";
import { freeId } from "../session/freeId.ts";
import { blankInsert } from "../session/processor.ts";
import { Along } from "../time/along.ts";
import type { StartPattern, StartProcessor, StartSend } from "./startParts.ts";
import type { StartFields } from "./starts.ts";
import { startsFor } from "./startsFor.ts";
import type { Style } from "./style.ts";

const insertId = (n: number): string => `i${n + 1}`;

/** What a new track begins with by its starting values; where it is led, `led` says. */
export function begunWith(
  session: Session,
  { chain, pattern, sounds, sends: _led, ...values }: StartFields,
): Partial<Track> {
  return {
    ...values,
    ...(chain ? { inserts: chain.map(inserted) } : {}),
    ...(pattern ? { items: [looping(session, pattern)] } : {}),
    ...(sounds ? { sounds: { ...sounds, files: [...sounds.files] } } : {}),
  };
}

const inserted = ({ kind, values, bypassed, width }: StartProcessor, n: number): Insert =>
  blankInsert(insertId(n), kind, { values: values.map((v) => ({ ...v })), bypassed, width });

/** A pattern from the first bar of the music on, again and again. */
function looping(session: Session, { name, length, notes }: StartPattern): Item {
  const held = {
    kind: "pattern" as const,
    notes: notes.map((x) => ({ ...x })),
    sets: [],
    length,
    shelf: null,
  };
  const at = new Along(session).bars.quartersOf({ bar: session.musicBar, beat: 1, part: 0 });
  return blankItem("begins", name, held, { at, loops: true });
}

/**
 * A session in which new tracks are led as their starting values say: what listens has what it listens to, what is sent
 * is sent, and what records a path gets that and is heard nowhere. What the session has no track for is left.
 */
export function led(style: Style, session: Session, added: ReadonlySet<TrackId>): Session {
  let now = session;
  for (const id of added) {
    const t = session.tracks.find((x) => x.id === id);
    if (!t || t.role === null) continue;
    const { chain, sends } = startsFor(style, t, t.kind, t.name, t.format);
    if (chain) now = keyed(now, t, chain);
    for (const s of sends ?? []) now = s.way === "to" ? sent(now, id, s) : recording(now, id, s);
  }
  return now;
}

const withTrack = (session: Session, id: TrackId, change: (t: Track) => Track): Session => ({
  ...session,
  tracks: session.tracks.map((t) => (t.id === id ? change(t) : t)),
});
const ofRole = (session: Session, role: string, not: TrackId): Track[] =>
  session.tracks.filter((t) => t.role === role && t.id !== not);

function keyed(session: Session, { id }: Track, chain: readonly StartProcessor[]): Session {
  const keyOf = new Map(
    chain.flatMap(({ keyedBy }, n) => {
      const [key] = keyedBy === null ? [] : ofRole(session, keyedBy, id);
      return key ? [[insertId(n), key.id] as const] : [];
    }),
  );
  return keyOf.size === 0
    ? session
    : withTrack(session, id, (t) => ({
        ...t,
        inserts: t.inserts.map((i) => ({ ...i, key: i.key ?? keyOf.get(i.id) ?? null })),
      }));
}

const withSend = (t: Track, to: TrackId, { level, beforeFader }: StartSend): Send[] =>
  t.sends.some((s) => s.to === to)
    ? t.sends
    : [...t.sends, { id: freeId(`s${t.sends.length + 1}`, t.sends), to, level, beforeFader }];

function sent(session: Session, id: TrackId, send: StartSend): Session {
  const [to] = ofRole(session, send.role, id);
  return to && circleThrough(session, id, to.id) === null
    ? withTrack(session, id, (t) => ({ ...t, sends: withSend(t, to.id, send) }))
    : session;
}

function recording(session: Session, id: TrackId, send: StartSend): Session {
  const from = ofRole(session, send.role, id);
  return from.reduce(
    (now, path) => withTrack(now, path.id, (t) => ({ ...t, sends: withSend(t, id, send) })),
    from.length === 0
      ? session
      : withTrack(session, id, (t) => ({ ...t, feeds: null, source: null, input: null })),
  );
}
