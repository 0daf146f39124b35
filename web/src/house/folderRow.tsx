import { clsx } from "clsx";
import type { FolderPlan, House } from "@mossy/core/house/house";
import type { Style } from "@mossy/core/house/style";
import { GripVertical } from "lucide-react";
import { useState } from "react";
import { Pill } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import { roleLook } from "./roleLook.ts";
import { OpenButton, openLine } from "../ui/listPage.tsx";

type Where = "before" | "into" | "after";
/** What shows where a dragged folder would land. */
const DROP = {
  into: "ring-2 ring-inset ring-moss",
  before: "border-t-2 border-t-moss",
  after: "border-b-2 border-b-moss",
} as const;
const DRAGGED = "text/mossy-folder";

/** A folder of the house order: dragged before, into or behind another. */
export function FolderRow({
  house,
  style,
  folder,
  depth,
  chosen,
  onChoose,
  onDrop,
}: {
  house: House;
  style: Style;
  folder: FolderPlan;
  depth: number;
  chosen: boolean;
  onChoose: () => void;
  onDrop: ((moved: string, where: Where) => void) | null;
}) {
  const [over, setOver] = useState<Where | null>(null);
  const members = [
    ...folder.families.map((id) => style.families.get(id)?.name ?? id),
    ...folder.roles.map((id) => style.reader.roles.get(id)?.name ?? id),
  ];
  const whereAt = (e: React.DragEvent): Where => {
    const box = e.currentTarget.getBoundingClientRect();
    const y = (e.clientY - box.top) / box.height;
    return y < 0.3 ? "before" : y > 0.7 ? "after" : "into";
  };
  const look = roleLook(style, folder.role);
  return (
    <li
      draggable={onDrop !== null}
      onDragStart={(e) => {
        e.dataTransfer.setData(DRAGGED, folder.role);
        e.dataTransfer.effectAllowed = "move";
      }}
      onDragOver={(e) => {
        if (onDrop && e.dataTransfer.types.includes(DRAGGED)) {
          e.preventDefault();
          setOver(whereAt(e));
        }
      }}
      onDragLeave={() => setOver(null)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(null);
        onDrop?.(e.dataTransfer.getData(DRAGGED), whereAt(e));
      }}
      className={clsx(
        "flex items-center gap-2 py-1.5 pr-3",
        openLine(chosen),
        over === null ? "" : DROP[over],
      )}
      style={{ paddingLeft: 8 + depth * 20 }}
    >
      <GripVertical size={13} aria-hidden className="shrink-0 text-ink-3" />
      <Tile
        colour={folder.colour === null ? look.colour : (style.hex.get(folder.colour) ?? null)}
        icon="folder"
      />
      <span className="min-w-0 flex-1">
        <OpenButton here={chosen} className="block truncate" onOpen={onChoose}>
          {style.reader.roles.get(folder.role)?.name ?? folder.role}
        </OpenButton>
        <span className="block truncate text-xs text-ink-2">
          {members.length === 0 ? "only what is sent here" : members.join(", ")}
        </span>
      </span>
      {(folder.from ?? house.folderFrom) !== house.folderFrom && <Pill>from {folder.from}</Pill>}
      {!folder.carries && <Pill>no sound</Pill>}
      {folder.passes !== "nothing" && <Pill>{folder.passes === "same" ? "one colour" : "in steps"}</Pill>}
    </li>
  );
}
