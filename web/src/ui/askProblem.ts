/** What the house says when it cannot do something, in words for a person. */
export class AskProblem extends Error {
  override readonly name = "AskProblem";
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
    readonly where: string | null,
    /** Seconds after which the house may be asked again; null where it says nothing of that. */
    readonly retryAfter: number | null = null,
  ) {
    super(detail);
  }

  /** Whether asking again in a while may help: there is no line, or the house or what is before it is not ready. */
  get mayPass(): boolean {
    return [0, 502, 503, 504].includes(this.status);
  }
}
