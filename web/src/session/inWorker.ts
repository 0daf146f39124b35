import { FileProblem } from "@mossy/core/formats/fileProblem";

const LONGEST = 20_000;

/** What a worker answers: what it made, or why it could not; whether a person can do something about that. */
export type WorkerNews<T> = { readonly made: T } | { readonly problem: string; readonly known: boolean };

/** In a worker: answers with what is made of what was asked, or with why nothing can be. */
export function answering<Task, T>(make: (task: Task) => Promise<T>): void {
  self.onmessage = ({ data }: MessageEvent<Task>) => {
    const tell = (news: WorkerNews<T>): void => self.postMessage(news);
    make(data).then(
      (made) => tell({ made }),
      (e: unknown) =>
        tell({ problem: e instanceof Error ? e.message : String(e), known: e instanceof FileProblem }),
    );
  };
}

/**
 * Has a file read beside the page: whatever it does to its reader, the page goes on and ends it.
 * @param name of the file, for what is said of it
 * @throws FileProblem where it cannot be read, or takes too long
 */
export async function inWorker<Task, T>(worker: Worker, task: Task, name: string): Promise<T> {
  let late: ReturnType<typeof setTimeout> | undefined;
  try {
    const news = await new Promise<WorkerNews<T>>((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<WorkerNews<T>>) => resolve(data);
      worker.onerror = ({ message }) => reject(new Error(message));
      late = setTimeout(
        () =>
          reject(
            new FileProblem(
              `“${name}” took longer than ${LONGEST / 1000} seconds to read, so it was left. ` +
                "Save a smaller file.",
            ),
          ),
        LONGEST,
      );
      worker.postMessage(task);
    });
    if ("made" in news) return news.made;
    throw news.known ? new FileProblem(news.problem) : new Error(news.problem);
  } finally {
    clearTimeout(late);
    worker.terminate();
  }
}
