import { insideOfPlan } from "../house/diskPlan.ts";
import type { DiskFolder } from "../house/diskPlan.ts";
import type { House } from "../house/house.ts";
import { collisionKey, endingOf, nameProblems, safeFileName, safeWithEnding } from "../names/disk.ts";
import { acceptor } from "../names/accepts.ts";
import { grammarOf } from "../names/grammar.ts";
import type { Grammar } from "../names/grammar.ts";
import type { PatternUse } from "../names/pattern.ts";
import type { Reader } from "../words/reader.ts";
import { treeOf, under } from "./entry.ts";
import type { DiskNode, Entry } from "./entry.ts";
import { rightName } from "./rightName.ts";

export const AUDIT_SORTS = [
  "missing",
  "stray",
  "misnamed",
  "unsafe",
  "too-long",
  "collides",
  "empty",
  "twice",
] as const;
export type AuditSort = (typeof AUDIT_SORTS)[number];

/** One thing that is off in a tree, with what would put it right. */
export interface AuditFinding {
  readonly sort: AuditSort;
  readonly path: string;
  readonly says: string;
  /** A name it should have, in the folder it should stand in (null: where it stands); null where nobody can tell. */
  readonly right: { readonly into: string | null; readonly name: string } | null;
}

/** What was looked at and what was found. */
export interface Audit {
  readonly files: number;
  readonly folders: number;
  readonly bytes: number;
  readonly findings: readonly AuditFinding[];
}

/** What the workstations' systems leave lying about. */
const SYSTEM_LITTER = new Set([
  ".ds_store",
  "thumbs.db",
  "desktop.ini",
  ".spotlight-v100",
  ".trashes",
  ".fseventsd",
  "system volume information",
]);
const EVERY = 2000;
/** Files this small are often the same by chance. */
const SMALL = 64;

/**
 * Compares a real tree with the blueprint of the house and with what disks can store, step by step:
 * yields the share that is done, returns what it found. Never touches anything. O(entries × length of a name).
 * @param scope whether the tree is the shared disk or one project
 */
