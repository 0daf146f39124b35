import type { Style } from "@mossy/core/house/style";
import type { Session, TrackId } from "@mossy/core/session/document";
import { typeInto } from "@mossy/core/sheet/cells";
import { clipIn, clipOf, paste } from "@mossy/core/sheet/clip";
import { moveTo, outermost } from "@mossy/core/sheet/folders";
import { mention } from "../ui/toasts.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { newId } from "../session/newId.ts";
import type { Selection } from "../ui/grid/selection.ts";
import { only, these } from "../ui/grid/selection.ts";
import type { SheetProps } from "./sheet.tsx";
import type { Cell } from "@mossy/core/sheet/cells";
import type { Clip } from "@mossy/core/sheet/clip";
import { plural } from "@mossy/core/session/plural";

/**
 * What typing, moving, copying and pasting in the sheet do; those that change the session are left out
 * where it is only read.
 */
export function useSheetActs(
  style: Style,
  session: Session,
  work: Workpiece | null,
  selection: Selection,
  onSelect: (next: Selection) => void,
  onPasteNames: (text: string) => void,
): Pick<SheetProps, "onType" | "onMove" | "onCopy" | "onPaste"> {
  const onCopy = (): string => {
    const many = selection.all.size === 1 ? "1 track" : `${selection.all.size} tracks`;
    mention(`${many} copied with their routing. Paste here or in another template.`);
    return JSON.stringify(clipOf(session, selection.all));
  };
  if (!work) return { onType: null, onCopy };
  const outer = (): TrackId[] => outermost(session, selection.all).map((t) => t.id);
  return {
    onCopy,
    onType: (cell, text) => typeIntoChosen(style, session, work, selection, cell, text),
    onMove: (ids, to) => {
      const [first] = ids;
      const label = ids.length === 1 ? "move" : `move ${ids.length}`;
      if (first === undefined || !work.edit(moveTo(session, ids, to), label)) return;
      onSelect(ids.length === 1 ? only(first) : these(outer(), first));
    },
    onPaste: (text) => {
      const clip = clipIn(text);
      if (clip) pasteBehind(style, session, work, clip, selection.at, onSelect);
      else if (text.trim() !== "") onPasteNames(text);
    },
  };
}

/**
 * Types into a cell of all that are chosen, the one the keyboard stands on first. @returns what is wrong,
 * or null
 */
function typeIntoChosen(
  style: Style,
  session: Session,
  work: Workpiece,
  { at, all }: Selection,
  cell: Cell,
  text: string,
): string | null {
  const others = session.tracks.filter((t) => all.has(t.id) && t.id !== at).map((t) => t.id);
  const ids = [...(at === null ? [] : [at]), ...others];
  const said = typeInto(style, session, ids, cell, text);
  if ("problem" in said) return said.problem;
  const several = ids.length > 1 ? `${cell} of ${ids.length}` : cell;
  work.edit(said.changes, cell === "name" ? "rename" : several);
  return null;
}

/** Pastes tracks behind one, or at the end. */
function pasteBehind(
  style: Style,
  session: Session,
  work: Workpiece,
  clip: Clip,
  behind: TrackId | null,
  onSelect: (next: Selection) => void,
): void {
  const at = session.tracks.find((t) => t.id === behind);
  const last = session.tracks.findLast((t) => t.parent === null)?.id ?? null;
  const place = at ? { parent: at.parent, after: at.id } : { parent: null, after: last };
  const changes = paste(style, session, clip, place, newId);
  const label = `paste ${plural(clip.tracks.length, "track")}`;
  if (work.edit(changes, label))
    onSelect(these(changes.flatMap((c) => (c.do === "add" ? [c.track.id] : []))));
}
