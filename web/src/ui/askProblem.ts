/** What the house says when it cannot do something, in words for a person. */
export class AskProblem extends Error {
  override readonly name = "AskProblem";
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
    readonly where: string | null,
  ) {
    super(detail);
  }
}
