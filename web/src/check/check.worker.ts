import type { Origin } from "@mossy/core/check/causes";
import type { House } from "@mossy/core/house/house";
import { makeStyle } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import type { Session, Track } from "@mossy/core/session/document";
import { lookAt } from "./lookAt.ts";
import type { CheckResult } from "./lookAt.ts";

/**
 * What the worker is told: the house, what the session went out as and under which house (null: the same),
 * once; then each state as the order of tracks and those that are other than before.
 */
export type CheckTask =
  | {
      readonly house: House;
      readonly origin: { readonly baseline: Session; readonly house: House | null } | null;
    }
  | {
      readonly turn: number;
      readonly session: Omit<Session, "tracks">;
      readonly order: readonly string[];
      readonly changed: readonly Track[];
    };
export interface CheckAnswer extends CheckResult {
  readonly turn: number;
}

let style: Style | null = null;
let origin: Origin | null = null;
let tracks = new Map<string, Track>();

// Off the page's thread. Tracks that did not change stay the same objects here, so only what changed is
// looked at again.
self.onmessage = ({ data }: MessageEvent<CheckTask>) => {
  if ("house" in data) {
    style = makeStyle(data.house);
    origin = data.origin && {
      baseline: data.origin.baseline,
      style: data.origin.house ? makeStyle(data.origin.house) : style,
    };
    return;
  }
  if (!style) return;
  const next = new Map(data.changed.map((t) => [t.id, t]));
  tracks = new Map(
    data.order.flatMap((id) => {
      const t = next.get(id) ?? tracks.get(id);
      return t ? [[id, t] as const] : [];
    }),
  );
  self.postMessage({
    turn: data.turn,
    ...lookAt(style, { ...data.session, tracks: [...tracks.values()] }, origin),
  } satisfies CheckAnswer);
};
