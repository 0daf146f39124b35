/** A file that cannot be read: says which part of it, where, and what to do. Nothing was changed. */
export class FileProblem extends Error {
  override readonly name = "FileProblem";
  /** @param where the entry and line the trouble is at, as far as known */
  constructor(
    message: string,
    readonly where: string | null = null,
  ) {
    super(message);
  }
}
