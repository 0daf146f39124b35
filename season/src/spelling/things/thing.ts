/** Languages people of a house type in, by ISO 639-1. */
export const LANGUAGES = ["en", "de", "fr", "es", "it", "pt", "nl", "sv"] as const;
export type Language = (typeof LANGUAGES)[number];

/** Where of a thing a microphone or a line is; what pairs and stages are called. */
export const WHERES = [
  "in",
  "out",
  "top",
  "bottom",
  "close",
  "far",
  "front",
  "back",
  "di",
  "amp",
  "left",
  "right",
  "mid",
  "side",
  "high",
  "low",
  "mono",
] as const;
export type Where = (typeof WHERES)[number];

/**
 * A thing people record, and what they call it. Words of one language are parted by commas, the usual one
 * first; `short` is what stands on tapes and scribble strips in any language.
 */
export interface Thing {
  id: string;
  en: string;
  short?: string;
  others?: Partial<Record<Exclude<Language, "en">, string>>;
  /** Single places of it, parted by spaces; "left right" is a pair. */
  where?: string;
  /** Up to how many of it stand side by side; 1 where nobody would number them. */
  many?: number;
}
