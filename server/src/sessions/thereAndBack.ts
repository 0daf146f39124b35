import { lowered } from "@mossy/core/fit/lowered";
import type { BothWays } from "@mossy/core/fit/lowered";
import type { Lowering } from "@mossy/core/fit/lowering";
import { raised } from "@mossy/core/fit/raised";
import type { Style } from "@mossy/core/house/style";
import type { Session } from "@mossy/core/session/document";

/** A session as it can have gone out to its room. */
export interface WentOut {
  readonly baseline: Session;
  readonly now: Session;
  /** How it is written for its room; null: as it is. */
  readonly lowering: Lowering | null;
}

/** A session as it stands, then as it first went out, each also as it is written for its room. */
export function wentOut(style: Style, { baseline, now, lowering }: WentOut): [BothWays, ...BothWays[]] {
  if (!lowering)
    return [
      { own: now, there: now },
      { own: baseline, there: baseline },
    ];
  const first = { own: baseline, there: lowered(baseline, lowering, style.reader) };
  return [{ own: now, there: lowered(now, lowering, style.reader, first) }, first];
}

/**
 * A session that came back in a copy from before, under its house names: how it went out then says more of it than how
 * it stands, which has what was brought since as well as what was put right before.
 * @param went how it went out then, and as it stands
 */
export const inEarlierNames = (style: Style, went: WentOut, came: Session): Session =>
  went.lowering ? raised(came, went.lowering, wentOut(style, went).toReversed()) : came;

/** A session that came back, under its house names. */
export const inHouseNames = (style: Style, went: WentOut, came: Session): Session =>
  went.lowering ? raised(came, went.lowering, wentOut(style, went)) : came;
