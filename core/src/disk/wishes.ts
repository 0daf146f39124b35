import type { AuditFinding } from "./auditFinding.ts";
import { under } from "./entry.ts";
import type { MoveWish } from "./moves.ts";

/**
 * What the findings of an audit ask to move, and the folders they ask for. What several say of one file
 * goes together: a place from one, a name from another.
 */
export function wishesOf(findings: readonly AuditFinding[]): { wishes: MoveWish[]; folders: string[] } {
  const wishes = new Map<string, { into: string | null; name: string }>();
  const folders: string[] = [];
  for (const f of findings) {
    if (f.right === null) continue;
    if (f.sort === "missing") {
      folders.push(under(f.right.into ?? "", f.right.name));
      continue;
    }
    const own = f.path.slice(f.path.lastIndexOf("/") + 1);
    const wish = wishes.get(f.path) ?? { into: null, name: own };
    wish.into ??= f.right.into;
    if (f.right.name !== own) wish.name = f.right.name;
    wishes.set(f.path, wish);
  }
  return { wishes: [...wishes].map(([from, w]) => ({ from, ...w })), folders };
}
