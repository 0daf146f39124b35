import { ascii, textOf, viewOf } from "./chunks.ts";
import type { SoundMarker } from "./head.ts";

/** So many are read; the rest of such a file is not markers. */
const MOST = 20_000;
const [CUE, LABEL, STRETCH] = [24, 4, 20];

/**
 * Markers of a WAVE file: its `cue ` chunk has where they are, `LIST` of kind `adtl` what they are called (`labl`, else
 * `note`) and how long they last (`ltxt`).
 * @returns in order of time
 */
export function readMarkers(cue: Uint8Array, lists: readonly Uint8Array[]): SoundMarker[] {
  if (cue.length < 4) return [];
  const view = viewOf(cue);
  const many = Math.min(view.getUint32(0, true), MOST, Math.floor((cue.length - 4) / CUE));
  const said = new Map(lists.flatMap(labelsIn));
  const notes = new Map(lists.flatMap((l) => labelsIn(l, "note")));
  const lengths = new Map(lists.flatMap(lengthsIn));
  return Array.from({ length: many }, (_, n) => {
    const at = 4 + n * CUE;
    const id = view.getUint32(at, true);
    return {
      frame: view.getUint32(at + 20, true),
      length: lengths.get(id) ?? 0,
      name: said.get(id) ?? notes.get(id) ?? "",
    };
  }).toSorted((a, b) => a.frame - b.frame);
}

/** The parts of a LIST chunk of that kind; none where it is of another. */
export function partsOf(list: Uint8Array, kind: string): { id: string; bytes: Uint8Array }[] {
  if (list.length < 4 || ascii(list, 0, 4) !== kind) return [];
  const view = viewOf(list);
  const found: { id: string; bytes: Uint8Array }[] = [];
  for (let at = 4; at + 8 <= list.length && found.length < MOST * 3;) {
    const size = Math.min(view.getUint32(at + 4, true), list.length - at - 8);
    found.push({ id: ascii(list, at, 4), bytes: list.subarray(at + 8, at + 8 + size) });
    at += 8 + size + (size % 2);
  }
  return found;
}

const labelsIn = (list: Uint8Array, id: unknown = "labl"): [number, string][] =>
  partsOf(list, "adtl").flatMap((part): [number, string][] =>
    part.id === (id === "note" ? "note" : "labl") && part.bytes.length >= LABEL
      ? [[viewOf(part.bytes).getUint32(0, true), textOf(part.bytes.subarray(LABEL))]]
      : [],
  );
const lengthsIn = (list: Uint8Array): [number, number][] =>
  partsOf(list, "adtl").flatMap((part): [number, number][] =>
    part.id === "ltxt" && part.bytes.length >= STRETCH
      ? [[viewOf(part.bytes).getUint32(0, true), viewOf(part.bytes).getUint32(4, true)]]
      : [],
  );

const encoder = new TextEncoder();

/** Both chunks of some markers, without their heads. Markers beyond 32 bits of frames cannot be written there. */
export function writeMarkers(markers: readonly SoundMarker[]): { cue: Uint8Array; adtl: Uint8Array } {
  const fit = markers.filter((m) => m.frame < 2 ** 32).slice(0, MOST);
  const cue = new Uint8Array(4 + fit.length * CUE);
  const view = viewOf(cue);
  view.setUint32(0, fit.length, true);
  const parts: Uint8Array[] = [encoder.encode("adtl")];
  for (const [n, m] of fit.entries()) {
    const at = 4 + n * CUE;
    view.setUint32(at, n + 1, true);
    view.setUint32(at + 4, m.frame, true);
    cue.set(encoder.encode("data"), at + 8);
    view.setUint32(at + 20, m.frame, true);
    parts.push(partWith("labl", n + 1, encoder.encode(`${m.name}\0`)));
    if (m.length > 0) parts.push(partWith("ltxt", n + 1, stretch(m.length)));
  }
  const adtl = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0));
  let to = 0;
  for (const part of parts) {
    adtl.set(part, to);
    to += part.length;
  }
  return { cue, adtl };
}

function stretch(length: number): Uint8Array {
  const bytes = new Uint8Array(STRETCH - 4);
  viewOf(bytes).setUint32(0, Math.min(length, 2 ** 32 - 1), true);
  bytes.set(encoder.encode("rgn "), 4);
  return bytes;
}

function partWith(id: string, of: number, content: Uint8Array): Uint8Array {
  const size = 4 + content.length;
  const part = new Uint8Array(8 + size + (size % 2));
  part.set(encoder.encode(id));
  viewOf(part).setUint32(4, size, true);
  viewOf(part).setUint32(8, of, true);
  part.set(content, 12);
  return part;
}
