import { insideOfPlan } from "../house/diskPlan.ts";
import type { DiskFolder } from "../house/diskPlan.ts";
import type { House } from "../house/house.ts";
import { collisionKey, endingOf } from "../names/disk.ts";
import { grammarOf } from "../names/grammar.ts";
import { diskWords } from "../names/onDisk.ts";
import { parse } from "../names/parse.ts";
import type { PatternUse } from "../names/pattern.ts";
import type { Reader } from "../words/reader.ts";
import { audit } from "./audit.ts";
import type { AuditFinding } from "./auditFinding.ts";
import { folderOfPath, under } from "./entry.ts";
import type { Entry } from "./entry.ts";
import { planMoves } from "./moves.ts";
import type { MovePlan, MoveWish } from "./moves.ts";
import { wishesOf } from "./wishes.ts";

/** A session as its folder on disk goes by it. */
export interface Filed {
  readonly title: string;
  readonly folder: string;
  /** What it and its folder were called before, the latest first. */
  readonly earlier: readonly { readonly title: string; readonly folder: string }[];
  readonly closed: boolean;
}

/** How a session's folder stands on the shared disk, and what would put it right. */
export interface SessionOnDisk {
  readonly at: string;
  /** Where it should stand: among the running jobs, or closed in the archive, under its own name. */
  readonly wanted: string;
  readonly files: number;
  /** What is off inside, by paths below the folder. */
  readonly findings: readonly AuditFinding[];
  readonly plan: MovePlan;
}

/** The folders of the blueprint in which jobs stand: first those that run, then the archive. */
function jobFolders(plans: readonly DiskFolder[], root = ""): string[] {
  return plans.flatMap((f) => {
    if (f.name === null) return [];
    const path = under(root, f.name);
    const here = f.inside.some((g) => g.named === "session-folder");
    return here ? [path] : jobFolders(f.inside, path);
  });
}

/**
 * Looks for the folder of a session on the shared disk, under its name or an earlier one, and plans what puts it
 * where it belongs: renamed with its session, its files of the earlier title renamed, a closed job in the archive,
 * what is recorded named by the pattern.
 * @returns null where it has no folder there; O(entries)
 */
export function sessionOnDisk(
  house: House,
  reader: Reader,
  entries: readonly Entry[],
  s: Filed,
): SessionOnDisk | null {
  const [running, archive = running] = jobFolders(house.disk.shared);
  if (running === undefined || archive === undefined) return null;
  const at = standsAt(entries, [running, archive], [s.folder, ...s.earlier.map((e) => e.folder)]);
  if (at === null) return null;
  const inside = entries.flatMap((e) =>
    e.path.startsWith(`${at}/`) ? [{ ...e, path: e.path.slice(at.length + 1) }] : [],
  );
  const { findings, files } = audit(house, reader, inside, "project");
  const into = s.closed ? archive : running;
  const { wishes, folders } = wishesOf(findings.filter((f) => f.sort !== "missing"));
  const all = retitled(house, reader, inside, s, wishes).map((w) => ({
    ...w,
    from: under(at, w.from),
    into: w.into === null ? null : under(at, w.into),
  }));
  const home: MoveWish = { from: at, into: folderOfPath(at) === into ? null : into, name: s.folder };
  const around = [
    ...entries.filter((e) => e.path === at || e.path.startsWith(`${at}/`)),
    ...jobsIn(entries, [running, archive]),
  ];
  const plan = planMoves(
    around,
    [home, ...all],
    folders.map((f) => under(at, f)),
  );
  return { at, wanted: under(into, s.folder), files, findings, plan };
}

/** What stands in the folders of jobs, without what is in it. */
function jobsIn(entries: readonly Entry[], roots: readonly string[]): Entry[] {
  const found = new Map<string, Entry>();
  for (const e of entries)
    for (const root of roots) {
      if (!e.path.startsWith(`${root}/`)) continue;
      const [name = "", ...below] = e.path.slice(root.length + 1).split("/");
      const path = under(root, name);
      if (!found.has(path)) found.set(path, { path, folder: below.length > 0 || e.folder, size: null });
    }
  return [...found.values()];
}

/** @param names the likeliest first */
function standsAt(
  entries: readonly Entry[],
  roots: readonly string[],
  names: readonly string[],
): string | null {
  const jobs = jobsIn(entries, roots).filter((e) => e.folder);
  const nameOf = (e: Entry): string => collisionKey(e.path.slice(folderOfPath(e.path).length + 1));
  for (const name of names) {
    const there = jobs.find((e) => nameOf(e) === collisionKey(name));
    if (there) return there.path;
  }
  return null;
}

/** The wishes with those of files that still carry an earlier title in the place the pattern has for it. */
function retitled(
  house: House,
  reader: Reader,
  inside: readonly Entry[],
  s: Filed,
  wishes: readonly MoveWish[],
): MoveWish[] {
  const words = diskWords(house.disk.script);
  const known = new Map(wishes.map((w) => [w.from, w]));
  for (const [folder, use] of patternFolders(house)) {
    const pattern = house.names[use];
    const join = pattern.pieces.find((p) => p.piece === "title")?.join;
    if (join === undefined) continue;
    const grammar = grammarOf(pattern, reader);
    const titled = (title: string): string => words(title).join(join);
    const earlier = new Map(s.earlier.map((e) => [collisionKey(titled(e.title)), e.title]));
    for (const e of inside) {
      if (e.folder || folderOfPath(e.path) !== folder) continue;
      const wish = known.get(e.path);
      const name = wish?.name ?? e.path.slice(folder.length + 1);
      const { stem, ending } = endingOf(name);
      const said = parse(grammar, stem)
        .flat()
        .find((p) => p.piece === "title" && earlier.has(collisionKey(p.text)));
      if (!said) continue;
      const right = stem.replace(said.text, () => titled(s.title));
      known.set(e.path, {
        from: e.path,
        into: wish?.into ?? null,
        name: ending === "" ? right : `${right}.${ending}`,
      });
    }
  }
  return [...known.values()];
}

/** The folders of a project whose files a pattern names. */
export function patternFolders(house: Pick<House, "disk">): [path: string, use: PatternUse][] {
  const walk = (plans: readonly DiskFolder[], root: string): [string, PatternUse][] =>
    plans.flatMap((f) => {
      if (f.name === null) return [];
      const path = under(root, f.name);
      const own: [string, PatternUse][] = f.files === null ? [] : [[path, f.files]];
      return [...own, ...walk(insideOfPlan(house.disk, f), path)];
    });
  return walk(house.disk.project, "");
}
