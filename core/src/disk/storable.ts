import type { House } from "../house/house.ts";
import { collisionKey, endingOf, nameProblems } from "../names/disk.ts";
import { diskName, diskNameWithEnding } from "../names/onDisk.ts";
import type { AuditFinding } from "./auditFinding.ts";
import type { DiskNode } from "./entry.ts";

/**
 * What disks make of the names in one folder: names they cannot store, two they take for one, paths that
 * are too long.
 * @param rightOf the right names of what is misnamed, by path
 */
export function storable(
  disk: House["disk"],
  children: readonly DiskNode[],
  rightOf: ReadonlyMap<string, string>,
): AuditFinding[] {
  const stands = new Map<string, DiskNode>();
  const final = new Set(children.map((c) => collisionKey(rightOf.get(c.path) ?? c.name)));
  return children.flatMap((c) => {
    const found = [
      unsafe(disk.script, c, rightOf.has(c.path), final),
      collides(c, stands, rightOf.has(c.path), final),
      tooLong(disk, c),
    ];
    return found.filter((f) => f !== null);
  });
}

function unsafe(
  script: House["disk"]["script"],
  c: DiskNode,
  misnamed: boolean,
  final: Set<string>,
): AuditFinding | null {
  // What a house writes as it is need not be portable.
  const problems = nameProblems(c.name).filter((p) => script === "portable" || p.sort !== "not-portable");
  if (problems.length === 0) return null;
  const says = problems.map((p) => p.says).join("; ");
  const safe = c.folder ? diskName(c.name, script) : diskNameWithEnding(c.name, script);
  return {
    sort: "unsafe",
    path: c.path,
    says: `${says.charAt(0).toUpperCase()}${says.slice(1)}.`,
    right: misnamed ? null : { into: null, name: unused(safe, final) },
  };
}

function collides(
  c: DiskNode,
  stands: Map<string, DiskNode>,
  misnamed: boolean,
  final: Set<string>,
): AuditFinding | null {
  const key = collisionKey(c.name);
  const other = stands.get(key);
  if (!other) {
    stands.set(key, c);
    return null;
  }
  return {
    sort: "collides",
    path: c.path,
    says:
      "On a system that takes capitals and small letters for one this is the same name " +
      `as “${other.name}”.`,
    right: misnamed ? null : { into: null, name: unused(c.name, final) },
  };
}

function tooLong(disk: House["disk"], c: DiskNode): AuditFinding | null {
  const length = disk.root.length + 1 + c.path.length;
  if (length <= disk.longest) return null;
  const over = length - disk.longest;
  return {
    sort: "too-long",
    path: c.path,
    says: `The whole path has ${length} characters, ${over} more than the house allows.`,
    right: null,
  };
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
