import { blobSource } from "@mossy/core/formats/bytes";
import { readIncoming } from "@mossy/core/formats/readForeign";
import type { House } from "@mossy/core/house/house";
import { makeStyle } from "@mossy/core/house/style";
import { newId } from "../session/newId.ts";
import { answering } from "./inWorker.ts";

export interface ReadTask {
  readonly house: House;
  readonly name: string;
  readonly file: Blob;
}

answering(({ house, name, file }: ReadTask) =>
  readIncoming(makeStyle(house), name, blobSource(file), newId),
);
