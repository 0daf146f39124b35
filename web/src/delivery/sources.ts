import type { DeliveryFrom } from "@mossy/contract/delivery";
import type { Delivered } from "@mossy/core/delivery/delivered";
import type { Compared } from "@mossy/core/delivery/look";
import { ask } from "../wire/ask.ts";
import type { MeasureNews, MeasureTask } from "./measure.worker.ts";

/** A file of a folder, before anything is known of it. */
export interface Listed {
  readonly path: string;
  readonly size: number;
}

/** What was found out, as far as it came. */
export interface Told {
  file(file: Delivered): void;
  gone(path: string, why: string): void;
  pair(pair: Compared): void;
}

/** Where the files of a delivery lie, and how they are looked at there. */
export interface Source {
  /** By which it is told apart from others. */
  readonly key: string;
  /** "On the shared disk", for people. */
  readonly says: string;
  readonly files: readonly Listed[];
  /** Of which tracks they are, where more than their names says it. */
  readonly of: Readonly<Record<string, string>>;
  measure(files: readonly Listed[], told: Told, leave: AbortSignal): Promise<void>;
  compare(pairs: readonly (readonly [string, string])[], told: Told, leave: AbortSignal): Promise<void>;
}

/** A folder of this computer. */
export interface Picked {
  /** Which time somebody picked one: the same folder may hold something else by now. */
  readonly time: number;
  readonly name: string;
  readonly files: ReadonlyMap<string, File>;
}

/** So much is asked for at once: few enough files that somebody who waits sees them come. */
const AT_ONCE = { files: 8, bytes: 200e6 };

/** Lists in parts that are asked for one after the other. */
export function* inParts(files: readonly Listed[]): Generator<Listed[]> {
  let part: Listed[] = [];
  let bytes = 0;
  for (const f of files) {
    if (part.length > 0 && (part.length === AT_ONCE.files || bytes + f.size > AT_ONCE.bytes)) {
      yield part;
      [part, bytes] = [[], 0];
    }
    part.push(f);
    bytes += f.size;
  }
  if (part.length > 0) yield part;
}

/** Files the house can reach: it measures them where they lie, and remembers what it found. */
export function houseSource(
  session: string,
  from: DeliveryFrom,
  rest: Pick<Source, "says" | "files" | "of">,
): Source {
  return {
    ...rest,
    key: rest.says,
    measure: async (files, told, leave) => {
      for (const part of inParts(files)) {
        if (leave.aborted) return;
        const found = await ask(
          "deliveryFiles",
          { session },
          { from, paths: part.map((f) => f.path), pairs: [] },
        );
        if (leave.aborted) return;
        found.files.forEach((f) => told.file(f));
        found.gone.forEach((g) => told.gone(g.path, g.why));
      }
    },
    compare: async (pairs, told, leave) => {
      for (let at = 0; at < pairs.length && !leave.aborted; at += AT_ONCE.files) {
        const some = pairs.slice(at, at + AT_ONCE.files).map(([a, b]): [string, string] => [a, b]);
        const found = await ask("deliveryFiles", { session }, { from, paths: [], pairs: some });
        if (!leave.aborted) found.pairs.forEach((p) => told.pair(p));
      }
    },
  };
}

/** Has a worker do something; it ends when that is done, or when nobody waits any more. */
function inWorker(task: MeasureTask, told: Told, leave: AbortSignal): Promise<void> {
  return new Promise((done, fail) => {
    const worker = new Worker(new URL("./measure.worker.ts", import.meta.url), { type: "module" });
    const end = (): void => {
      worker.terminate();
      done();
    };
    leave.addEventListener("abort", end, { once: true });
    worker.onerror = (e) => {
      worker.terminate();
      fail(new Error(e.message || "The files could not be measured in this window."));
    };
    worker.onmessage = ({ data }: MessageEvent<MeasureNews>) => {
      if ("done" in data) end();
      else if (leave.aborted) return;
      else if ("file" in data) told.file(data.file);
      else if ("pair" in data) told.pair(data.pair);
      else told.gone(data.gone, data.why);
    };
    worker.postMessage(task);
  });
}

/** A folder somebody picked: measured in this window, never sent. */
export function folderSource({ time, name, files }: Picked): Source {
  const named = (path: string): [string, File][] => {
    const file = files.get(path);
    return file ? [[path, file]] : [];
  };
  return {
    key: `folder ${time}`,
    says: `“${name}”, a folder on this computer`,
    files: [...files].map(([path, { size }]) => ({ path, size })),
    of: {},
    measure: (list, told, leave) =>
      inWorker({ do: "measure", files: list.flatMap((f) => named(f.path)) }, told, leave),
    compare: (pairs, told, leave) =>
      inWorker(
        {
          do: "compare",
          pairs: pairs.flatMap(([a, b]) => {
            const [[first] = [], [second] = []] = [named(a), named(b)];
            return first && second ? [{ first, second }] : [];
          }),
        },
        told,
        leave,
      ),
  };
}
