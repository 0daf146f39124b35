import { settle } from "@mossy/core/colour/settle";
import { spread } from "@mossy/core/colour/spread";

export interface SpreadTask {
  readonly colours: readonly { readonly hex: string; readonly locked: boolean }[];
  readonly tries: number;
  /**
   * The least distance wanted, reached with as little movement as can be; null: as far apart as possible.
   */
  readonly enough: number | null;
  readonly contrast: number;
  readonly seed: number;
}

/** A palette as a search left it. */
export interface SpreadResult {
  readonly colours: readonly string[];
  /** Least distance of any two, over all kinds of eyes. */
  readonly before: number;
  readonly after: number;
  /** How far all moved together; null where that was not the aim. */
  readonly moved: number | null;
  readonly enough: boolean;
}

self.onmessage = ({ data: { colours, tries, enough, contrast, seed } }: MessageEvent<SpreadTask>) => {
  const onProgress = (share: number): boolean => {
    self.postMessage({ share });
    return true;
  };
  const result: SpreadResult =
    enough === null
      ? { ...spread(colours, { tries, contrast, seed, onProgress }), moved: null, enough: true }
      : settle(colours, { apart: enough, contrast, tries, seed, onProgress });
  self.postMessage({ result });
};
