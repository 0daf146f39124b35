/** A colour with its name, as palettes carry it. */
export interface NamedColour {
  readonly name: string;
  /** `#rrggbb` in small letters. */
  readonly hex: string;
}
