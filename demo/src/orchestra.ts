import { newTrack } from "@mossy/core/house/dress";
import { newSession } from "@mossy/core/house/starts";
import type { Style } from "@mossy/core/house/style";
import { playersIn } from "@mossy/core/instruments/plan/edits";
import { planEnsemble } from "@mossy/core/instruments/plan/planEnsemble";
import { planTracks } from "@mossy/core/instruments/plan/planTracks";
import type { Session } from "@mossy/core/session/document";
import { BLANK_ENSEMBLE } from "@mossy/core/session/ensemble";
import { readName } from "@mossy/core/words/read";
import { demoLibraries } from "./instruments.ts";
import type { DemoTemplate } from "./templates.ts";

const TITLE = "Festival orchestra";

/** The festival's sampled orchestra: everybody its libraries have, planned to the fewest tracks. */
export function demoOrchestra(style: Style): DemoTemplate {
  const catalogue = demoLibraries.map(({ id, library }) => ({ id, library }));
  const empty: Session = {
    ...newSession(style.house, TITLE),
    notes:
      "Played with the offsets of its tracks. Whoever writes in longs only may leave the short tracks muted.",
    players: playersIn(catalogue),
    ensemble: { ...BLANK_ENSEMBLE, libraries: catalogue.map((k) => k.id) },
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
  const whole: Session = {
    ...session,
    tracks: session.tracks.map((t) =>
      t.plays !== null && hall
        ? { ...t, sends: [{ id: "s1", to: hall.id, level: -16, beforeFader: false }] }
        : t,
    ),
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
