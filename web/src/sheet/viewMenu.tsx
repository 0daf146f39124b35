import { COLUMNS } from "@mossy/core/session/beside";
import type { View } from "@mossy/core/session/beside";
import type { Session } from "@mossy/core/session/document";
import { TRACK_KINDS } from "@mossy/core/session/kind";
import { Button } from "../ui/button.tsx";
import { Select } from "../ui/select.tsx";
import { Options, named } from "../ui/chooser.tsx";
import type { Workpiece } from "../documents/workpiece.ts";

/** Views anybody has without making them. */
const READY: readonly View[] = [
  {
    id: "armed",
    name: "Only what is armed",
    kinds: [],
    roles: [],
    folders: [],
    armed: true,
    columns: [...COLUMNS],
  },
  {
    id: "no-instruments",
    name: "No instruments",
    kinds: TRACK_KINDS.filter((k) => k !== "instrument" && k !== "midi"),
    roles: [],
    folders: [],
    armed: false,
    columns: [...COLUMNS],
  },
  {
    id: "paths",
    name: "Folders and paths",
    kinds: ["folder", "bus", "return", "cue-mix", "main", "monitor"],
    roles: [],
    folders: [],
    armed: false,
    columns: ["feeds", "level", "place", "inserts"],
  },
];

export const viewOf = (session: Session, id: string): View | null =>
  [...session.views, ...READY].find((v) => v.id === id) ?? null;

/** Chooses what the sheet shows, and keeps named sets of it with the template. */
export function ViewMenu({
  session,
  chosen,
  onChoose,
  work,
  onEdit,
}: {
  session: Session;
  chosen: string;
  onChoose: (id: string) => void;
  work: Workpiece | null;
  onEdit: () => void;
}) {
  return (
    <>
      <Select
        small
        aria-label="What shows"
        className="w-44"
        value={chosen}
        onChange={(e) => onChoose(e.target.value)}
      >
        <option value="">All tracks</option>
        {session.views.length > 0 && (
          <optgroup label="Of this template">
            <Options of={named(session.views)} />
          </optgroup>
        )}
        <optgroup label="Always there">
          <Options of={named(READY)} />
        </optgroup>
      </Select>
      {work && (
        <Button small look="quiet" onClick={onEdit}>
          {session.views.some((v) => v.id === chosen) ? "Change the view" : "New view"}
        </Button>
      )}
    </>
  );
}
