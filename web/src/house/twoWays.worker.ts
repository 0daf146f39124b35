import type { House } from "@mossy/core/house/house";
import { grammarOf } from "@mossy/core/names/grammar";
import type { PatternUse } from "@mossy/core/names/pattern";
import { meaningInWords, readTwoWays } from "@mossy/core/names/twoWays";
import { makeReader } from "@mossy/core/words/reader";

export interface TwoWaysTask {
  readonly words: House["words"];
  readonly pattern: House["names"][PatternUse];
}
export type TwoWaysAnswer = {
  readonly name: string;
  readonly first: string;
  readonly second: string;
} | null;

// Off the page's thread: with the whole word list it takes up to a second.
self.onmessage = ({ data }: MessageEvent<TwoWaysTask>) => {
  const reader = makeReader(data.words);
  const found = readTwoWays(grammarOf(data.pattern, reader));
  self.postMessage(
    found === null
      ? null
      : {
          name: found.name,
          first: meaningInWords(reader, found.first),
          second: meaningInWords(reader, found.second),
        },
  );
};
