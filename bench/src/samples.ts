import { TYPED_NAMES } from "@mossy/core/fixtures/typedNames";
import { dice } from "@mossy/core/chance/dice";
import { IMPORTANCES, blankTrack, emptySession } from "@mossy/core/session/document";
import type { Session, Track } from "@mossy/core/session/document";

export function withSlip(name: string, roll: () => number): string {
  if (name.length < 5) return name;
  const at = 1 + Math.floor(roll() * (name.length - 2));
  return roll() < 0.5
    ? name.slice(0, at) + name.slice(at + 1)
    : `${name.slice(0, at)}${name[at + 1] ?? ""}${name[at] ?? ""}${name.slice(at + 2)}`;
}

export function manyNames(count: number): string[] {
  const roll = dice(1);
  return Array.from({ length: count }, (_, i) => {
    const name = TYPED_NAMES[Math.floor(roll() * TYPED_NAMES.length)]?.name ?? "";
    const numbered = roll() < 0.5 ? `${name} ${(i % 40) + 1}` : name;
    return roll() < 0.1 ? withSlip(numbered, roll) : numbered;
  });
}

export function largeSession(count: number): Session {
  const names = manyNames(count);
  const tracks: Track[] = [blankTrack("main", "Main", { kind: "main", format: "stereo", role: "main" })];
  let folder: string | null = null;
  names.forEach((name, i) => {
    if (i % 25 === 0) {
      folder = `f${i}`;
      tracks.push(blankTrack(folder, `Folder ${i}`, { kind: "folder", format: "stereo", feeds: "main" }));
    }
    tracks.push(blankTrack(`t${i}`, name, { parent: folder, feeds: folder, source: "mic", input: i + 1 }));
  });
  return { ...emptySession("Large"), tracks };
}

/** So many sources of every kind, in threes of one thing, pairs and singles, some wanted more than others. */
export function crowd(many: number): Session {
  const roll = dice(14);
  const pick = <T>(list: readonly [T, ...T[]]): T => list[Math.floor(roll() * list.length)] ?? list[0];
  const tracks = Array.from({ length: many }, (_, i) =>
    blankTrack(`c${i}`, `Source_${i + 1}`, {
      source: pick(["mic", "mic", "mic", "mic", "di", "line", "wireless"] as const),
      format: i % 9 === 0 ? "stereo" : "mono",
      phantom: i % 3 === 0,
      importance: pick(IMPORTANCES),
      role: i < many / 2 ? `thing-${Math.floor(i / 3)}` : null,
      positions: i < many / 2 ? [["near", "far", "top"][i % 3] ?? "near"] : [],
    }),
  );
  return { ...emptySession("Crowd"), tracks };
}
