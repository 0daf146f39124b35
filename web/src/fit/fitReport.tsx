import { wishesOf } from "@mossy/core/fit/wish";
import type { Session, TrackId, Track } from "@mossy/core/session/document";
import { Button } from "../ui/button.tsx";
import { Field } from "../ui/pieces.tsx";
import { PickOne } from "../ui/chooser.tsx";
import { Tile } from "../ui/tile.tsx";
import type { FitLook } from "@mossy/contract/sessions";
import type { FitChoices } from "@mossy/core/fit/choices";
import { ON_MACHINES } from "@mossy/core/fit/report";
import type { Adjustment } from "@mossy/core/fit/report";
import { grouped } from "@mossy/core/session/grouped";
import type { ReactNode } from "react";
import { plural } from "@mossy/core/session/plural";

/** Sources the room has no input for, cue mixes it has no output for, and what would help. */
export function CannotBePlaced({
  look: { session, report },
  onLeaveOut,
  onChoose,
  children,
}: {
  look: FitLook;
  onLeaveOut: (...ids: TrackId[]) => void;
  onChoose: (id: TrackId) => void;
  /** The ways out. */
  children: ReactNode;
}) {
  const tracks = new Map(session.tracks.map((t) => [t.id, t]));
  const { unplaced } = report;
  const sources = unplaced.map((u) => u.track).filter((id) => tracks.get(id)?.kind === "audio");
  return (
    <section aria-label="Cannot be placed" className="card p-3.5">
      <div className="flex items-center justify-between pb-2">
        <h2 className="font-semibold">Cannot be placed</h2>
        {sources.length > 1 && (
          <Button small onClick={() => onLeaveOut(...sources)}>
            Leave all out
          </Button>
        )}
      </div>
      {unplaced.length === 0 && <p className="text-sm text-ink-2">Every source has an input.</p>}
      {sources.length > 0 && children}
      <ul className="flex flex-col gap-2 pt-2">
        {[...grouped(unplaced, (u) => reasonOf(u.says))].map(([reason, own]) => (
          <li key={reason} className="rounded-md bg-brick-soft p-2.5">
            <p className="pb-1 text-sm">{reason}</p>
            <ul>
              {own.map((u) => {
                const t = tracks.get(u.track);
                return (
                  t && (
                    <Homeless
                      key={u.track}
                      track={t}
                      says={u.says.slice(reason.length).trim()}
                      onLeaveOut={onLeaveOut}
                      onChoose={onChoose}
                    />
                  )
                );
              })}
            </ul>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is said of many of them alike. */
const reasonOf = (says: string): string => says.split(" It goes with ")[0] ?? says;

function Homeless({
  track: t,
  says,
  onLeaveOut,
  onChoose,
}: {
  track: Track;
  says: string;
  onLeaveOut: (id: TrackId) => void;
  onChoose: (id: TrackId) => void;
}) {
  return (
    <li className="py-1">
      <span className="flex items-center gap-2">
        <Tile colour={t.colour} icon={t.icon} size={20} />
        {t.kind === "audio" ? (
          <>
            <button
              type="button"
              className="min-h-6 min-w-0 flex-1 truncate text-left font-mono text-sm font-semibold hover:underline"
              onClick={() => onChoose(t.id)}
            >
              {t.name}
            </button>
            <Button small look="quiet" aria-label={`Leave out ${t.name}`} onClick={() => onLeaveOut(t.id)}>
              Leave out
            </Button>
          </>
        ) : (
          <span className="font-mono text-sm font-semibold">{t.name}</span>
        )}
      </span>
      {says !== "" && <span className="block text-xs text-ink-2">{says}</span>}
    </li>
  );
}

/** What does without 48 V here. */
export function Without48({ tracks, onFeed }: { tracks: readonly Track[]; onFeed: (id: TrackId) => void }) {
  if (tracks.length === 0) return null;
  return (
    <section aria-label="Without 48 V here" className="card p-3.5">
      <h2 className="pb-1 font-semibold">Without 48 V here</h2>
      <p className="pb-1 text-sm text-ink-2">Another microphone, or a supply of its own.</p>
      <TrackLines tracks={tracks} says="Feed it" onPick={onFeed} />
    </section>
  );
}

function TrackLines({
  tracks,
  says,
  onPick,
}: {
  tracks: readonly Track[];
  says: string;
  onPick: (id: TrackId) => void;
}) {
  return (
    <ul>
      {tracks.map((t) => (
        <li key={t.id} className="flex items-center gap-2 border-t border-line py-1.5">
          <Tile colour={t.colour} icon={t.icon} size={20} />
          <span className="min-w-0 flex-1 truncate font-mono text-sm">{t.name}</span>
          <Button small look="quiet" onClick={() => onPick(t.id)}>
            {says}
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** What is left out on purpose. */
export function LeftOut({ tracks, onTake }: { tracks: readonly Track[]; onTake: (id: TrackId) => void }) {
  if (tracks.length === 0) return null;
  return (
    <section aria-label="Left out on purpose" className="card p-3.5">
      <h2 className="pb-1 font-semibold">Left out on purpose</h2>
      <TrackLines tracks={tracks} says="Take along" onPick={onTake} />
    </section>
  );
}

/** What one pair of microphones records instead of several, each to be had apart again. */
export function Pairs({
  tracks,
  pairs,
  onApart,
}: {
  /** All there are, with those the pairs stand for. */
  tracks: readonly Track[];
  pairs: FitChoices["asPair"];
  onApart: (pair: FitChoices["asPair"][number]) => void;
}) {
  if (pairs.length === 0) return null;
  const names = new Map(tracks.map((t) => [t.id, t.name]));
  return (
    <section aria-label="On one pair" className="card p-3.5">
      <h2 className="pb-1 font-semibold">On one pair</h2>
      <ul>
        {pairs.map((p) => (
          <li key={p.tracks.join()} className="border-t border-line py-1.5 text-right">
            <span className="block text-left font-mono text-sm [overflow-wrap:anywhere]">
              {p.tracks.map((id) => names.get(id) ?? id).join(", ")}
            </span>
            <Button small look="quiet" onClick={() => onApart(p)}>
              Apart again
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is said of many tracks alike, by what it is called in the report. */
const OF_MANY: Readonly<Record<string, (many: number) => string>> = {
  Input: (many) => `${plural(many, "source")} on another input`,
  "Name there": (many) => `${plural(many, "name")} written otherwise in its software`,
  "Folder there": (many) => `${plural(many, "folder")} written as a bus, what it holds behind it`,
};

/** What had to change so that it fits the room. */
export function Adjusted({ session, adjusted }: { session: Session; adjusted: readonly Adjustment[] }) {
  const others = adjusted.filter((a) => !(a.what in OF_MANY) && a.what !== ON_MACHINES);
  const nameOf = new Map(session.tracks.map((t) => [t.id, t.name]));
  const written = adjusted.some((a) => a.what.endsWith(" there"));
  return (
    <section aria-label="Adjusted for this room" className="card p-3.5">
      <h2 className="pb-1 font-semibold">Adjusted for this room</h2>
      {adjusted.length === 0 && <p className="text-sm text-ink-2">Nothing had to change.</p>}
      <ul className="text-sm">
        {others.map((a) => (
          <li key={`${a.what} ${a.track}`} className="border-t border-line py-2">
            <span className="font-semibold">{a.what}</span>
            <br />
            <span className="text-ink-2">{a.says}</span>
          </li>
        ))}
        {Object.entries(OF_MANY).map(([what, says]) => (
          <AlikeOnes
            key={what}
            says={says}
            ones={adjusted.filter((a) => a.what === what)}
            nameOf={nameOf}
          />
        ))}
      </ul>
      {written && (
        <p className="border-t border-line pt-2 text-sm text-ink-2">
          What comes back is read under its house names, colours and folders again.
        </p>
      )}
    </section>
  );
}

function AlikeOnes({
  says,
  ones,
  nameOf,
}: {
  says: (many: number) => string;
  ones: readonly Adjustment[];
  nameOf: ReadonlyMap<TrackId, string>;
}) {
  if (ones.length === 0) return null;
  return (
    <li className="border-t border-line py-2">
      <details>
        <summary className="font-semibold">{says(ones.length)}</summary>
        <ul className="mt-1">
          {ones.map((a) => (
            <li key={a.track} className="flex justify-between gap-3 py-0.5">
              <span className="truncate font-mono">{nameOf.get(a.track ?? "")}</span>
              <span className="whitespace-nowrap text-ink-2">{a.says}</span>
            </li>
          ))}
        </ul>
      </details>
    </li>
  );
}

/** Any other source that is not wanted here. */
export function LeaveMoreOut({
  session,
  onLeaveOut,
}: {
  session: Session;
  onLeaveOut: (id: TrackId) => void;
}) {
  const name = new Map(session.tracks.map((t) => [t.id, t.name]));
  return (
    <section aria-label="Leave something else out" className="card p-3.5">
      <Field label="Leave something else out">
        <PickOne
          says="choose a source…"
          options={wishesOf(session).map((w) => [w.track, name.get(w.track) ?? w.track])}
          onPick={onLeaveOut}
        />
      </Field>
    </section>
  );
}
