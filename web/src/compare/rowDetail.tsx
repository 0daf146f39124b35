import type { Row } from "@mossy/core/compare/rows";
import type { Comparison } from "@mossy/core/compare/sentences";
import type { Track, TrackId } from "@mossy/core/session/document";
import { inWords } from "@mossy/core/session/says";
import { ChangeList } from "../session/changeList.tsx";
import { PickOne } from "../ui/chooser.tsx";
import { Button } from "../ui/button.tsx";
import { Tile } from "../ui/tile.tsx";

/** Pairs that are put right by hand: tracks of the second side, by the first's. */
export interface Pairing {
  /** The tracks of the first side that have no pair. */
  readonly free: readonly Track[];
  readonly onPair: (b: TrackId, a: TrackId | null) => void;
}

/** One row in full: everything that is other in it, before and after. */
export function RowDetail({
  compared,
  row,
  pairing,
}: {
  compared: Comparison;
  row: Row;
  pairing: Pairing | null;
}) {
  const track = row.b ?? row.a;
  if (!track) return null;
  const changes = compared.changes.filter((c) =>
    c.do === "add" || c.do === "take-out" ? c.track.id === track.id : "id" in c && c.id === track.id,
  );
  return (
    <section aria-label={`Track ${track.name}`} className="card flex flex-col gap-2 p-3.5">
      <h2 className="flex items-center gap-2">
        <Tile colour={track.colour} icon={track.icon} size={22} />
        <span className="truncate font-mono font-semibold">{track.name}</span>
      </h2>
      {changes.length === 0 ? (
        <p className="text-sm text-ink-2">Alike in both.</p>
      ) : (
        <ChangeList narrow said={inWords(compared.a, compared.b, changes)} />
      )}
      {pairing && <PairByHand row={row} pairing={pairing} />}
    </section>
  );
}

/** Says which track of the first side this one is, where the two were known by likeness alone. */
function PairByHand({ row: { a, b, sort }, pairing: { free, onPair } }: { row: Row; pairing: Pairing }) {
  if (!b || sort === "moved away") return null;
  if (a)
    return (
      <Button small onClick={() => onPair(b.id, null)}>
        This is not the same track
      </Button>
    );
  if (free.length === 0) return null;
  return (
    <PickOne
      small
      aria-label={`${b.name} is the same as`}
      says="It is the same track as…"
      options={free.map((t) => [t.id, t.name])}
      onPick={(id) => onPair(b.id, id)}
    />
  );
}
