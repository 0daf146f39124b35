import { setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { CHANNELS } from "../session/document.ts";
import type { Session, Track, TrackField, TrackFields } from "../session/document.ts";
import { PATHS } from "../session/kind.ts";
import { byId } from "../session/routing.ts";
import { circleThrough } from "../session/circle.ts";
import { addSend } from "./paths.ts";

export const one = (n: number): number => Math.round(n * 10) / 10;

export const between = (n: number, low: number, high: number): number => Math.max(low, Math.min(high, n));

export const sounds = (t: Track): boolean => t.format !== null;

export const canRecord = (t: Track): boolean => !PATHS.has(t.kind);

export type Edit = (tracks: readonly Track[], session: Session) => Change[] | string;

export const each =
  <F extends TrackField>(
    field: F,
    fits: (t: Track) => boolean,
    to: (t: Track, n: number) => TrackFields[F],
  ): Edit =>
  (tracks) =>
    tracks.filter(fits).flatMap((t, n) => {
      const v = to(t, n);
      return v === t[field] ? [] : [setField<TrackField>(t, field, v)];
    });

export function level(db: number): Edit {
  return db < -144 || db > 24 ? () => "A level is −144 to 24 dB." : each("level", sounds, () => one(db));
}

/**
 * What can be sent to: a return, bus, cue mix or other path of that name, or a return whose role is called
 * so.
 */
function pathCalled(session: Session, name: string): Track | undefined {
  const wanted = name.trim().toLowerCase();
  const paths = session.tracks.filter((t) => PATHS.has(t.kind) && t.format !== null);
  return (
    paths.find((t) => t.name.toLowerCase() === wanted) ??
    paths.find(
      (t) =>
        t.kind === "return" &&
        t.name
          .toLowerCase()
          .split(/[^a-z0-9]+/)
          .includes(wanted),
    )
  );
}

/**
 * Sends to a path there is; one that stands already gets the level. Null: 0 dB to a cue mix, else −12 dB,
 * as a send begins.
 */
export function sendingTo(name: string, db: number | null): Edit {
  return (tracks, session) => {
    const to = pathCalled(session, name);
    if (!to) return `There is no return, bus or cue mix called “${name.trim()}”.`;
    if (db !== null && (db < -144 || db > 24)) return "A level is −144 to 24 dB.";
    const cue = to.kind === "cue-mix";
    return tracks
      .filter((t) => sounds(t) && t.id !== to.id && t.kind !== "main")
      .flatMap((t): Change[] => {
        const there = t.sends.find((s) => s.to === to.id);
        if (there)
          return db === null || there.level === one(db)
            ? []
            : [
                setField(
                  t,
                  "sends",
                  t.sends.map((s) => (s === there ? { ...s, level: one(db) } : s)),
                ),
              ];
        if (circleThrough(session, t.id, to.id)) return [];
        return [addSend(t, to.id, { level: one(db ?? (cue ? 0 : -12)), beforeFader: cue })];
      });
  };
}

export function noSends(name: string | null): Edit {
  return (tracks, session) => {
    const to = name === null ? null : pathCalled(session, name);
    if (to === undefined) return `There is no return, bus or cue mix called “${name?.trim() ?? ""}”.`;
    return tracks.flatMap((t): Change[] => {
      const left = to === null ? [] : t.sends.filter((s) => s.to !== to.id);
      return left.length === t.sends.length ? [] : [setField(t, "sends", left)];
    });
  };
}

export function pan(t: Track, to: number): Change[] {
  return t.pan === to ? [] : [setField(t, "pan", to)];
}

export function feeding(name: string): Edit {
  return (tracks, session) => {
    const wanted = name.trim().toLowerCase();
    const to =
      wanted === "nothing"
        ? null
        : session.tracks.find((t) => PATHS.has(t.kind) && t.name.toLowerCase() === wanted);
    if (to === undefined) return `There is no folder, bus or main path called “${name.trim()}”.`;
    const able = tracks.filter((t) => sounds(t) && t.kind !== "main" && t.id !== to?.id);
    for (const t of able) {
      const round = to === null ? null : circleThrough(session, t.id, to.id);
      if (round) {
        const names = byId(session);
        return (
          "That would go round in a circle: " +
          `${round.map((id) => names.get(id)?.name ?? id).join(" → ")}.`
        );
      }
    }
    return able.flatMap((t) =>
      t.feeds === (to?.id ?? null) ? [] : [setField(t, "feeds", to?.id ?? null)],
    );
  };
}

export function numbered(first: number): Edit {
  return (tracks) => {
    let next = first;
    const changes: Change[] = [];
    for (const t of tracks.filter((x) => x.kind === "audio" && x.source !== null)) {
      const channels = CHANNELS[t.format ?? "mono"];
      if (next < 1 || next + channels - 1 > 1024) return "Inputs are counted 1 to 1024.";
      if (t.input !== next) changes.push(setField(t, "input", next));
      next += channels;
    }
    return changes;
  };
}
