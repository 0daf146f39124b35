import { isPlayed, withNeed } from "@mossy/core/instruments/plan/edits";
import { librariesOf } from "@mossy/core/instruments/plan/planEnsemble";
import type { PlannedPlayer } from "@mossy/core/instruments/plan/planEnsemble";
import { within } from "@mossy/core/sampled/cover";
import type { Offer } from "@mossy/core/instruments/plan/offers";
import type { PlannedTrack } from "@mossy/core/instruments/plan/planPlayer";
import { msInWords } from "@mossy/core/instruments/plan/sections";
import { plannedInWords } from "@mossy/core/instruments/plan/edits";
import { playedInWords } from "@mossy/core/instruments/players";
import { sameNeed } from "@mossy/core/session/ensemble";
import type { Need } from "@mossy/core/session/ensemble";
import { plural } from "@mossy/core/session/plural";
import { clsx } from "clsx";
import { Pin } from "lucide-react";
import type { KeyboardEvent } from "react";
import { inOrder } from "./colours.ts";
import { useCellKeys } from "./useCellKeys.ts";
import { setPlayers } from "./usePlan.ts";
import type { Planning } from "./usePlan.ts";

/** What is chosen in the table: a player, and one way of playing of it. */
export interface Part {
  readonly player: string;
  /** Null: the player itself. */
  readonly need: Need | null;
}

export interface PartTableProps {
  readonly planning: Planning;
  readonly players: readonly PlannedPlayer[];
  readonly columns: readonly Need[];
  readonly colours: ReadonlyMap<PlannedTrack, string>;
  readonly chosen: Part | null;
  readonly onChoose: (part: Part) => void;
}

