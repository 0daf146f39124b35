/** A document written by a later version of the program than this one. Nothing was changed. */
export class NewerDocument extends Error {
  override readonly name = "NewerDocument";
  constructor(what: string, version: number, known: number) {
    super(
      `This ${what} was written by a later version of the program (form ${version}; this one ` +
        `knows forms up to ${known}). Update the program, then open it again.`,
    );
  }
}

/** A stored document before anything is known of it but that it is one. */
export type StoredDocument = Readonly<Record<string, unknown>>;

export const isStored = (value: unknown): value is StoredDocument =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/**
 * A stored document in the form of today: brought up step by step from the form it was written in.
 * What is no document of the kind stays as it is.
 * @param steps what leads from each form to the next, the first of them from form 1; kept for ever
 * @throws NewerDocument where the program is older than the document
 */
export function broughtUp(
  what: string,
  stored: StoredDocument,
  steps: readonly ((doc: StoredDocument) => StoredDocument)[],
): StoredDocument {
  const known = steps.length + 1;
  const version = typeof stored["version"] === "number" ? stored["version"] : 1;
  if (version > known) throw new NewerDocument(what, version, known);
  return steps
    .slice(version - 1)
    .reduce((doc, step, i) => ({ ...step(doc), version: version + i + 1 }), stored);
}

/** The items of a list in a stored document, each changed; none where it is no list. */
export const itemsOf = (value: unknown, change: (item: StoredDocument) => StoredDocument): unknown[] =>
  Array.isArray(value) ? value.map((item: unknown) => (isStored(item) ? change(item) : item)) : [];