export function* auditing(
  house: House,
  words: Reader,
  entries: readonly Entry[],
  scope: "shared" | "project",
): Generator<number, Audit> {
  const root = treeOf(entries);
  const patterns = new Map<PatternUse, { grammar: Grammar; follows: (name: string) => boolean }>();
  const pattern = (use: PatternUse): { grammar: Grammar; follows: (name: string) => boolean } => {
    let known = patterns.get(use);
    if (!known) {
      const grammar = grammarOf(house.names[use], words);
      patterns.set(use, (known = { grammar, follows: acceptor(grammar) }));
    }
    return known;
  };
  const findings: AuditFinding[] = [];
  const counts = { files: 0, folders: 0, bytes: 0 };
  const rightOf = new Map<string, string>();
  let seen = 0;
  const add = (
    sort: AuditSort,
    node: { path: string },
    says: string,
    right: AuditFinding["right"] = null,
  ): void => {
    findings.push({ sort, path: node.path, says, right });
  };
  /** A wrong name, with the right one unless a neighbour has that already. */
  const misnamed = (node: DiskNode, home: DiskNode, name: string, says: string): void => {
    const other = [...home.inside.values()].find(
      (c) => c !== node && collisionKey(c.name) === collisionKey(name),
    );
    if (other) {
      add("misnamed", node, `${says} It would be “${name}”, but “${other.name}” stands there.`);
      return;
    }
    rightOf.set(node.path, name);
    add("misnamed", node, says, { into: null, name });
  };

  /** A file against the folder it stands in. */
  const file = (
    node: DiskNode,
    home: DiskNode,
    plan: DiskFolder | null,
    around: readonly Placed[],
  ): void => {
    const { ending } = endingOf(node.name);
    if (SYSTEM_LITTER.has(node.name.toLowerCase())) {
      add("stray", node, "Left here by a computer's system; no part of the work.");
      return;
    }
    const kind = ending.toLowerCase();
    if (!plan || !plan.kinds.includes(kind)) {
      const better = homeOf(kind, around);
      add(
        "stray",
        node,
        plan && plan.kinds.length > 0
          ? `A ${kind === "" ? "file without an ending" : `.${kind} file`} does not belong here (${plan.kinds.join(", ")} do).`
          : "No file belongs here.",
        better === null ? null : { into: better, name: node.name },
      );
      return;
    }
    if (plan.files === null || pattern(plan.files).follows(endingOf(node.name).stem)) return;
    const name = rightName(pattern(plan.files).grammar, words, node.name, true);
    if (name === null)
      add(
        "misnamed",
        node,
        `Not named as a ${plan.files.replace("-", " ")}, and the name does not say enough to tell how it should be.`,
      );
    else misnamed(node, home, name, `Not named as a ${plan.files.replace("-", " ")}.`);
  };

  interface Placed {
    readonly path: string;
    readonly plan: DiskFolder;
  }
  const homeOf = (kind: string, around: readonly Placed[]): string | null => {
    for (const { path, plan } of around)
      for (const f of insideOfPlan(house.disk, plan))
        if (f.name !== null && f.kinds.includes(kind)) return under(path, f.name);
    return null;
  };

  function* walk(
    node: DiskNode,
    plans: readonly DiskFolder[],
    self: DiskFolder | null,
    strayAbove: boolean,
    around: readonly Placed[],
  ): Generator<number, void> {
    const here: readonly Placed[] = [
      {
        path: node.path,
        plan: self ?? {
          name: "",
          named: null,
          says: "",
          kinds: [],
          files: null,
          must: true,
          inside: [...plans],
        },
      },
      ...around,
    ];
    const children = [...node.inside.values()];
    const exact = new Set(children.filter((c) => c.folder).map((c) => c.name));
    const found = new Set<DiskFolder>();
    for (const child of children) {
      if (++seen % EVERY === 0) yield Math.min(0.95, seen / Math.max(1, entries.length));
      if (!child.folder) {
        counts.files++;
        counts.bytes += child.size ?? 0;
        if (!strayAbove) file(child, node, self, here);
        if (child.size === 0) add("empty", child, "A file with nothing in it.");
        continue;
      }
      counts.folders++;
      const fixed = plans.find((p) => p.name === child.name);
      const near =
        fixed ??
        plans.find(
          (p) => p.name !== null && !exact.has(p.name) && !found.has(p) && looksLike(child.name, p.name),
        );
      const named = near ?? plans.find((p) => p.named !== null);
      let plan = near ?? null;
      if (near && !fixed && near.name !== null)
        misnamed(child, node, near.name, `The blueprint calls this folder “${near.name}”.`);
      if (!near && named?.named) {
        if (pattern(named.named).follows(child.name)) plan = named;
        else {
          const name = rightName(pattern(named.named).grammar, words, child.name, false);
          plan = named;
          if (name !== null)
            misnamed(child, node, name, `Not named as a ${named.named.replace("-", " ")}.`);
          else if (holdsProject(child, insideOfPlan(house.disk, named)))
            add(
              "misnamed",
              child,
              `Not named as a ${named.named.replace("-", " ")}; its name does not say enough (a date, mostly) to tell how it should be.`,
            );
          else {
            plan = null;
            if (!strayAbove) add("stray", child, "The blueprint has no such folder here.");
          }
        }
      } else if (!near && !strayAbove) add("stray", child, "The blueprint has no such folder here.");
      if (plan) found.add(plan);
      if (child.inside.size === 0 && !(plan?.must ?? false))
        add("empty", child, "A folder with nothing in it.");
      yield* walk(child, plan ? insideOfPlan(house.disk, plan) : [], plan, plan === null, plan ? here : []);
    }
    for (const p of plans)
      if (p.name !== null && p.must && !found.has(p))
        findings.push({
          sort: "missing",
          path: under(node.path, p.name),
          says: `The blueprint asks for this folder: ${p.says}.`,
          right: { into: node.path, name: p.name },
        });
    storable(children);
  }

  /** What disks make of the names in one folder. */
  const storable = (children: readonly DiskNode[]): void => {
    const taken = new Map<string, DiskNode>();
    const final = new Set(children.map((c) => collisionKey(rightOf.get(c.path) ?? c.name)));
    for (const c of children) {
      const problems = nameProblems(c.name);
      const [worst] = problems;
      if (worst) {
        const given = rightOf.get(c.path);
        const says = problems.map((p) => p.says).join("; ");
        add(
          "unsafe",
          c,
          `${says.charAt(0).toUpperCase()}${says.slice(1)}.`,
          given === undefined
            ? { into: null, name: unused(c.folder ? safeFileName(c.name) : safeWithEnding(c.name), final) }
            : null,
        );
      }
      const key = collisionKey(c.name);
      const other = taken.get(key);
      if (other)
        add(
          "collides",
          c,
          `On a system that takes capitals and small letters for one this is the same name as “${other.name}”.`,
          rightOf.has(c.path) ? null : { into: null, name: unused(c.name, final) },
        );
      else taken.set(key, c);
      const length = house.disk.root.length + 1 + c.path.length;
      if (length > house.disk.longest)
        add(
          "too-long",
          c,
          `The whole path has ${length} characters, ${length - house.disk.longest} more than the house allows.`,
        );
    }
  };

  yield* walk(root, scope === "shared" ? house.disk.shared : house.disk.project, null, false, []);
  yield 0.97;
  findings.push(...twice(entries));
  return { ...counts, findings };
}

