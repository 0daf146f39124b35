import { newTrack } from "@mossy/core/house/dress";
import { newSession } from "@mossy/core/house/starts";
import type { Style } from "@mossy/core/house/style";
import { lightSet } from "@mossy/core/instruments/machines/light";
import { isMirror, mirrored, playersIn } from "@mossy/core/instruments/plan/edits";
import { planEnsemble } from "@mossy/core/instruments/plan/planEnsemble";
import { planTracks } from "@mossy/core/instruments/plan/planTracks";
import type { Known } from "@mossy/core/instruments/plan/offers";
import type { Session } from "@mossy/core/session/document";
import { BLANK_ENSEMBLE } from "@mossy/core/session/ensemble";
import type { Player } from "@mossy/core/session/ensemble";
import { readName } from "@mossy/core/words/read";
import { demoLibraries } from "./instruments.ts";
import type { DemoTemplate } from "./templates.ts";

const TITLE = "Festival orchestra";
/** MB of the light set. */
const LIGHT = 10_000;

/** Everybody some libraries have; strings with mutes on have tracks of their own. */
function withMirrors(catalogue: readonly Known[]): Player[] {
  const all = playersIn(catalogue);
  const taken = new Set(all.map((p) => p.id));
  return all.flatMap((p) => {
    const two = STRINGS.has(p.role) ? mirrored(p, catalogue, taken) : null;
    return two ? [two.player, two.mirror] : [p];
  });
}
const STRINGS: ReadonlySet<string> = new Set(["violin", "viola", "cello", "double-bass"]);

/** The festival's sampled orchestra: everybody its libraries have, planned to the fewest tracks. */
export function demoOrchestra(style: Style): DemoTemplate {
  const catalogue = demoLibraries.map(({ id, library }) => ({ id, library }));
  const empty: Session = {
    ...newSession(style.house, TITLE),
    notes:
      "Played with the offsets of its tracks. Whoever writes in longs only may leave the short tracks muted.",
    players: withMirrors(catalogue),
    ensemble: { ...BLANK_ENSEMBLE, libraries: catalogue.map((k) => k.id), sits: "machine" },
  };
  const paths = ["Hall reverb", "Main"].map((name) =>
    newTrack(style, empty, name.toLowerCase().replace(" ", "-"), readName(style.reader, name), name),
  );
  const [hall, main] = paths;
  const fed = hall && main ? [{ ...hall, feeds: main.id }, main] : paths;
  const begun: Session = { ...empty, tracks: fed };
  const { session } = planTracks(
    style,
    begun,
    planEnsemble(begun, { limits: style.house.sampled, catalogue }),
  );
  // One writes without mutes.
  const mirrors = new Set(session.players.filter(isMirror).map((p) => p.id));
  const open = session.tracks.filter((t) => t.plays === null || !mirrors.has(t.plays.player));
  const light = lightSet({ ...session, tracks: open }, catalogue, LIGHT);
  const fedBy = new Set(session.tracks.flatMap((t) => (t.plays === null ? [] : [t.feeds])));
  const whole: Session = {
    ...session,
    tracks: session.tracks.map((t) => ({
      ...t,
      // What the sound of a section comes back on is what sends to the hall.
      ...(hall && t.kind === "folder" && fedBy.has(t.id)
        ? { sends: [{ id: "s1", to: hall.id, level: -16, beforeFader: false }] }
        : {}),
      plays: t.plays && {
        ...t.plays,
        light: light.has(t.id),
        // Swells are few and large: they are called for.
        loading: t.plays.ways.every((w) => w.words.includes("swell")) ? "on demand" : "always",
      },
    })),
  };
  return {
    id: "festival-orchestra",
    name: TITLE,
    shelf: "Orchestra",
    releases: [
      { note: "Strings, winds, brass and percussion, planned within ten milliseconds", session: whole },
    ],
    draft: whole,
  };
}
