import type { House } from "@mossy/core/house/house";
import type { PatternUse } from "@mossy/core/names/pattern";
import { useEffect, useState } from "react";
import type { TwoWaysAnswer, TwoWaysTask } from "./twoWays.worker.ts";

/**
 * Whether a pattern's names could be read two ways, decided in the background whenever pattern or words
 * change.
 */
export function useTwoWays(house: House, use: PatternUse): TwoWaysAnswer | "looking" {
  const { words } = house;
  const pattern = house.names[use];
  const [found, setFound] = useState<{ of: unknown; answer: TwoWaysAnswer } | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL("./twoWays.worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<TwoWaysAnswer>) => setFound({ of: pattern, answer: data });
    worker.postMessage({ words, pattern } satisfies TwoWaysTask);
    return () => worker.terminate();
  }, [words, pattern]);
  return found?.of === pattern ? found.answer : "looking";
}
