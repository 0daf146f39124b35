import { blueprintInWords, foldersToMake } from "@mossy/core/disk/blueprint";
import { zipOf } from "@mossy/core/formats/zipOut";
import {
  addDiskFolder,
  diskFolderAt,
  diskFolders,
  moveDiskFolder,
  withDiskFolder,
} from "@mossy/core/house/editDisk";
import type { DiskPlace } from "@mossy/core/house/editDisk";
import type { DiskFolder } from "@mossy/core/house/diskPlan";
import { house as houseSchema } from "@mossy/core/house/house";
import type { House } from "@mossy/core/house/house";
import { compose } from "@mossy/core/names/compose";
import { useMutation } from "@tanstack/react-query";
import { FolderPlus, FolderTree } from "lucide-react";
import { useState } from "react";
import { ask } from "../wire/ask.ts";
import { queryClient } from "../wire/queries.ts";
import { mention } from "../ui/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { Field, Pill } from "../ui/pieces.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { Select } from "../ui/select.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { Trouble } from "../ui/states.tsx";
import { TextField } from "../ui/textField.tsx";
import { useHouseWork } from "../house/work.ts";
import type { Style } from "@mossy/core/house/style";
import { plural } from "@mossy/core/session/plural";
import { OpenButton, openLine } from "../ui/listPage.tsx";
import { DiskFolderPanel } from "./diskFolderPanel.tsx";

type Which = "project" | "shared";

/** The folders a project and the shared disk should have, made as a ZIP or on the disk itself. */
export function BlueprintView() {
  const { house, style, change } = useHouseWork();
  const [which, setWhich] = useState<Which>("project");
  const [path, setPath] = useState<DiskPlace>([0]);
  const [problem, setProblem] = useState<string | null>(null);
  const tree = house.disk[which];
  const chosen = diskFolderAt(tree, path);
  const put = (next: DiskFolder[]): void => {
    const made: House = { ...house, disk: { ...house.disk, [which]: next } };
    const read = houseSchema.shape.disk.safeParse(made.disk);
    setProblem(read.success ? null : `That does not work: ${read.error.issues[0]?.message ?? ""}.`);
    if (read.success) change?.(made);
  };
  const add = (inside: DiskPlace): void => {
    const made = addDiskFolder(tree, inside);
    put(made.tree);
    setPath(made.place);
  };
  const make = useMakeOnDisk(house);
  return (
    <div className="beside h-full min-h-0 [--beside:310px]">
      <section aria-label="Blueprint" className="card flex min-h-0 flex-col">
        <div className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-2">
          <Choice
            label="Which blueprint"
            value={which}
            choices={[
              ["project", "A project"],
              ["shared", "The shared disk"],
            ]}
            onChoose={(w) => {
              setWhich(w);
              setPath([0]);
              setProblem(null);
            }}
          />
          <span className="ml-auto flex gap-2">
            <Button small onClick={() => saveZip(house, style, which)}>
              As a ZIP
            </Button>
            {which === "shared" && change && (
              <Button small disabled={make.isPending} onClick={() => make.mutate()}>
                Make on the shared disk
              </Button>
            )}
          </span>
        </div>
        <Trouble error={make.error} />
        <ul className="min-h-0 flex-1 overflow-y-auto" aria-label="Folders of the blueprint">
          {diskFolders(tree).map(({ folder, place: p }) => (
            <FolderLine
              key={p.join()}
              folder={folder}
              depth={p.length - 1}
              here={p.join() === path.join()}
              onOpen={() => setPath(p)}
            />
          ))}
        </ul>
        {change && (
          <div className="border-t border-line px-3.5 py-2">
            <Button small onClick={() => add([])}>
              <FolderPlus size={14} aria-hidden /> Add a folder
            </Button>
          </div>
        )}
      </section>
      <aside aria-label="Selected" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
        {chosen && (
          <DiskFolderPanel
            key={which + path.join()}
            folder={chosen}
            problem={problem}
            onChange={change && ((f) => put(withDiskFolder(tree, path, () => [f])))}
            onInside={change && (() => add(path))}
            onMove={
              change &&
              ((by) => {
                const made = moveDiskFolder(tree, path, by);
                put([...made.tree]);
                setPath(made.place);
              })
            }
            onGone={
              change &&
              (() => {
                put(withDiskFolder(tree, path, () => []));
                setPath([0]);
              })
            }
          />
        )}
        <Paths house={house} onChange={change} />
      </aside>
    </div>
  );
}

