import { insideOfPlan } from "../house/diskPlan.ts";
import type { DiskFolder } from "../house/diskPlan.ts";
import type { House } from "../house/house.ts";
import { acceptor } from "../names/accepts.ts";
import { collisionKey, endingOf } from "../names/disk.ts";
import { grammarOf } from "../names/grammar.ts";
import type { Grammar } from "../names/grammar.ts";
import type { PatternUse } from "../names/pattern.ts";
import type { Reader } from "../words/reader.ts";
import type { AuditFinding, AuditSort } from "./auditFinding.ts";
import { under } from "./entry.ts";
import type { DiskNode } from "./entry.ts";
import { rightName } from "./rightName.ts";
import { storable } from "./storable.ts";

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
/** So many files and folders are looked at before it is said how far it is. */
const EVERY = 2000;

/** A folder of the tree beside what the blueprint has for it. */
interface Visit {
  readonly node: DiskNode;
  /** The folders the blueprint has in it. */
  readonly plans: readonly DiskFolder[];
  /** What it is itself; null for the root and for strays. */
  readonly self: DiskFolder | null;
  /** Whether it is a stray: what stands in it is not spoken of. */
  readonly stray: boolean;
  readonly around: readonly FolderAround[];
}
/** A folder around, by what it is, innermost first. */
interface FolderAround {
  readonly path: string;
  readonly plan: DiskFolder;
}
interface Pattern {
  readonly grammar: Grammar;
  readonly follows: (name: string) => boolean;
}

const spoken = (use: PatternUse): string => use.replace("-", " ");

/** Looks through a tree and remembers what it found. */
export class Auditor {
  readonly findings: AuditFinding[] = [];
  readonly counts = { files: 0, folders: 0, bytes: 0 };
  readonly #patterns = new Map<PatternUse, Pattern>();
  readonly #rightOf = new Map<string, string>();
  /** Which name becomes what, by the folder and the new name: no two become the same. */
  readonly #given = new Map<string, string>();
  #seen = 0;

  /** @param all how many files and folders there are, for the share that is done */
  constructor(
    private readonly house: House,
    private readonly reader: Reader,
    private readonly all: number,
  ) {}

  /** A folder with all it holds. Yields the share that is done. */
  *folder(visit: Visit): Generator<number, void> {
    const { node, plans, self } = visit;
    const here: readonly FolderAround[] = [
      { path: node.path, plan: self ?? rootPlan(plans) },
      ...visit.around,
    ];
    const children = [...node.inside.values()];
    const exact = new Set(children.filter((c) => c.folder).map((c) => c.name));
    const found = new Set<DiskFolder>();
    for (const child of children) {
      if (++this.#seen % EVERY === 0) yield Math.min(0.95, this.#seen / Math.max(1, this.all));
      if (!child.folder) {
        this.#file(child, visit, here);
        continue;
      }
      this.counts.folders++;
      const plan = this.#planFor(child, visit, exact, found);
      if (plan) found.add(plan);
      if (child.inside.size === 0 && !(plan?.must ?? false))
        this.#add("empty", child, "A folder with nothing in it.");
      const inside = plan ? insideOfPlan(this.house.disk, plan) : [];
      const around = plan ? here : [];
      yield* this.folder({ node: child, plans: inside, self: plan, stray: plan === null, around });
    }
    this.#missing(node, plans, found);
    this.findings.push(...storable(this.house.disk, children, this.#rightOf));
  }

  /**
   * Which folder of the blueprint a folder of the tree is: by its name, one like it, or by a pattern. Null
   * for a stray.
   */
  #planFor(
    child: DiskNode,
    { node, plans, stray }: Visit,
    exact: ReadonlySet<string>,
    found: ReadonlySet<DiskFolder>,
  ): DiskFolder | null {
    const fixed = plans.find((p) => p.name === child.name);
    if (fixed) return fixed;
    const near = plans.find(
      (p) => p.name !== null && !exact.has(p.name) && !found.has(p) && looksLike(child.name, p.name),
    );
    if (near && near.name !== null) {
      this.#misnamed(child, node, near.name, `The blueprint calls this folder “${near.name}”.`);
      return near;
    }
    const named = plans.find((p) => p.named !== null);
    if (named?.named && this.#isNamed(child, node, named, named.named)) return named;
    if (!stray) this.#add("stray", child, "The blueprint has no such folder here.");
    return null;
  }

  /** Whether a folder is one that a pattern names, though perhaps not as it should be. */
  #isNamed(child: DiskNode, home: DiskNode, plan: DiskFolder, use: PatternUse): boolean {
    const { grammar, follows } = this.#pattern(use);
    if (follows(child.name)) return true;
    const name = rightName(grammar, this.reader, this.house.disk.script, child.name, false);
    const off = `Not named as a ${spoken(use)}`;
    if (name !== null) {
      this.#misnamed(child, home, name, `${off}.`);
      return true;
    }
    if (!holdsProject(child, insideOfPlan(this.house.disk, plan))) return false;
    const why = "its name does not say enough (a date, mostly) to tell how it should be";
    this.#add("misnamed", child, `${off}; ${why}.`);
    return true;
  }

  /** A file against the folder it stands in. */
  #file(node: DiskNode, { node: home, self, stray }: Visit, around: readonly FolderAround[]): void {
    this.counts.files++;
    this.counts.bytes += node.size ?? 0;
    if (!stray) this.#inPlace(node, home, self, around);
    if (node.size === 0) this.#add("empty", node, "A file with nothing in it.");
  }

  #inPlace(node: DiskNode, home: DiskNode, plan: DiskFolder | null, around: readonly FolderAround[]): void {
    if (SYSTEM_LITTER.has(node.name.toLowerCase()))
      return this.#add("stray", node, "Left here by a computer's system; no part of the work.");
    const { stem, ending } = endingOf(node.name);
    const kind = ending.toLowerCase();
    if (!plan || !plan.kinds.includes(kind)) return this.#strayFile(node, kind, plan, around);
    if (plan.files === null) return;
    const { grammar, follows } = this.#pattern(plan.files);
    if (follows(stem)) return;
    const name = rightName(grammar, this.reader, this.house.disk.script, node.name, true);
    const off = `Not named as a ${spoken(plan.files)}`;
    if (name !== null) this.#misnamed(node, home, name, `${off}.`);
    else this.#add("misnamed", node, `${off}, and the name does not say enough to tell how it should be.`);
  }

