import { blobSource } from "@mossy/core/formats/bytes";
import type { ForeignSession } from "@mossy/core/formats/foreignSession";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import { readIncoming } from "@mossy/core/formats/readForeign";
import type { House } from "@mossy/core/house/house";
import { makeStyle } from "@mossy/core/house/style";
import { newId } from "../session/newId.ts";

export interface ReadTask {
  readonly house: House;
  readonly name: string;
  readonly file: Blob;
}
export type ReadNews =
  { readonly read: ForeignSession } | { readonly problem: string; readonly known: boolean };

// Off the page's thread: whatever a file does to its reader, the page goes on and can end it.
self.onmessage = ({ data: { house, name, file } }: MessageEvent<ReadTask>) => {
  const tell = (news: ReadNews): void => self.postMessage(news);
  readIncoming(makeStyle(house), name, blobSource(file), newId).then(
    (read) => tell({ read }),
    (e: unknown) =>
      tell({ problem: e instanceof Error ? e.message : String(e), known: e instanceof FileProblem }),
  );
};
