import { callsInWords } from "@mossy/core/instruments/call";
import type { Given, GivenTable } from "@mossy/core/instruments/givenBy";
import { plannedInWords } from "@mossy/core/instruments/plan/edits";
import { playedInWords } from "@mossy/core/instruments/players";
import { offsetInWords } from "@mossy/core/instruments/same/chart";
import type { TrackId } from "@mossy/core/session/document";
import { keyName } from "@mossy/core/session/midiKeys";
import { seatInWords } from "@mossy/core/session/plays";
import { Link } from "react-router";
import { Button } from "../../ui/button.tsx";
import type { Planning } from "../plan/usePlan.ts";
import { standsInWords } from "./words.ts";
import type { At } from "./words.ts";

const SAYS = {
  "not asked": "Nobody asked for it, and no track gives it.",
  gap: "It was asked for, and no track gives it.",
  off: "All tracks that would give it are off.",
  given: "",
  double: "More than one track gives it: whoever plays it has to know which.",
} as const;

/** One way of playing of a player: the tracks that give it, how each is called up, and the way there. */
export function GivenCard({
  planning,
  table: { columns, rows },
  at,
  onView,
}: {
  planning: Planning;
  table: GivenTable;
  at: At | null;
  onView: (id: TrackId, view: "inputs" | "map") => void;
}) {
  const { style } = planning;
  const row = at && rows[at.row];
  const column = at && columns[at.column];
  const cell = at && row?.cells[at.column];
  if (!row || !column || !cell)
    return (
      <section aria-label="Chosen" className="card p-3.5 text-sm text-ink-2">
        Choose a cell: here stand the tracks that give it, and the way to them.
      </section>
    );
  const who = row.who ? plannedInWords(style.reader, row.who) : row.player;
  return (
    <section aria-label="Chosen" className="card flex flex-col gap-3 p-3.5 text-sm">
      <h2 className="text-base font-semibold">
        {who}, {playedInWords(style.reader, column)}
      </h2>
      {SAYS[cell.standing] !== "" && <p className="text-ink-2">{SAYS[cell.standing]}</p>}
      {cell.given.length === 0 && (
        <Link
          className="font-semibold text-moss hover:underline"
          to={whoHas(playedInWords(style.reader, column))}
        >
          Who has it?
        </Link>
      )}
      {cell.given.map((g) => (
        <OnTrack key={`${g.track.id} ${g.way.id}`} planning={planning} given={g} onView={onView} />
      ))}
    </section>
  );
}

/** The search over all libraries of the house for a way of playing. */
const whoHas = (played: string): string =>
  `/library/instruments?find=${encodeURIComponent(`who has ${played.replaceAll(",", "")}`)}`;

function OnTrack({
  planning: { session, onTrack },
  given,
  onView,
}: {
  planning: Planning;
  given: Given;
  onView: (id: TrackId, view: "inputs" | "map") => void;
}) {
  const { track, way } = given;
  const { plays } = track;
  const lines = [
    ["Plays", `“${way.name}” of ${plays.library.name}, ${plays.patch.name}`],
    [
      "Called up",
      way.key === null
        ? callsInWords(way.called)
        : `by ${keyName(way.key)} of the house, ${callsInWords(way.called)} of its own`,
    ],
    ["Comes", standsInWords(given)],
    ["Offset", offsetInWords(plays.offset, session.sampleRate)],
    ...(plays.port === null
      ? []
      : [
          [
            "Goes out",
            `by port ${plays.port}, ${track.channel === null ? "all channels" : `channel ${track.channel}`}`,
          ],
        ]),
    ...(plays.seat === null ? [] : [["Sits", seatInWords(plays.seat)]]),
    ["Loaded", plays.loading + (plays.light ? ", in the light set" : "")],
  ] as const;
  return (
    <div className="border-t border-line pt-2.5">
      <p className="font-mono font-semibold">{track.name}</p>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5 py-1.5">
        {lines.map(([what, says]) => (
          <div key={what} className="contents">
            <dt className="text-ink-2">{what}</dt>
            <dd className="min-w-0">{says}</dd>
          </div>
        ))}
      </dl>
      <div className="flex flex-wrap gap-1.5">
        <Button small onClick={() => onTrack(track.id)}>
          Track sheet
        </Button>
        <Button small onClick={() => onView(track.id, "map")}>
          Signal map
        </Button>
        <Button small onClick={() => onView(track.id, "inputs")}>
          Input list
        </Button>
      </div>
    </div>
  );
}
