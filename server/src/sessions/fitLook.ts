import type { FitLook } from "@mossy/contract/sessions";
import { fit } from "@mossy/core/fit/fit";
import { inSetUp } from "@mossy/core/fit/room";
import { loadOf } from "@mossy/core/devices/load";
import { askedOf, importanceIn } from "@mossy/core/fit/sources";
import { waysOut } from "@mossy/core/fit/waysOut";
import type { WayOut } from "@mossy/core/fit/wayOut";
import type { Bench } from "../house/bench.ts";
import { fitParts, reportOf } from "./fitted.ts";
import { handedParts } from "./handOver.ts";
import type { FitParts, FitWish } from "./fitted.ts";

async function partsOf({ pool, styles }: Bench, wish: FitWish): Promise<FitParts> {
  const { style } = await styles.current(pool);
  return wish.session
    ? handedParts(pool, { ...wish, session: wish.session }, style)
    : fitParts(pool, wish, style);
}

/** A release fitted to a room, with what the fit went by. */
export async function fitLook(bench: Bench, wish: FitWish): Promise<FitLook> {
  const { session, room, setUp, terms } = await partsOf(bench, wish);
  const wired = inSetUp(room, setUp);
  const result = fit(session, wired, terms);
  const { wishes } = askedOf(result.session, wired, terms);
  return {
    session: result.session,
    report: reportOf(result),
    sources: wishes.map((w) => ({
      track: w.track,
      importance: w.importance,
      with: wishes.filter((o) => o.together === w.together && o !== w).map((o) => o.track),
      standing: w.standing,
      last: w.last,
    })),
    missing: result.missing.map((m) => ({
      ...m,
      tracks: [...m.tracks],
      stands: m.stands.map((s) => ({ ...s, values: s.values && [...s.values], loses: [...s.loses] })),
    })),
    load: loadOf(result.session, terms.equipment, room, terms.solver, importanceIn(terms.style)),
    needless: needless({ session, room: wired, setUp, terms, variant: null, production: null }),
  };
}

/** What is left out, or recorded by one pair, although everything would fit as it is. */
function needless({ session, room, terms }: FitParts): string[] {
  const { choices } = terms;
  const given = [...choices.leaveOut, ...choices.asPair.flatMap((p) => p.tracks)];
  if (given.length === 0) return [];
  const all = fit(session, room, { ...terms, choices: { ...choices, leaveOut: [], asPair: [] } });
  return all.unplaced.length === 0 ? given : [];
}

/** What would help where a release does not fit whole. */
export async function fitWays(bench: Bench, wish: FitWish): Promise<{ ways: WayOut[] }> {
  const { session, room, setUp, terms } = await partsOf(bench, wish);
  return { ways: waysOut(session, room, setUp, terms) };
}
