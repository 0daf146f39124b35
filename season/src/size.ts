/** How large a season is; the same seed gives the same season. */
export interface Size {
  readonly rooms: number;
  readonly weeks: number;
  readonly seed: number;
}