function Paths({ house, onChange }: { house: House; onChange: ((next: House) => void) | null }) {
  return (
    <section aria-label="Paths" className="card flex flex-col gap-3 p-3.5">
      <h2 className="font-semibold">Paths</h2>
      <TextField
        mono
        label="The shared disk stands at"
        readOnly={!onChange}
        value={house.disk.root}
        onSet={(root) => {
          if (root !== "") onChange?.({ ...house, disk: { ...house.disk, root } });
        }}
      />
      <TextField
        mono
        label="Longest path, characters"
        hint="Microsoft's systems stop at 260 by default."
        readOnly={!onChange}
        value={String(house.disk.longest)}
        onSet={(v) => {
          const n = Number(v);
          if (Number.isInteger(n) && n >= 60 && n <= 4096)
            onChange?.({ ...house, disk: { ...house.disk, longest: n } });
        }}
      />
      <Field
        label="Letters of names on disk"
        hint={
          house.disk.script === "portable"
            ? "潮 becomes Chao, Прилив Priliv: every system and every old tool takes it."
            : "潮 stays 潮: only what some system refuses is left out."
        }
      >
        <Select
          value={house.disk.script}
          disabled={!onChange}
          onChange={(e) => {
            const script = e.target.value === "as-written" ? "as-written" : "portable";
            onChange?.({ ...house, disk: { ...house.disk, script } });
          }}
        >
          <option value="portable">Latin, the portable set</option>
          <option value="as-written">As they are written</option>
        </Select>
      </Field>
    </section>
  );
}

function FolderLine({
  folder,
  depth,
  here,
  onOpen,
}: {
  folder: DiskFolder;
  depth: number;
  here: boolean;
  onOpen: () => void;
}) {
  return (
    <li
      className={`flex items-center gap-2 py-1.5 pr-3 ${openLine(here)}`}
      style={{ paddingLeft: 12 + depth * 20 }}
    >
      <FolderTree size={14} aria-hidden className="shrink-0 text-ink-2" />
      <span className="min-w-0 flex-1">
        <OpenButton here={here} className="font-mono" onOpen={onOpen}>
          {folder.name ?? `(${(folder.named ?? "").replace("-", " ")})`}
        </OpenButton>
        <span className="block truncate text-sm text-ink-2">
          {folder.says}
          {folder.kinds.length > 0 ? ` · ${folder.kinds.join(", ")}` : ""}
          {folder.named === "session-folder" ? " · holds a project" : ""}
        </span>
      </span>
      {folder.files !== null && <Pill>{folder.files.replace("-", " ")} names</Pill>}
      {!folder.must && <Pill>where needed</Pill>}
    </li>
  );
}

/** Makes the folders of the shared disk that are not there yet. */
function useMakeOnDisk(house: House) {
  return useMutation({
    mutationFn: () => ask("makeOnDisk", {}, { folders: foldersToMake(house.disk.shared, "") }),
    onSuccess: async ({ made }) => {
      await queryClient.invalidateQueries({ queryKey: ["disk"] });
      mention(
        made.length === 0
          ? "Every folder is on the shared disk already."
          : `${plural(made.length, "folder was", "folders were")} made on the shared disk.`,
      );
    },
  });
}

/** Saves the folders as a ZIP, with a text that says what each is for. */
function saveZip(house: House, style: Style, which: Which): void {
  const tree = house.disk[which];
  const root =
    which === "project"
      ? (compose(house.names["session-folder"], style.reader, {
          title: "New project",
          room: "Pan Yard",
          date: new Date().toISOString().slice(0, 10),
        }) ?? "New-project")
      : "Shared";
  saveAs(
    `${root}.zip`,
    "application/zip",
    zipOf({
      ...Object.fromEntries([root, ...foldersToMake(tree, root, true)].map((f) => [f, null])),
      [`${root}/About these folders.txt`]: `${blueprintInWords(tree).join("\r\n")}\r\n`,
    }),
  );
}
