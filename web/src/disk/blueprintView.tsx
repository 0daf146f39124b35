import { blueprintInWords, foldersToMake } from "@mossy/core/disk/folders";
import { zipOf } from "@mossy/core/formats/zipOut";
import { diskFolder } from "@mossy/core/house/diskPlan";
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
import { PATTERN_USES } from "@mossy/core/names/pattern";
import { compose } from "@mossy/core/names/compose";
import { useMutation } from "@tanstack/react-query";
import { ArrowDown, ArrowUp, FolderPlus, FolderTree } from "lucide-react";
import { useState } from "react";
import { ask } from "../wire/ask.ts";
import { queryClient } from "../wire/queries.ts";
import { mention } from "../ui/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { Choice, Field, Pill, Select } from "../ui/pieces.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { Trouble } from "../ui/states.tsx";
import { TextField } from "../ui/textField.tsx";
import { useHouseWork } from "../house/work.ts";

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
  const make = useMutation({
    mutationFn: () => ask("makeOnDisk", {}, { folders: foldersToMake(house.disk.shared, "") }),
    onSuccess: async ({ made }) => {
      await queryClient.invalidateQueries({ queryKey: ["disk"] });
      mention(
        made.length === 0
          ? "Every folder is on the shared disk already."
          : `${made.length} ${made.length === 1 ? "folder was" : "folders were"} made on the shared disk.`,
      );
    },
  });
  const zip = (): void => {
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
  };
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
            <Button small onClick={zip}>
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
            <li
              key={p.join()}
              onClick={() => setPath(p)}
              className={`flex items-center gap-2 border-b border-line py-1.5 pr-3 ${p.join() === path.join() ? "bg-moss-soft" : "hover:bg-bg"}`}
              style={{ paddingLeft: 12 + (p.length - 1) * 20 }}
            >
              <FolderTree size={14} aria-hidden className="shrink-0 text-ink-2" />
              <span className="min-w-0 flex-1">
                <button
                  type="button"
                  aria-current={p.join() === path.join() ? "true" : undefined}
                  className="font-mono font-semibold"
                  onClick={(e) => {
                    e.stopPropagation();
                    setPath(p);
                  }}
                >
                  {folder.name ?? `(${(folder.named ?? "").replace("-", " ")})`}
                </button>
                <span className="block truncate text-sm text-ink-2">
                  {folder.says}
                  {folder.kinds.length > 0 ? ` · ${folder.kinds.join(", ")}` : ""}
                  {folder.named === "session-folder" ? " · holds a project" : ""}
                </span>
              </span>
              {folder.files !== null && <Pill>{folder.files.replace("-", " ")} names</Pill>}
              {!folder.must && <Pill>where needed</Pill>}
            </li>
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
          <FolderPanel
            key={which + path.join()}
            folder={chosen}
            problem={problem}
            onChange={change ? (f) => put(withDiskFolder(tree, path, () => [f])) : null}
            onInside={change ? () => add(path) : null}
            onMove={
              change
                ? (by) => {
                    const made = moveDiskFolder(tree, path, by);
                    put([...made.tree]);
                    setPath(made.place);
                  }
                : null
            }
            onGone={
              change
                ? () => {
                    put(withDiskFolder(tree, path, () => []));
                    setPath([0]);
                  }
                : null
            }
          />
        )}
        <section aria-label="Paths" className="card flex flex-col gap-3 p-3.5">
          <h2 className="font-semibold">Paths</h2>
          <TextField
            mono
            label="The shared disk stands at"
            readOnly={!change}
            value={house.disk.root}
            onSet={(root) => {
              if (root !== "") change?.({ ...house, disk: { ...house.disk, root } });
            }}
          />
          <TextField
            mono
            label="Longest path, characters"
            hint="Microsoft's systems stop at 260 by default."
            readOnly={!change}
            value={String(house.disk.longest)}
            onSet={(v) => {
              const n = Number(v);
              if (Number.isInteger(n) && n >= 60 && n <= 4096)
                change?.({ ...house, disk: { ...house.disk, longest: n } });
            }}
          />
        </section>
      </aside>
    </div>
  );
}