/** A name nobody in the folder has: "Take.wav", "Take_2.wav"…; it counts as taken from then on. */
function unused(name: string, taken: Set<string>): string {
  const { stem, ending } = endingOf(name);
  let made = name;
  for (let n = 2; taken.has(collisionKey(made)); n++)
    made = `${stem}_${n}${ending === "" ? "" : `.${ending}`}`;
  taken.add(collisionKey(made));
  return made;
}

const letters = (name: string): string =>
  name
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^a-z0-9]/g, "")
    .replace(/s$/, "");
const looksLike = (name: string, wanted: string): boolean =>
  letters(name) !== "" && letters(name) === letters(wanted);

/** Whether a folder holds most of what such a folder should hold: then it is one under another name. */
function holdsProject(node: DiskNode, plans: readonly DiskFolder[]): boolean {
  const wanted = plans.flatMap((p) => (p.name !== null && p.must ? [p.name] : []));
  const there = wanted.filter((n) => [...node.inside.keys()].some((k) => looksLike(k, n)));
  return wanted.length > 0 && there.length * 2 >= wanted.length;
}

/** Files of the same size; the same for certain where hashes say so, perhaps where nobody looked. */
function twice(entries: readonly Entry[]): AuditFinding[] {
  return sameSize(entries).flatMap((group) => {
    const known = group.filter((e) => e.hash !== undefined);
    const byHash = new Map<string, Entry[]>();
    for (const e of known) byHash.set(e.hash ?? "", [...(byHash.get(e.hash ?? "") ?? []), e]);
    const certain = [...byHash.values()]
      .filter((g) => g.length > 1)
      .flatMap((g) =>
        g.slice(1).map((e): AuditFinding => ({
          sort: "twice",
          path: e.path,
          says: `The same content as ${g[0]?.path ?? ""}.`,
          right: null,
        })),
      );
    const unsure = group.filter((e) => e.hash === undefined);
    const [first] = unsure;
    return [
      ...certain,
      ...(known.length === 0 && first
        ? unsure.slice(1).map((e): AuditFinding => ({
            sort: "twice",
            path: e.path,
            says: `As many bytes (${e.size ?? 0}) and the same ending as ${first.path}: perhaps the same content.`,
            right: null,
          }))
        : []),
    ];
  });
}

/** Groups of files that could hold the same: as many bytes, the same ending. */
export function sameSize(entries: readonly Entry[]): Entry[][] {
  const groups = new Map<string, Entry[]>();
  for (const e of entries) {
    if (e.folder || e.size === null || e.size < SMALL) continue;
    const key = `${e.size}.${endingOf(e.path).ending.toLowerCase()}`;
    const group = groups.get(key);
    if (group) group.push(e);
    else groups.set(key, [e]);
  }
  return [...groups.values()].filter((g) => g.length > 1);
}

/** The whole audit at once. */
export function audit(
  house: House,
  words: Reader,
  entries: readonly Entry[],
  scope: "shared" | "project",
): Audit {
  const steps = auditing(house, words, entries, scope);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