  #strayFile(node: DiskNode, kind: string, plan: DiskFolder | null, around: readonly FolderAround[]): void {
    const better = this.#homeOf(kind, around);
    const what = kind === "" ? "file without an ending" : `.${kind} file`;
    const says =
      plan && plan.kinds.length > 0
        ? `A ${what} does not belong here (${plan.kinds.join(", ")} do).`
        : "No file belongs here.";
    this.#add("stray", node, says, better === null ? null : { into: better, name: node.name });
  }

  /** The nearest folder of the blueprint where files of this kind belong. */
  #homeOf(kind: string, around: readonly FolderAround[]): string | null {
    for (const { path, plan } of around)
      for (const f of insideOfPlan(this.house.disk, plan))
        if (f.name !== null && f.kinds.includes(kind)) return under(path, f.name);
    return null;
  }

  /** Folders that have to be there and are not. */
  #missing(node: DiskNode, plans: readonly DiskFolder[], found: ReadonlySet<DiskFolder>): void {
    for (const p of plans)
      if (p.name !== null && p.must && !found.has(p))
        this.#add(
          "missing",
          { path: under(node.path, p.name) },
          `The blueprint asks for this folder: ${p.says}.`,
          { into: node.path, name: p.name },
        );
  }

  /** A wrong name, with the right one unless a neighbour has that already. */
  #misnamed(node: DiskNode, home: DiskNode, name: string, says: string): void {
    const key = collisionKey(name);
    const other = [...home.inside.values()].find((c) => c !== node && collisionKey(c.name) === key);
    if (other) {
      const meets = `It would be “${name}”, but “${other.name}” stands there.`;
      return this.#add("misnamed", node, `${says} ${meets}`);
    }
    const place = under(home.path, key);
    const rival = this.#given.get(place);
    if (rival !== undefined) {
      const meets = `It would be “${name}”, but “${rival}” becomes that.`;
      return this.#add("misnamed", node, `${says} ${meets}`);
    }
    this.#given.set(place, node.name);
    this.#rightOf.set(node.path, name);
    this.#add("misnamed", node, says, { into: null, name });
  }

  #add(
    sort: AuditSort,
    { path }: { path: string },
    says: string,
    right: AuditFinding["right"] = null,
  ): void {
    this.findings.push({ sort, path, says, right });
  }

  #pattern(use: PatternUse): Pattern {
    const known = this.#patterns.get(use);
    if (known) return known;
    const grammar = grammarOf(this.house.names[use], this.reader);
    const follows = acceptor(grammar);
    // To a pattern a letter of any script is a letter.
    const plain = (name: string): string =>
      name.normalize("NFC").replace(/(?![ -~])[\p{L}\p{M}\p{N}]/gu, "x");
    const asWritten = this.house.disk.script === "as-written";
    const made = { grammar, follows: asWritten ? (name: string) => follows(plain(name)) : follows };
    this.#patterns.set(use, made);
    return made;
  }
}

/** The root of a tree as if the blueprint had a folder for it. */
const rootPlan = (plans: readonly DiskFolder[]): DiskFolder => ({
  name: "",
  named: null,
  says: "",
  kinds: [],
  files: null,
  must: true,
  inside: [...plans],
});

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
