import { callsInWords } from "@mossy/core/instruments/call";
import { withNeed } from "@mossy/core/instruments/plan/edits";
import type { Offer, PatchOffer } from "@mossy/core/instruments/plan/offers";
import { onItsOwn, together } from "@mossy/core/instruments/plan/pins";
import { offersTo } from "@mossy/core/instruments/plan/planEnsemble";
import type { PlannedPlayer } from "@mossy/core/instruments/plan/planEnsemble";
import type { PlannedTrack } from "@mossy/core/instruments/plan/planPlayer";
import { msInWords } from "@mossy/core/instruments/plan/sections";
import { playedInWords } from "@mossy/core/instruments/players";
import { offsetInWords, volumeInWords } from "@mossy/core/instruments/same/chart";
import { leftOver } from "@mossy/core/sampled/onGrid";
import { keyName } from "@mossy/core/session/midiKeys";
import { levelInWords } from "@mossy/core/session/valueWords";
import { sameNeed } from "@mossy/core/session/ensemble";
import type { Need } from "@mossy/core/session/ensemble";
import { Button } from "../../ui/button.tsx";
import { PickOne } from "../../ui/chooser.tsx";
import { setPins, setPlayers } from "./usePlan.ts";
import type { Planning } from "./usePlan.ts";

interface Props {
  readonly planning: Planning;
  readonly player: PlannedPlayer;
  /** As they are numbered. */
  readonly tracks: readonly PlannedTrack[];
  readonly need: Need;
}

/** One way of playing of a player: from where it comes, how it is called up, and where else it could stand. */
export function PartCard({ planning, player, tracks, need }: Props) {
  const { style, session, work, ground } = planning;
  const at = player.player.needs.findIndex((n) => sameNeed(n, need));
  const track = tracks.find((t) => t.of.some((o) => o.need === at));
  const offer = track?.of.find((o) => o.need === at);
  if (at < 0) return null;
  const all = offersTo(player.player, session, ground);
  const remove = (): void => {
    const next = withNeed(player.player, need);
    setPlayers(
      planning,
      session.players.map((p) => (p === player.player ? next : p)),
      "needs less",
    );
  };
  return (
    <div role="group" aria-label="Chosen part" className="rounded-md bg-sunk p-2.5 text-sm">
      <p className="font-semibold">{playedInWords(style.reader, need)}</p>
      {offer && track ? (
        <p className="text-ink-2">
          “{offer.articulation.name}” of {track.library.library.name}, {track.patch.name}. Called up by{" "}
          {callsInWords(offer.articulation.called)}.{offer.alone && offer.measured && ` ${whyAlone(offer)}`}
        </p>
      ) : (
        <p className="text-ink-2">No library that is taken plays it.</p>
      )}
      {offer && track && <p className="pt-1 text-ink-2">{samePart(planning, track, offer)}</p>}
      {work && (
        <div className="mt-2 flex flex-wrap gap-2">
          {track && offer && <Elsewhere {...{ planning, player, tracks, all, track, offer }} />}
          <Button small look="quiet" onClick={remove} disabled={player.player.needs.length === 1}>
            Not needed
          </Button>
        </div>
      )}
    </div>
  );
}

/** Under which house key it is called up, how loud and how far off the grid it then comes. */
function samePart({ session, tracks }: Planning, track: PlannedTrack, { articulation }: Offer): string {
  const planned = tracks.session.tracks.find((t) => t.id === tracks.ids.get(track))?.plays;
  const way = planned?.ways.find((w) => w.id === articulation.id);
  if (!planned || !way) return "";
  const off = leftOver(way, planned.offset);
  return [
    way.key === null ? "No house key." : `House key ${keyName(way.key)}.`,
    ...(way.volume === null ? [] : [`Controller 7 at ${volumeInWords(way.volume)}.`]),
    ...(planned.gain === 0 ? [] : [`Gain ${levelInWords(planned.gain)} dB.`]),
    ...(off === null
      ? []
      : [
          `Its track plays ${offsetInWords(planned.offset, session.sampleRate)}; ` +
            (Math.abs(off) < 0.05
              ? "it is on the grid."
              : `it is ${msInWords(Math.abs(off))} ${off > 0 ? "late" : "early"}.`),
        ]),
  ].join(" ");
}

const whyAlone = ({ articulation, least, most }: Offer): string =>
  articulation.soundsOut
    ? "It has to sound out, so nothing shares its track."
    : most > least
      ? "By how hard it is struck it is too far apart to share a track."
      : "The house wants it on a track of its own.";

/** Other tracks, patches and libraries it could come from; what is said is held. */
function Elsewhere({
  planning,
  player,
  tracks,
  all,
  track,
  offer,
}: Omit<Props, "need"> & { all: readonly PatchOffer[]; track: PlannedTrack; offer: Offer }) {
  const { pins } = planning.session;
  const { id } = player.player;
  const own = all.find((p) => p.patch === track.patch);
  const others = tracks.filter((t) => t !== track && t.patch === track.patch);
  const patches = all.flatMap((p) => {
    const there = p.offers.find((o) => o.need === offer.need);
    return there && p.patch !== track.patch ? [{ from: p, offer: there }] : [];
  });
  const lagOf = (o: Offer): string => (o.measured ? `${Math.round(o.least)} ms` : "not measured");
  return (
    <>
      {own && track.of.length > 1 && (
        <Button
          small
          onClick={() => setPins(planning, onItsOwn(pins, id, all, own, offer), "on a track of its own")}
        >
          On its own track
        </Button>
      )}
      {others.length > 0 && (
        <PickOne
          small
          aria-label="Put it on another track"
          says="Put it on…"
          options={others.map((t) => [String(tracks.indexOf(t)), `track ${tracks.indexOf(t) + 1}`])}
          onPick={(n) => {
            const to = tracks[Number(n)];
            if (to) setPins(planning, together(pins, id, all, offer, to), "put on another track");
          }}
        />
      )}
      {patches.length > 0 && (
        <PickOne
          small
          aria-label="Take it from elsewhere"
          says="Take it from…"
          options={patches.map(({ from, offer: o }, i) => [
            String(i),
            `${from.library.library.name}, ${from.patch.name} (${lagOf(o)})`,
          ])}
          onPick={(i) => {
            const to = patches[Number(i)];
            if (to) setPins(planning, onItsOwn(pins, id, all, to.from, to.offer), "taken from elsewhere");
          }}
        />
      )}
    </>
  );
}
