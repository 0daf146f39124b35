import { readExchange } from "@mossy/core/formats/exchange/read";
import { MACHINE_FILE, SESSION_FILE_ENDING, isOfLayouts } from "@mossy/core/formats/package";
import { readTable } from "@mossy/core/formats/table";
import { machineFile } from "@mossy/core/instruments/machines/machineFile";
import type { MachineFile } from "@mossy/core/instruments/machines/machineFile";
import type { Session } from "@mossy/core/session/document";
import { strFromU8, unzipSync } from "fflate";

/** A package as a station unpacks it. */
export interface Parcel {
  readonly session: Session;
  readonly of: string | null;
  readonly fileName: string;
  readonly folders: readonly string[];
  readonly inputLines: number;
  /** What the sample machines of the room load; null where nothing sits on one. */
  readonly machines: MachineFile | null;
  /** What lies on its tracks, as the list in it says. */
  readonly sounds: readonly ParcelSound[];
}

/** A sound of a package; `bytes` null where the room should have it already. */
export interface ParcelSound {
  /** Below the folder of the session. */
  readonly path: string;
  readonly hash: string;
  readonly bytes: Uint8Array | null;
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
    machines: machinesIn(files),
    sounds: soundsIn(files, path.slice(0, path.indexOf("/"))),
    inputLines:
      list === undefined
        ? 0
        : strFromU8(files[list] ?? new Uint8Array())
            .trim()
            .split("\r\n").length - 1,
  };
}

function machinesIn(files: Readonly<Record<string, Uint8Array>>): MachineFile | null {
  const file = Object.entries(files).find(([name]) => name.endsWith(`/Notes/${MACHINE_FILE}`))?.[1];
  return file ? machineFile.parse(JSON.parse(strFromU8(file))) : null;
}

/** The sounds a package lists, in the order of its list. */
function soundsIn(files: Readonly<Record<string, Uint8Array>>, folder: string): ParcelSound[] {
  const list = files[`${folder}/Notes/Sounds.csv`];
  if (!list) return [];
  const columns = { file: ["file"], hash: ["sha-256"], here: ["in this package"] } as const;
  const { rows } = readTable(strFromU8(list), columns, ["file", "hash", "here"]);
  return rows.map(({ cell }): ParcelSound => {
    const path = cell("file");
    const bytes = cell("here") === "yes" ? (files[`${folder}/${path}`] ?? null) : null;
    return { path, hash: cell("hash"), bytes };
  });
}
