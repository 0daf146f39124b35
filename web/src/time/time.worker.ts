import { blobSource } from "@mossy/core/formats/bytes";
import { readTime } from "@mossy/core/formats/timeline/readTime";
import type { Session } from "@mossy/core/session/document";
import { answering } from "../session/inWorker.ts";

export interface TimeTask {
  readonly session: Session;
  readonly name: string;
  readonly file: Blob;
}

answering(({ session, name, file }: TimeTask) => readTime(session, name, blobSource(file)));
