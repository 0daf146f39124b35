import type { GivenCell, GivenRow, GivenTable } from "@mossy/core/instruments/givenBy";
import { plannedInWords } from "@mossy/core/instruments/plan/edits";
import { playedInWords } from "@mossy/core/instruments/players";
import { AS_LOUD } from "@mossy/core/instruments/same/balance";
import { plural } from "@mossy/core/session/plural";
import { clsx } from "clsx";
import { colourAt } from "../plan/colours.ts";
import { useCellKeys } from "../plan/useCellKeys.ts";
import type { Planning } from "../plan/usePlan.ts";
import { Marks } from "./marks.tsx";
import { keyOf, standsInWords } from "./words.ts";
import type { At } from "./words.ts";

interface Props {
  readonly planning: Planning;
  readonly table: GivenTable;
  readonly at: At | null;
  readonly onChoose: (at: At) => void;
}

/** Players down, ways of playing across: which of its tracks gives each, by which key. */
export function GivenTableView({ planning, table: { columns, rows }, at, onChoose }: Props) {
  const { style } = planning;
  const { table, move } = useCellKeys();
  const leads = [...new Set(rows.flatMap((r) => r.tracks.map((t) => t.lead)))].sort((a, b) => a - b);
  return (
    <div className="min-h-0 flex-1 overflow-auto">
      <table
        ref={table}
        aria-label="What players play on their tracks"
        className="border-separate border-spacing-0 text-left"
        onKeyDown={move}
      >
        <thead className="sticky top-0 z-20 bg-surface">
          <tr>
            <th
              scope="col"
              className="sticky left-0 z-10 w-36 min-w-36 bg-surface px-2.5 py-2 text-xs font-semibold text-ink-2"
            >
              Player
            </th>
            {columns.map((c) => (
              <th
                key={playedInWords(style.reader, c)}
                scope="col"
                className="w-14 max-w-14 px-0.5 py-2 text-center align-bottom text-xs font-normal text-ink-2"
              >
                {playedInWords(style.reader, c)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, n) => {
            const name = row.who ? plannedInWords(style.reader, row.who) : row.player;
            return (
              <tr key={row.player}>
                <th
                  scope="row"
                  className="sticky left-0 z-10 w-36 max-w-36 border-t border-line bg-surface px-2.5 py-1.5 text-left"
                >
                  <span className="block text-sm font-semibold">{name}</span>
                  <span className="block text-xs font-normal text-ink-2">
                    {plural(row.tracks.length, "track")}
                    {row.who === null && " · nobody of this session"}
                  </span>
                </th>
                {row.cells.map((cell, i) => (
                  <td
                    key={columns[i] && playedInWords(style.reader, columns[i])}
                    className="border-t border-line p-0.5 text-center"
                  >
                    <Cell
                      cell={cell}
                      says={`${name}, ${columns[i] ? playedInWords(style.reader, columns[i]) : ""}`}
                      place={`${n} ${i}`}
                      {...numbered(row, cell, leads)}
                      limit={(planning.session.ensemble.limits ?? style.house.sampled).error}
                      chosen={at?.row === n && at.column === i}
                      first={at === null && n === 0 && i === 0}
                      onChoose={() => onChoose({ row: n, column: i })}
                    />
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/**
 * Which of a player's tracks gives what stands in a cell, counted from 1; tracks of all players that begin with the
 * same way of playing have one colour.
 */
function numbered(row: GivenRow, { given }: GivenCell, leads: readonly number[]) {
  const at = row.tracks.findIndex((t) => t.id === given[0]?.track.id);
  return { number: at + 1, colour: colourAt(leads.indexOf(row.tracks[at]?.lead ?? 0)) };
}

function Cell({
  cell: { standing, given },
  says,
  place,
  number,
  colour,
  limit,
  chosen,
  first,
  onChoose,
}: {
  cell: GivenCell;
  says: string;
  place: string;
  number: number;
  colour: string;
  limit: number;
  chosen: boolean;
  first: boolean;
  onChoose: () => void;
}) {
  const here = {
    type: "button" as const,
    "data-at": place,
    tabIndex: chosen || first ? 0 : -1,
    onClick: onChoose,
  };
  const whole = clsx(
    "h-11 w-full min-w-13 rounded-md font-mono text-xs whitespace-nowrap",
    chosen && "ring-2 ring-ink ring-inset",
  );
  const [one] = given;
  if (!one)
    return standing === "gap" ? (
      <button
        {...here}
        className={clsx(whole, "border border-dashed border-lantern text-lantern")}
        aria-label={`${says}: no track gives it, none`}
      >
        none
      </button>
    ) : (
      <button {...here} className={clsx(whole, "text-ink-3")} aria-label={`${says}: not asked for ·`}>
        ·
      </button>
    );
  const key = keyOf(one);
  const more = given.length > 1 ? ` +${given.length - 1}` : "";
  const title =
    `${says}: “${one.track.name}”, ${key}, ${standsInWords(one)}` +
    (standing === "double" ? `; on ${given.length} tracks` : standing === "off" ? "; off" : "");
  return (
    <button
      {...here}
      className={clsx(
        whole,
        standing === "off" ? "border border-dashed border-line text-ink-2" : "text-on-moss",
        standing === "double" && "outline-2 -outline-offset-2 outline-lantern outline-dashed",
      )}
      style={standing === "off" ? undefined : { background: colour }}
      aria-label={`${title} · ${short(key)} ${number}${more}`}
      title={title}
    >
      <span className="block truncate px-0.5">
        {short(key)} <span className="align-super text-xs leading-none">{number}</span>
        {more}
      </span>
      <Marks off={one.off} level={one.level} limit={{ ms: limit, db: AS_LOUD * 4 }} />
    </button>
  );
}
/** What calls it up in a cell. */
const short = (key: string): string => (key.length > 5 ? `${key.slice(0, 4)}…` : key);
