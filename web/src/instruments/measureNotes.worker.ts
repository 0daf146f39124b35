import { blobSource } from "@mossy/core/formats/bytes";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import { kindOf, readHead } from "@mossy/core/sound/read";
import { notesIn } from "@mossy/core/sound/notesIn";
import type { NoteLook } from "@mossy/core/sound/notesIn";
import type { NoteMeasures } from "@mossy/core/sound/note";

/** Sounds and when notes are played in each, in the order of time. */
export interface NotesTask {
  readonly sounds: readonly {
    readonly path: string;
    readonly file: File;
    readonly notes: readonly { readonly at: number; readonly length: number | null }[];
  }[];
}
export type NotesNews =
  | {
      readonly path: string;
      readonly n: number;
      readonly measures: NoteMeasures | null;
      readonly look: NoteLook;
    }
  | { readonly failed: string; readonly why: string }
  | { readonly done: true };

const tell = (news: NotesNews): void => self.postMessage(news);

async function measure({ path, file, notes }: NotesTask["sounds"][number]): Promise<void> {
  const source = blobSource(file);
  const kind = await kindOf(source);
  if (kind !== "WAVE" && kind !== "AIFF")
    throw new FileProblem(
      "only WAVE and AIFF keep when something sounds to the sample; render it again as one of them",
    );
  const head = await readHead(source, kind);
  let n = 0;
  for await (const found of notesIn(source, head, notes)) tell({ path, n: n++, ...found });
}

// Off the page's thread: hundreds of notes take a while. Cancelled by ending the worker.
self.onmessage = async ({ data }: MessageEvent<NotesTask>) => {
  for (const sound of data.sounds)
    try {
      await measure(sound);
    } catch (e) {
      tell({
        failed: sound.path,
        why: e instanceof FileProblem ? e.message : "it was changed or moved since; choose it again",
      });
    }
  tell({ done: true });
};