function FolderPanel({
  folder: f,
  problem,
  onChange,
  onInside,
  onMove,
  onGone,
}: {
  folder: DiskFolder;
  problem: string | null;
  onChange: ((next: DiskFolder) => void) | null;
  onInside: (() => void) | null;
  onMove: ((by: -1 | 1) => void) | null;
  onGone: (() => void) | null;
}) {
  const [off, setOff] = useState<string | null>(null);
  const set = (fields: Partial<DiskFolder>): void => {
    const read = diskFolder.safeParse({ ...f, ...fields });
    setOff(read.success ? null : `That does not work: ${read.error.issues[0]?.message ?? ""}.`);
    if (read.success) onChange?.(read.data);
  };
  const said = off ?? problem;
  return (
    <section aria-label="Folder" className="card flex flex-col gap-3 p-3.5">
      <h2 className="font-mono text-lg font-bold">{f.name ?? `(${(f.named ?? "").replace("-", " ")})`}</h2>
      {said !== null && (
        <p role="alert" className="rounded-md bg-brick-soft px-2.5 py-1.5 text-sm text-brick">
          {said}
        </p>
      )}
      <Field label="Named">
        <Select
          small
          disabled={!onChange}
          value={f.named ?? ""}
          onChange={(e) => {
            const named = PATTERN_USES.find((u) => u === e.target.value) ?? null;
            set(named ? { named, name: null } : { named: null, name: f.name ?? "New" });
          }}
        >
          <option value="">as it stands here</option>
          {PATTERN_USES.map((u) => (
            <option key={u} value={u}>
              by the pattern of a {u.replace("-", " ")}
            </option>
          ))}
        </Select>
      </Field>
      {f.name !== null && (
        <TextField mono label="Name" readOnly={!onChange} value={f.name} onSet={(name) => set({ name })} />
      )}
      <TextField
        label="What it is for"
        readOnly={!onChange}
        value={f.says}
        onSet={(says) => set({ says })}
      />
      <TextField
        mono
        label="Endings of files that belong, parted by commas"
        hint="Empty: no files of its own."
        readOnly={!onChange}
        value={f.kinds.join(", ")}
        onSet={(v) =>
          set({
            kinds: [
              ...new Set(
                v
                  .split(",")
                  .map((k) => k.trim().toLowerCase().replace(/^\./, ""))
                  .filter(Boolean),
              ),
            ],
          })
        }
      />
      <Field label="Those files are named">
        <Select
          small
          disabled={!onChange}
          value={f.files ?? ""}
          onChange={(e) => set({ files: PATTERN_USES.find((u) => u === e.target.value) ?? null })}
        >
          <option value="">any safe name</option>
          {PATTERN_USES.map((u) => (
            <option key={u} value={u}>
              as a {u.replace("-", " ")}
            </option>
          ))}
        </Select>
      </Field>
      <label className="flex items-center gap-1.5 text-sm">
        <input
          type="checkbox"
          disabled={!onChange}
          checked={f.must}
          onChange={(e) => set({ must: e.target.checked })}
        />{" "}
        has to be there
      </label>
      {onInside && onMove && onGone && (
        <div className="flex gap-2 border-t border-line pt-3">
          <Button small aria-label="Move up" onClick={() => onMove(-1)}>
            <ArrowUp size={14} aria-hidden />
          </Button>
          <Button small aria-label="Move down" onClick={() => onMove(1)}>
            <ArrowDown size={14} aria-hidden />
          </Button>
          {f.named !== "session-folder" && (
            <Button small onClick={onInside}>
              Add inside
            </Button>
          )}
          <Button small className="ml-auto" onClick={onGone}>
            Take out
          </Button>
        </div>
      )}
    </section>
  );
}
