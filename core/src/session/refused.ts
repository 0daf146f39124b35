/** A change that does not fit the document it was meant for. Nothing was changed. */
export class ChangeRefused extends Error {
  override readonly name = "ChangeRefused";
  /** @param index which of the changes it is, counted from 0 */
  constructor(
    readonly index: number,
    reason: string,
  ) {
    super(reason);
  }
}
