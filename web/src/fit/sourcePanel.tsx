import { alsoLeftOut } from "@mossy/core/fit/choices";
import { whyNotOn, putOn } from "@mossy/core/fit/putOn";
import type { FitLook } from "@mossy/contract/sessions";
import type { Room } from "@mossy/core/fit/room";
import { wishesOf } from "@mossy/core/fit/wish";
import type { TrackId } from "@mossy/core/session/document";
import { Button } from "../ui/button.tsx";
import { PickOne } from "../ui/chooser.tsx";
import { Field, Pill } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import type { Fitting } from "./useFitting.ts";

const IMPORTANCE_LOOK = { must: "ok", should: "quiet", may: "note" } as const;

/** One source of a fit: how much it is wanted, what it goes with, and where it stands. */
export function SourcePanel({
  track,
  look,
  room,
  fitting,
}: {
  track: TrackId;
  look: FitLook;
  room: Room;
  fitting: Fitting;
}) {
  const { begun, choose } = fitting;
  const t = look.session.tracks.find((x) => x.id === track);
  const source = look.sources.find((s) => s.track === track);
  const plugs = wishesOf(look.session);
  const plug = plugs.find((p) => p.track === track);
  if (!t || !source || !plug) return null;
  const names = new Map(look.session.tracks.map((x) => [x.id, x.name]));
  const at = new Map(look.session.tracks.map((x) => [x.id, x.input]));
  const holder = new Map(
    look.session.tracks.flatMap((x) => (x.input === null ? [] : [[x.input, x.name] as const])),
  );
  const pinned = begun.choices.plugged.some((p) => p.track === track);
  const free = room.inputs.filter(
    (i) => i.number !== t.input && whyNotOn(plug, room.inputs, i.number) === null,
  );
  return (
    <section aria-label={`Source ${t.name}`} className="card flex flex-col gap-2.5 p-3.5 text-sm">
      <div className="flex items-center gap-2.5">
        <Tile colour={t.colour} icon={t.icon} size={28} />
        <h2 className="min-w-0 flex-1 truncate font-mono font-semibold">{t.name}</h2>
        <Pill look={IMPORTANCE_LOOK[source.importance]}>{source.importance} have one</Pill>
      </div>
      {source.with.length > 0 && (
        <p>
          Goes with{" "}
          <span className="font-mono">{source.with.map((id) => names.get(id) ?? id).join(", ")}</span>, or
          not at all.
        </p>
      )}
      {source.standing !== null && <p>Usually on input {source.standing} here.</p>}
      {source.last !== null && source.last !== t.input && <p>On input {source.last} last time.</p>}
      <Field label={t.input === null ? "Put it on" : `On input ${t.input}; put it on`}>
        <PickOne
          says="another input…"
          options={free.map((i) => {
            const by = holder.get(i.number);
            return [
              String(i.number),
              `${i.number}  ${i.label}${by === undefined ? "" : `, now ${by}`}`,
            ] as const;
          })}
          onPick={(n) => {
            const next = putOn(begun.choices, plugs, at, room.inputs, track, Number(n));
            if (next) choose(next);
          }}
        />
      </Field>
      <div className="flex flex-wrap gap-2">
        {pinned && (
          <Button
            small
            onClick={() => choose({ plugged: begun.choices.plugged.filter((p) => p.track !== track) })}
          >
            Let the fit decide
          </Button>
        )}
        <Button small onClick={() => choose(alsoLeftOut(begun.choices, [track]))}>
          Leave out here
        </Button>
      </div>
    </section>
  );
}
