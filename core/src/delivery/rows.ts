import type { Style } from "../house/style.ts";
import type { Session, TrackId } from "../session/document.ts";
import type { Delivered, DeliverySort } from "./delivered.ts";
import { Recogniser } from "./recognise.ts";
import type { Recognised } from "./recognise.ts";
import { wantedOf } from "./wanted.ts";

/** A file of a delivery, with what its name says. */
export interface Row {
  readonly file: Delivered;
  readonly name: Recognised;
}

/** What files are held against. */
export interface Against {
  readonly style: Style;
  readonly session: Session;
  readonly sort: DeliverySort;
}

/** Reads the names of files, without judging them. @param said of which tracks files are, where somebody says so */
export function rowsOf(
  { style, session, sort }: Against,
  files: readonly Delivered[],
  said: ReadonlyMap<string, TrackId> = new Map(),
): Row[] {
  const recogniser = new Recogniser(style, sort, wantedOf(style, session, sort), session.title, said);
  return files.map((file) => ({ file, name: recogniser.read(file) }));
}
