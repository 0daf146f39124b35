import { spread } from "@mossy/core/colour/spread";
import type { SpreadColour } from "@mossy/core/colour/spread";

export interface SpreadTask { readonly colours: readonly SpreadColour[]; readonly tries: number; readonly contrast: number; readonly enough: number | null }

// Off the page's thread: a thorough search takes seconds. It is cancelled by ending the worker.
self.onmessage = ({ data }: MessageEvent<SpreadTask>) => {
  const result = spread(data.colours, { tries: data.tries, contrast: data.contrast, ...(data.enough === null ? {} : { enough: data.enough }), onProgress: (share) => { self.postMessage({ share }); return true; } });
  self.postMessage({ result });
};
