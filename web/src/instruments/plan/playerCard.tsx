import { mirrored, plannedInWords } from "@mossy/core/instruments/plan/edits";
import { heldOrNot, pinsOf } from "@mossy/core/instruments/plan/pins";
import { librariesOf, totalsOf } from "@mossy/core/instruments/plan/planEnsemble";
import type { PlannedPlayer } from "@mossy/core/instruments/plan/planEnsemble";
import { within } from "@mossy/core/sampled/cover";
import type { PlannedTrack } from "@mossy/core/instruments/plan/planPlayer";
import { msInWords } from "@mossy/core/instruments/plan/sections";
import { playedInWords } from "@mossy/core/instruments/players";
import type { Track } from "@mossy/core/session/document";
import type { Need, Player } from "@mossy/core/session/ensemble";
import { plural } from "@mossy/core/session/plural";
import { Pin, PinOff } from "lucide-react";
import { Link } from "react-router";
import { Button } from "../../ui/button.tsx";
import { Chooser } from "../../ui/chooser.tsx";
import { Pill } from "../../ui/pieces.tsx";
import { inOrder } from "./colours.ts";
import { PartCard } from "./partCard.tsx";
import { setPins, setPlayers } from "./usePlan.ts";
import type { Planning } from "./usePlan.ts";

/** A player: its tracks with offset and error, what it lacks, where it is taken from; and the part that is chosen. */
export function PlayerCard({
  planning,
  player,
  columns,
  colours,
  need,
}: {
  planning: Planning;
  player: PlannedPlayer;
  columns: readonly Need[];
  colours: ReadonlyMap<PlannedTrack, string>;
  need: Need | null;
}) {
  const { style, session, work } = planning;
  const { memory, load, unknown } = totalsOf([player]);
  const tracks = inOrder(columns, player);
  const lacking = player.lacking.flatMap((n) => player.player.needs[n] ?? []);
  return (
    <section aria-label="Chosen player" className="card flex flex-col gap-2 p-3.5">
      <h2 className="font-title text-lg font-semibold">{plannedInWords(style.reader, player.player)}</h2>
      <p className="text-sm text-ink-2">
        {plural(tracks.length, "track")} · {Math.round(memory)} MB · {Math.round(load)} s
        {unknown > 0 && ` · of ${unknown} nobody knows`}
        {!player.proven && " · fewer may be possible"}
      </p>
      <ul className="border-t border-line">
        {tracks.map((t, n) => (
          <TrackLine
            key={t.of.map((o) => o.articulation.id).join(" ")}
            {...{ planning, player, colours }}
            track={t}
            number={n + 1}
          />
        ))}
      </ul>
      {lacking.length > 0 && (
        <p className="rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm text-lantern">
          No library that is taken plays {lacking.map((n) => playedInWords(style.reader, n)).join(", ")}.
        </p>
      )}
      {need && <PartCard planning={planning} player={player} tracks={tracks} need={need} />}
      {work && <PlayerDeeds planning={planning} player={player.player} />}
      <p className="flex flex-wrap gap-x-3 text-sm">
        {librariesOf(player.player, session, planning.ground.catalogue).map((k) => (
          <Link key={k.id} to={`/library/instruments/${k.id}`} className="text-moss hover:underline">
            {k.library.name}
          </Link>
        ))}
      </p>
    </section>
  );
}

function TrackLine({
  planning,
  player,
  track,
  number,
  colours,
}: {
  planning: Planning;
  player: PlannedPlayer;
  track: PlannedTrack;
  number: number;
  colours: ReadonlyMap<PlannedTrack, string>;
}) {
  const { session, work, ground, tracks } = planning;
  const { id } = player.player;
  const at = tracks.ids.get(track);
  const planned = tracks.session.tracks.find((t) => t.id === at);
  const name = planned?.name ?? track.patch.name;
  const there = at !== undefined && session.tracks.some((t) => t.id === at);
  const plays = playsOf(planning, player, track) + (planned ? portOf(planned) : "");
  const known = track.of.some((o) => o.measured);
  const offset = known ? msInWords(-track.offset) : "not measured";
  const close = within(track.error, ground.limits.error);
  const Icon = track.pinned ? PinOff : Pin;
  const held = track.pinned ? "Let it be planned" : "Hold it as it is";
  return (
    <li className="flex items-center gap-2 border-b border-line py-1 text-sm">
      <span
        className="grid size-5 shrink-0 place-items-center rounded-[5px] text-xs text-on-moss"
        style={{ background: colours.get(track) }}
      >
        {number}
      </span>
      <span className="min-w-0 flex-1">
        <span className="flex items-center gap-2">
          <span className="min-w-0 flex-1 truncate font-mono" title={name}>
            {there ? (
              <button
                type="button"
                className="w-full truncate text-left hover:underline"
                onClick={() => planning.onTrack(at)}
              >
                {name}
              </button>
            ) : (
              name
            )}
          </span>
          <span className="font-mono whitespace-nowrap">{offset}</span>
        </span>
        <span className="flex items-center gap-2 text-xs text-ink-2">
          <span className="min-w-0 flex-1 truncate" title={plays}>
            {plays}
          </span>
          {known && <Pill look={close ? "ok" : "look"}>±{Math.round(track.error * 10) / 10}</Pill>}
        </span>
      </span>
      {work && (
        <Button
          small
          look="quiet"
          className="-mr-1 px-1"
          aria-label={`${held}: ${name}`}
          title={held}
          onClick={() => setPins(planning, heldOrNot(session.pins, id, track), held.toLowerCase())}
        >
          <Icon size={14} aria-hidden className={track.pinned ? "text-moss" : "text-ink-3"} />
        </Button>
      )}
    </li>
  );
}

/** Over which port and channel a track that leads to a machine plays. */
const portOf = ({ plays, channel }: Track): string =>
  plays?.port == null
    ? ""
    : ` · port ${plays.port}, ${channel === null ? "all channels" : `channel ${channel}`}`;

/** What stands on a track, as its player needs it. */
const playsOf = ({ style }: Planning, { player }: PlannedPlayer, track: PlannedTrack): string =>
  track.of
    .map(({ need }) => {
      const n = player.needs[need];
      return n ? playedInWords(style.reader, n) : "";
    })
    .join(", ");

/** Where a player is taken from, and what can be done with it. */
function PlayerDeeds({ planning, player }: { planning: Planning; player: Player }) {
  const { session, ground } = planning;
  const ids = session.players.map((p) => p.id);
  const libraries = librariesOf(player, session, ground.catalogue);
  const mirror = mirrored(player, libraries, ids);
  const put = (next: readonly Player[], label: string): void =>
    setPlayers(
      planning,
      session.players.flatMap((p) => (p === player ? next : [p])),
      label,
      next.length === 0
        ? pinsOf(
            session.pins,
            session.players.filter((p) => p !== player),
          )
        : session.pins,
    );
  return (
    <div className="flex flex-wrap items-end gap-2 pt-1">
      <Chooser
        label="Taken from"
        value={player.libraries[0] ?? null}
        none="as the ensemble says"
        options={ground.catalogue.map((k) => [k.id, k.library.name])}
        onChoose={(id) => put([{ ...player, libraries: id === null ? [] : [id] }], "taken from")}
      />
      {mirror && (
        <Button small onClick={() => put([mirror.player, mirror.mirror], "muted mirror")}>
          Muted mirror
        </Button>
      )}
      <Button small look="quiet" onClick={() => put([], "take out a player")}>
        Take out
      </Button>
    </div>
  );
}
