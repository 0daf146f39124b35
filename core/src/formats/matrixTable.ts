import { signAt } from "../devices/matrix.ts";
import type { MatrixRow, Sign } from "../devices/matrix.ts";
import type { List } from "./table.ts";

const SAYS: Readonly<Record<Sign, string>> = {
  here: "yes",
  older: "older",
  "other-format": "other format",
  missing: "no",
  unknown: "",
};

/** The matrix of rooms and devices, one device a line; docs/formats.md. */
export const matrixTable = (
  rooms: readonly { readonly name: string }[],
  rows: readonly MatrixRow[],
): List => ({
  name: "Devices",
  heads: [
    "Device",
    "Maker",
    "Format",
    "Kind",
    "Newest",
    "Templates",
    "Tracks",
    ...rooms.map((r) => r.name),
  ],
  rows: rows.map((r) => [
    r.device.name,
    r.device.maker,
    r.device.format,
    r.kind,
    r.newest,
    r.templates,
    r.tracks,
    ...rooms.map((_, i) => SAYS[signAt(r, i)]),
  ]),
});
