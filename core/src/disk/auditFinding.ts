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
  /**
   * A name it should have, in the folder it should stand in (null: where it stands); null where nobody can
   * tell.
   */
  readonly right: { readonly into: string | null; readonly name: string } | null;
}
