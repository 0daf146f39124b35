import { readExchange } from "@mossy/core/formats/exchange/read";
import { SESSION_FILE_ENDING, isOfLayouts } from "@mossy/core/formats/package";
import type { Session } from "@mossy/core/session/document";
import { strFromU8, unzipSync } from "fflate";

/** A package as a station unpacks it. */
export interface Parcel {
  readonly session: Session;
  readonly of: string | null;
  readonly fileName: string;
  readonly folders: readonly string[];
  readonly inputLines: number;
}

/** Unpacks a package of the house. @throws Error when it holds no session file */
export async function readPackage(bytes: Uint8Array): Promise<Parcel> {
  const files = unzipSync(bytes);
  const names = Object.keys(files).filter((n) => !isOfLayouts(n));
  const path = names.find((n) => n.endsWith(SESSION_FILE_ENDING));
  const file = path === undefined ? undefined : files[path];
  if (path === undefined || !file) throw new Error("the package holds no session file");
  const { session, of } = await readExchange(file);
  const list = names.find((n) => n.endsWith("Input_list.csv"));
  return {
    session,
    of,
    fileName: path.slice(path.lastIndexOf("/") + 1),
    folders: names.filter((n) => n.endsWith("/")),
    inputLines:
      list === undefined
        ? 0
        : strFromU8(files[list] ?? new Uint8Array())
            .trim()
            .split("\r\n").length - 1,
  };
}
