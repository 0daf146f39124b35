import type { Cell, List } from "../../formats/table.ts";
import type { Session } from "../../session/document.ts";
import { byId } from "../../session/routing.ts";
import type { Known } from "../plan/offers.ts";
import { isSampled, patchIn } from "./always.ts";
import type { Seating } from "./seating.ts";

const HEADS = [
  "Machine",
  "Instance",
  "Port",
  "Channel",
  "Output",
  "Comes back on",
  "Track",
  "Library",
  "Patch",
  "Found at",
  "MB",
  "Loaded",
];

/** The seating as a list for whoever sets the machines up: machine by machine, in the order of their ports. */
export function seatingList(
  session: Session,
  { seats, machines }: Seating,
  catalogue: readonly Known[],
): List {
  const tracks = byId(session);
  const order = machines.map((m) => m.machine.name);
  const rows = session.tracks.filter(isSampled).flatMap((t) => {
    const seat = seats.get(t.id);
    return seat ? [{ t, seat }] : [];
  });
  rows.sort(
    (a, b) =>
      order.indexOf(a.seat.machine) - order.indexOf(b.seat.machine) ||
      a.seat.overall - b.seat.overall ||
      (a.seat.channel ?? 0) - (b.seat.channel ?? 0),
  );
  return {
    name: "Sample machines",
    heads: HEADS,
    rows: rows.map(({ t, seat }): Cell[] => [
      seat.machine,
      seat.instance,
      seat.port,
      seat.channel ?? "all",
      `${seat.output * 2 - 1}–${seat.output * 2}`,
      tracks.get(t.feeds ?? "")?.name ?? "nothing",
      t.name,
      t.plays.library.name,
      t.plays.patch.name,
      t.plays.patch.at,
      patchIn(catalogue, t.plays)?.memory ?? "",
      seat.loading,
    ]),
  };
}
