import type { Finding } from "@mossy/core/check/rule";
import { takeOut, wrap, outermost } from "@mossy/core/sheet/folders";
import { stepTrack } from "@mossy/core/sheet/step";
import type { Way } from "@mossy/core/sheet/step";
import { wishOnFinding } from "../remarks/words.ts";
import type { Wished } from "../remarks/words.ts";
import { newId } from "../session/newId.ts";
import type { Bench } from "./bench.ts";

/** Puts what is chosen in a folder of its own. */
export function wrapChosen({ work, style, session, ids, select }: Bench): void {
  const id = newId();
  if (work.edit(wrap(style, session, ids, id), "wrap in a folder")) select(id);
}

/** Takes out what is chosen and goes on to the next track that is left, else to the last one before. */
export function takeOutChosen({ work, session, ids, select }: Bench): void {
  if (!work.edit(takeOut(session, ids), ids.length === 1 ? "take out" : `take out ${ids.length}`)) return;
  const left = new Set(work.state().doc.tracks.map((t) => t.id));
  const order = session.tracks.map((t) => t.id);
  const at = order.indexOf(ids.at(-1) ?? "");
  const isLeft = (id: string): boolean => left.has(id);
  select(order.slice(at).find(isLeft) ?? order.slice(0, at).findLast(isLeft) ?? null);
}

/**
 * Moves what is chosen by a step. Several go one after the other, the last first where they go down or out,
 * so that they stay together.
 */
export function moveChosen({ work, session, ids }: Bench, way: Way): void {
  const moving = outermost(session, ids).map((t) => t.id);
  const order = way === "down" || way === "out" ? moving.reverse() : moving;
  work.editInSteps(
    order.map((id) => (s) => stepTrack(s, id, way)),
    "move",
  );
}

/**
 * Chooses the next track something is off about, round the end; where none is, the list of findings opens.
 */
export function goToFinding({ session, findings, selection, select, setSide }: Bench, step: 1 | -1): void {
  const off = new Set(findings.open.flatMap((f) => f.track ?? []));
  const order = session.tracks.map((t) => t.id);
  const at = order.indexOf(selection.at ?? "");
  const next =
    step > 0
      ? (order.find((id, i) => i > at && off.has(id)) ?? order.find((id) => off.has(id)))
      : (order.findLast((id, i) => i < at && off.has(id)) ?? order.findLast((id) => off.has(id)));
  if (next === undefined) setSide("findings");
  else select(next);
}

/** What a remark stands on where nobody said otherwise: the track one stands on, or the whole template. */
export function wishFor({ session, selection, template }: Bench): Wished {
  const track = session.tracks.find((t) => t.id === selection.at);
  return track
    ? { on: { what: "track", track: track.id, cell: null }, says: `“${track.name}”` }
    : { on: { what: "all" }, says: `the whole ${template.kind}` };
}

/** Asks for a remark at the side: on a finding, or on what is chosen. */
export function remarkOn(b: Bench, finding: Finding | null): void {
  b.setRemarkWish(finding && wishOnFinding(finding));
  b.setSide("remark");
}
