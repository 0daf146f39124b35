import type { ForeignSession } from "@mossy/core/formats/foreignSession";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import type { House } from "@mossy/core/house/house";
import type { ReadNews, ReadTask } from "./read.worker.ts";

const LONGEST = 20_000;

/** Reads a file to start a template from, beside the page. @throws FileProblem where it cannot be read */
export async function readFile(house: House, file: File): Promise<ForeignSession> {
  const task: ReadTask = { house, name: file.name, file };
  const worker = new Worker(new URL("./read.worker.ts", import.meta.url), { type: "module" });
  let late: ReturnType<typeof setTimeout> | undefined;
  try {
    const news = await new Promise<ReadNews>((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<ReadNews>) => resolve(data);
      worker.onerror = ({ message }) => reject(new Error(message));
      late = setTimeout(
        () =>
          reject(
            new FileProblem(
              `“${file.name}” took longer than ${LONGEST / 1000} seconds to read, so it was left. ` +
                "Save a smaller file.",
            ),
          ),
        LONGEST,
      );
      worker.postMessage(task);
    });
    if ("read" in news) return news.read;
    throw news.known ? new FileProblem(news.problem) : new Error(news.problem);
  } finally {
    clearTimeout(late);
    worker.terminate();
  }
}
