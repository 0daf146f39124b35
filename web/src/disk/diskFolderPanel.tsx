import { diskFolder } from "@mossy/core/house/diskPlan";
import type { DiskFolder } from "@mossy/core/house/diskPlan";
import { PATTERN_USES } from "@mossy/core/names/pattern";
import { ArrowDown, ArrowUp } from "lucide-react";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { TextField } from "../ui/textField.tsx";
import { AlertLine } from "../ui/listPage.tsx";
import { Chooser } from "../ui/chooser.tsx";
import type { PatternUse } from "@mossy/core/names/pattern";

/** Endings typed with commas between them, with or without their dots. */
function endingsIn(text: string): string[] {
  const endings = text.split(",").map((k) => k.trim().toLowerCase().replace(/^\./, ""));
  return [...new Set(endings.filter(Boolean))];
}

/** A folder of the blueprint: what it is called, what it is for, what belongs in it. */
export function DiskFolderPanel({
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
      <AlertLine>{said}</AlertLine>
      <Chooser<PatternUse>
        label="Named"
        none="as it stands here"
        value={f.named}
        options={PATTERN_USES.map((u) => [u, `by the pattern of a ${u.replace("-", " ")}`])}
        onChoose={
          onChange &&
          ((named) => set(named ? { named, name: null } : { named: null, name: f.name ?? "New" }))
        }
      />
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
        onSet={(v) => set({ kinds: endingsIn(v) })}
      />
      <Chooser<PatternUse>
        label="Those files are named"
        none="any safe name"
        value={f.files}
        options={PATTERN_USES.map((u) => [u, `as a ${u.replace("-", " ")}`])}
        onChoose={onChange && ((files) => set({ files }))}
      />
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
