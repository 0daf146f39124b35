import { colourFor, iconFor, patternUse } from "../../house/style.ts";
import type { Style } from "../../house/style.ts";
import { compose } from "../../names/compose.ts";
import type { Identity } from "../../names/pattern.ts";
import { same } from "../../session/change.ts";
import { blankTrack } from "../../session/document.ts";
import type { Session, Track, TrackId } from "../../session/document.ts";
import { freeId } from "../../session/freeId.ts";
import { byId, carrierOf, mainOf } from "../../session/routing.ts";
import type { PlannedPlayer } from "./planEnsemble.ts";
import { sectionsOf } from "./sections.ts";
import { busOf } from "./trackNames.ts";

/** Some players that share a bus, whatever their libraries. */
interface Sharing {
  readonly bus: Identity;
  readonly players: ReadonlySet<string>;
}

/**
 * A session whose planned tracks feed a bus of their player or section, as its ensemble asks. A section whose folder
 * carries its sound has its bus in that. A bus that is there already is taken.
 */
export function withBuses(style: Style, session: Session, planned: readonly PlannedPlayer[]): Session {
  const { buses } = session.ensemble;
  if (buses === "none") return session;
  const sharing =
    buses === "player"
      ? planned.map(({ player }): Sharing => ({ bus: busOf(style, player), players: new Set([player.id]) }))
      : sectionsOf(style, planned, (p) => p.player).map(({ id, players }): Sharing => {
          const role = style.folderOfFamily.get(id)?.plan.role ?? id;
          const all = new Set(players.map((p) => p.player.id));
          return { bus: { role: "bus", of: role, positions: [], number: null }, players: all };
        });
  return sharing.reduce((s, each) => onBus(style, s, each, buses === "section"), session);
}

function onBus(style: Style, session: Session, { bus, players }: Sharing, section: boolean): Session {
  const tracks = byId(session);
  const mine = session.tracks.filter((t) => t.plays !== null && players.has(t.plays.player));
  const first = mine[0];
  if (!first) return session;
  const carrier = carrierOf(first.parent, tracks);
  if (section && carrier !== null) return fed(session, mine, carrier);
  const there = session.tracks.find(
    (t) => t.kind === "bus" && t.role === bus.role && t.of === bus.of && sameBus(t, bus),
  );
  if (there) return fed(session, mine, there.id);
  const made = newBus(style, session, bus, first.parent, carrier ?? mainOf(session)?.id ?? null);
  const beside = new Set(mine.filter((t) => t.parent === first.parent).map((t) => t.id));
  const at = session.tracks.findLastIndex((t) => beside.has(t.id)) + 1;
  return fed(
    { ...session, tracks: [...session.tracks.slice(0, at), made, ...session.tracks.slice(at)] },
    mine,
    made.id,
  );
}

const sameBus = (t: Track, { positions, number }: Identity): boolean =>
  same(t.positions, positions) && t.number === number;

const fed = (session: Session, mine: readonly Track[], to: TrackId): Session => {
  const own = new Set(mine.map((t) => t.id));
  return { ...session, tracks: session.tracks.map((t) => (own.has(t.id) ? { ...t, feeds: to } : t)) };
};

function newBus(
  style: Style,
  session: Session,
  what: Identity,
  parent: TrackId | null,
  feeds: TrackId | null,
): Track {
  const name = compose(style.house.names[patternUse("bus")], style.reader, what) ?? "Bus";
  return blankTrack(freeId(`bus-${what.of ?? "all"}`, byId(session)), name, {
    kind: "bus",
    format: session.mainFormat,
    ...what,
    positions: [...what.positions],
    parent,
    feeds,
    colour: colourFor(style, what, "bus"),
    icon: iconFor(style, what),
  });
}
