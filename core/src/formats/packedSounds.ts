import { under } from "../disk/entry.ts";
import type { DiskFolder } from "../house/diskPlan.ts";
import type { House } from "../house/house.ts";
import { diskNameWithEnding } from "../names/onDisk.ts";
import type { Session } from "../session/document.ts";
import { inSize } from "./bytes.ts";
import { csvOf } from "./table.ts";

/** A sound file that lies on tracks of a session, each once, whatever lies there how often. */
export interface LaidSound {
  /** SHA-256 of the file. */
  readonly hash: string;
  /** As its file was called when it was brought. */
  readonly file: string;
  /** The tracks it lies on, by name. */
  readonly tracks: readonly string[];
}

/** A sound of a package. */
export interface PackedSound extends LaidSound {
  /** In bytes. */
  readonly size: number;
  /** Whether the package holds it; the room has the others already. */
  readonly here: boolean;
}

/** The sounds on the tracks of a session that the house has, in the order they come. */
export function soundsOn({ tracks }: Pick<Session, "tracks">): LaidSound[] {
  const found = new Map<string, LaidSound & { tracks: string[] }>();
  for (const t of tracks)
    for (const { holds } of t.items) {
      if (holds.kind !== "sound" || holds.hash === null) continue;
      const known = found.get(holds.hash);
      if (!known) found.set(holds.hash, { hash: holds.hash, file: holds.file, tracks: [t.name] });
      else if (!known.tracks.includes(t.name)) known.tracks.push(t.name);
    }
  return [...found.values()];
}

/** Where sound files of a session go: the first folder of a project that takes them; else one for them. */
function soundFolder(plans: readonly DiskFolder[]): string | null {
  for (const f of plans) {
    if (f.name === null) continue;
    if (f.kinds.includes("wav")) return f.name;
    const inside = soundFolder(f.inside);
    if (inside !== null) return under(f.name, inside);
  }
  return null;
}

/**
 * Where each sound lies in a package, by its hash, below the folder of the session: under its own name as the house
 * writes names on disk, told apart where two are called alike.
 */
export function soundPaths(
  house: House,
  sounds: readonly Pick<LaidSound, "hash" | "file">[],
): Map<string, string> {
  const folder = soundFolder(house.disk.project) ?? "Audio";
  const taken = new Set<string>();
  return new Map(
    sounds.map(({ hash, file }) => {
      const name = diskNameWithEnding(file, house.disk.script, "Sound");
      const dot = name.lastIndexOf(".");
      const [stem, ending] = dot > 0 ? [name.slice(0, dot), name.slice(dot)] : [name, ""];
      let free = name;
      for (let n = 2; taken.has(free.toLowerCase()); n++) free = `${stem}_${n}${ending}`;
      taken.add(free.toLowerCase());
      return [hash, under(folder, free)];
    }),
  );
}

/** The list of sounds of a package: what each is, where it belongs, and its hash, by which a room knows it. */
export const soundList = (paths: ReadonlyMap<string, string>, sounds: readonly PackedSound[]): string =>
  csvOf({
    name: "Sounds",
    heads: ["File", "Bytes", "SHA-256", "Tracks", "In this package"],
    rows: sounds.map((s) => [paths.get(s.hash) ?? s.file, s.size, s.hash, s.tracks.join(", "), s.here]),
  });

/** The same for whoever reads the notes. */
export const soundsInWords = (
  paths: ReadonlyMap<string, string>,
  sounds: readonly PackedSound[],
): string[] =>
  sounds.map(
    (s) =>
      `${paths.get(s.hash) ?? s.file} (${s.tracks.join(", ")}), ` +
      (s.here ? inSize(s.size) : "which the room has already"),
  );