/** Players down, ways of playing across: how late each is, and, by colour and number, on which of its tracks. */
export function PartTable(p: PartTableProps) {
  const { planning, players, columns } = p;
  const { style } = planning;
  const { table, move } = useCellKeys();
  return (
    <div className="min-h-0 flex-1 overflow-auto">
      <table
        ref={table}
        aria-label="Players and what they play"
        className="border-separate border-spacing-0 text-left"
        onKeyDown={move}
      >
        <thead className="sticky top-0 z-20 bg-surface">
          <tr>
            <th
              scope="col"
              className="sticky left-0 z-10 w-41 min-w-41 bg-surface px-2.5 py-2 text-xs font-semibold text-ink-2"
            >
              Player
            </th>
            {columns.map((c) => (
              <th
                key={playedInWords(style.reader, c)}
                scope="col"
                className={clsx(
                  "w-13 max-w-13 px-0.5 py-2 text-center align-bottom",
                  "text-xs font-normal tracking-tight text-ink-2",
                )}
              >
                {playedInWords(style.reader, c)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {players.map((player, row) => (
            <PlayerRow key={player.player.id} {...p} player={player} row={row} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function PlayerRow({
  planning,
  player,
  row,
  columns,
  colours,
  chosen,
  onChoose,
}: PartTableProps & { player: PlannedPlayer; row: number }) {
  const { style, session, ground } = planning;
  const here = chosen?.player === player.player.id;
  const tracks = inOrder(columns, player);
  const libraries = librariesOf(player.player, session, ground.catalogue);
  const names = [...new Set(player.tracks.map((t) => t.library.library.name))];
  const name = plannedInWords(style.reader, player.player);
  return (
    <tr className={here ? "bg-sunk" : "hover:bg-bg"}>
      <th
        scope="row"
        className={clsx(
          "sticky left-0 z-10 w-41 max-w-41 border-t border-line px-2.5 py-1.5 text-left font-normal",
          here ? "bg-sunk" : "bg-surface",
        )}
      >
        <button
          type="button"
          data-at={`${row} 0`}
          aria-pressed={here && chosen.need === null}
          className="block w-full text-left"
          onClick={() => onChoose({ player: player.player.id, need: null })}
        >
          <span className="block text-sm font-semibold">{name}</span>
          <span className="block truncate text-xs text-ink-2">
            {plural(tracks.length, "track")}
            {names.length > 0 && ` · ${names.join(", ")}`}
          </span>
        </button>
      </th>
      {columns.map((column, i) => (
        <td key={playedInWords(style.reader, column)} className="border-t border-line p-0.5 text-center">
          <PartCell
            planning={planning}
            player={player}
            name={name}
            column={column}
            at={`${row} ${i + 1}`}
            tracks={tracks}
            colours={colours}
            offered={isPlayed(player.player, column, libraries)}
            chosen={here && chosen.need !== null && sameNeed(chosen.need, column)}
            onChoose={() => onChoose({ player: player.player.id, need: column })}
          />
        </td>
      ))}
    </tr>
  );
}

/** A lag as a cell has room for it: about its middle, where it differs by how hard a note is struck. */
const shortLag = ({ least, most, measured }: Offer): string =>
  !measured ? "?" : least === most ? `${Math.round(least)}` : `~${Math.round((least + most) / 2)}`;
const lagInWords = ({ least, most, measured }: Offer): string => {
  if (!measured) return "nobody knows its lag";
  if (least === most) return msInWords(least);
  return `${Math.round(least)} to ${Math.round(most)} ms by how hard it is struck`;
};

interface CellProps {
  readonly planning: Planning;
  readonly player: PlannedPlayer;
  readonly name: string;
  readonly column: Need;
  readonly at: string;
  readonly tracks: readonly PlannedTrack[];
  readonly colours: ReadonlyMap<PlannedTrack, string>;
  /** Whether a library it is taken from plays it. */
  readonly offered: boolean;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}

function PartCell({ planning, player, column, at, tracks, colours, ...p }: CellProps) {
  const { session, work, style, ground } = planning;
  const need = player.player.needs.findIndex((n) => sameNeed(n, column));
  const track = tracks.find((t) => t.of.some((o) => o.need === need));
  const offer = track?.of.find((o) => o.need === need);
  const says = `${p.name}, ${playedInWords(style.reader, column)}`;
  const change = (label: string): void => {
    const next = withNeed(player.player, column);
    if (next !== player.player)
      setPlayers(
        planning,
        session.players.map((x) => (x === player.player ? next : x)),
        label,
      );
  };
  const whole = clsx(
    "h-8 w-full min-w-12.5 rounded-md font-mono text-sm whitespace-nowrap",
    p.chosen && "ring-2 ring-ink ring-inset",
  );
  if (need < 0)
    return (
      <button
        type="button"
        data-at={at}
        tabIndex={-1}
        disabled={!work || !p.offered}
        className={clsx(whole, "text-ink-3 enabled:hover:bg-sunk")}
        aria-label={p.offered ? `${says}: not needed · add it` : `${says}: nobody plays it ·`}
        title={p.offered ? `${says}: add it` : `${says}: no library that is taken plays it`}
        onClick={() => change("needs more")}
      >
        ·
      </button>
    );
  const remove = (e: KeyboardEvent): void => {
    if (e.key !== "Delete" && e.key !== "Backspace") return;
    e.preventDefault();
    change("needs less");
  };
  // One stop for the tab key; arrows go on from there.
  const here = {
    tabIndex: p.chosen ? 0 : -1,
    type: "button" as const,
    "data-at": at,
    onClick: p.onChoose,
    onKeyDown: work ? remove : undefined,
  };
  if (!track || !offer)
    return (
      <button
        {...here}
        className={clsx(whole, "border border-dashed border-lantern text-lantern")}
        aria-label={`${says}: no library that is taken plays it, none`}
        title={`${says}: no library that is taken plays it`}
      >
        none
      </button>
    );
  const number = tracks.indexOf(track) + 1;
  const off = within(track.error, ground.limits.error) ? "" : `, ${Math.round(track.error)} ms off at most`;
  const lag = shortLag(offer);
  const title =
    `${says}: ${lagInWords(offer)}, ${track.library.library.name}, ` +
    `track ${number} of ${tracks.length}${off}${track.pinned ? ", held as it is" : ""}`;
  return (
    <button
      {...here}
      className={clsx(whole, "relative text-on-moss [word-spacing:-0.3em]")}
      style={{ background: colours.get(track) }}
      aria-label={`${title} · ${lag} ${number}`}
      title={title}
    >
      {lag} <span className="align-super text-xs leading-none">{number}</span>
      {track.pinned && <Pin size={10} aria-hidden className="absolute top-0.5 left-1" />}
    </button>
  );
}
