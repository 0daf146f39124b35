import { addFolder, foldersInOrder, moveFolder, placeFolder } from "@mossy/core/house/editFolders";
import { houseProblems } from "@mossy/core/house/house";
import type { House } from "@mossy/core/house/house";
import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { Empty } from "../ui/states.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { RolePicker } from "../words/rolePicker.tsx";
import { Select } from "../ui/select.tsx";
import { FolderPanel } from "./folderPanel.tsx";
import { FolderRow } from "./folderRow.tsx";
import { OnTemplate } from "./onTemplate.tsx";
import { WhatChanges, useSample } from "./sample.tsx";
import { useHouseWork } from "./work.ts";

const TOUCHES = ["place", "colour"] as const;

const WAY_KEYS = [
  ["Ctrl+ArrowUp", "Folder up", "up"],
  ["Ctrl+ArrowDown", "Folder down", "down"],
  ["Ctrl+ArrowRight", "Folder into the one before", "in"],
  ["Ctrl+ArrowLeft", "Folder out", "out"],
] as const;

/** The folders a session should have and the order within, shown on a real template. */
export default function FoldersPage() {
  const { house, style, change } = useHouseWork();
  const [params, setParams] = useSearchParams();
  const rows = useMemo(() => foldersInOrder(house.folders), [house.folders]);
  const chosen = rows.find((r) => r.folder.role === params.get("line")) ?? rows[0];
  const { session, pick } = useSample();
  const [problem, setProblem] = useState<string | null>(null);
  const set = (next: House): void => {
    const [off] = houseProblems(next);
    setProblem(off ? `That does not work: ${off.message}.` : null);
    if (!off) change?.(next);
  };
  const role = chosen?.folder.role ?? "";
  useShortcuts(
    change
      ? WAY_KEYS.map(([keys, says, way]) => ({ keys, says, run: () => set(moveFolder(house, role, way)) }))
      : [],
  );
  return (
    <div className="three h-full min-h-0 [--first:minmax(0,0.9fr)] [--beside:290px]">
      <section aria-label="Folders of a session" className="card flex min-h-0 flex-col">
        <div className="flex items-center gap-2 border-b border-line px-3.5 py-2">
          <h2 className="font-semibold">Folders, in order</h2>
          <label className="ml-auto flex items-center gap-1.5 text-sm">
            made from{" "}
            <Select
              small
              disabled={!change}
              aria-label="Tracks from which a folder is made"
              value={house.folderFrom}
              onChange={(e) => set({ ...house, folderFrom: Number(e.target.value) })}
            >
              {[1, 2, 3, 4, 5, 6].map((n) => (
                <option key={n} value={n}>
                  {n}
                </option>
              ))}
            </Select>{" "}
            tracks on
          </label>
        </div>
        {rows.length === 0 && (
          <Empty title="No folders yet">
            {house.words.roles.length === 0 ? (
              <Link to="/house/editions" className="font-semibold text-moss hover:underline">
                Roles name them: begin from a starter
              </Link>
            ) : (
              "Choose below what the first one is for."
            )}
          </Empty>
        )}
        <ul className="min-h-0 flex-1 overflow-y-auto" aria-label="Folder tree">
          {rows.map(({ folder, depth }) => (
            <FolderRow
              key={folder.role}
              house={house}
              style={style}
              folder={folder}
              depth={depth}
              chosen={folder.role === role}
              onChoose={() => {
                setProblem(null);
                setParams({ line: folder.role });
              }}
              onDrop={change ? (moved, where) => set(placeFolder(house, moved, where, folder.role)) : null}
            />
          ))}
        </ul>
        {change && (
          <div className="border-t border-line px-3.5 pb-2.5">
            <RolePicker
              style={style}
              label="Role that names a new folder"
              hint="A folder for…"
              say="Add"
              onChoose={(r) => {
                set(addFolder(house, r));
                setParams({ line: r });
              }}
            />
          </div>
        )}
      </section>
      <OnTemplate style={style} session={session} pick={pick} />
      <aside aria-label="Selected" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
        {chosen && (
          <FolderPanel
            key={role}
            house={house}
            style={style}
            folder={chosen.folder}
            problem={problem}
            onChange={change ? set : null}
            onGone={() => setParams({})}
          />
        )}
        <WhatChanges session={session} pick={null} of={TOUCHES} />
      </aside>
    </div>
  );
}
