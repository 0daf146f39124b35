import { check } from "@mossy/core/check/check";
import type { Finding } from "@mossy/core/check/rule";
import type { House } from "@mossy/core/house/house";
import { makeStyle } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import type { Session, Track } from "@mossy/core/session/document";

/** What the worker is told: the house and what the session went out as, once; then each state as the order of tracks and those that are other than before. */
export type CheckTask =
  | { readonly house: House; readonly given: Session | null }
  | { readonly turn: number; readonly session: Omit<Session, "tracks">; readonly order: readonly string[]; readonly changed: readonly Track[] };
export interface CheckAnswer { readonly turn: number; readonly findings: readonly Finding[] }

let style: Style | null = null;
let given: Session | null = null;
let tracks = new Map<string, Track>();

// Off the page's thread. Tracks that did not change stay the same objects here, so only what changed is looked at again.
self.onmessage = ({ data }: MessageEvent<CheckTask>) => {
  if ("house" in data) { style = makeStyle(data.house); given = data.given; return; }
  if (!style) return;
  const next = new Map(data.changed.map((t) => [t.id, t]));
  tracks = new Map(data.order.flatMap((id) => { const t = next.get(id) ?? tracks.get(id); return t ? [[id, t] as const] : []; }));
  self.postMessage({ turn: data.turn, findings: check(style, { ...data.session, tracks: [...tracks.values()] }, given) } satisfies CheckAnswer);
};
