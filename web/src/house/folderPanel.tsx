import { moveFolder, removeFolder, withFolder } from "@mossy/core/house/editFolders";
import type { FolderPlan, House } from "@mossy/core/house/house";
import type { Style } from "@mossy/core/house/style";
import { ArrowDown, ArrowUp, IndentDecrease, IndentIncrease } from "lucide-react";
import { Button } from "../ui/button.tsx";
import { Field } from "../ui/pieces.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { ChipPick } from "../ui/chipPick.tsx";
import { TextField } from "../ui/textField.tsx";
import { AlertLine } from "../ui/listPage.tsx";
import { Chooser } from "../ui/chooser.tsx";

/** A number within bounds: null for an empty text, undefined for anything else. */
function numberIn(text: string, low: number, high: number): number | null | undefined {
  if (text === "") return null;
  const n = Number(text.replace("−", "-"));
  return Number.isFinite(n) && n >= low && n <= high ? n : undefined;
}

/** A folder of the house order: what goes in, and how it looks and sounds. */
export function FolderPanel({
  house,
  style,
  folder,
  problem,
  onChange,
  onGone,
}: {
  house: House;
  style: Style;
  folder: FolderPlan;
  problem: string | null;
  onChange: ((next: House) => void) | null;
  onGone: () => void;
}) {
  const { role } = folder;
  const set = (fields: Partial<Omit<FolderPlan, "inside">>): void => {
    onChange?.(withFolder(house, role, fields));
  };
  const name = style.reader.roles.get(role)?.name ?? role;
  return (
    <section aria-label={`Folder ${name}`} className="card flex flex-col gap-3 p-3.5">
      <h2 className="font-title text-lg font-semibold">{name}</h2>
      <AlertLine>{problem}</AlertLine>
      {onChange && (
        <FolderWays
          house={house}
          role={role}
          onChange={onChange}
          onTakeOut={() => {
            onChange(removeFolder(house, role));
            onGone();
          }}
        />
      )}
      <ChipPick
        label="Families that go in"
        empty="none"
        chosen={folder.families}
        choices={house.words.families.map((f) => [f.id, f.name])}
        onChange={onChange ? (families) => set({ families }) : null}
      />
      <ChipPick
        label="Roles that go in, whatever their family"
        empty="none"
        chosen={folder.roles}
        choices={house.words.roles.map((r) => [r.id, r.name])}
        onChange={onChange ? (roles) => set({ roles }) : null}
      />
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label="Made from, tracks"
          hint={`Empty: ${house.folderFrom}, as all.`}
          readOnly={!onChange}
          value={folder.from === null ? "" : String(folder.from)}
          onSet={(v) => {
            const n = numberIn(v, 1, 50);
            if (n !== undefined && (n === null || Number.isInteger(n))) set({ from: n });
          }}
        />
        <Chooser
          label="Colour"
          none="its role's"
          value={folder.colour}
          options={house.palette.map((c) => [c.id, c.name])}
          onChoose={onChange && ((colour) => set({ colour }))}
        />
      </div>
      <Field label="Its members take">
        <Choice
          label="What of its colour its members take"
          value={folder.passes}
          choices={[
            ["nothing", "their own"],
            ["same", "its colour"],
            ["steps", "steps of it"],
          ]}
          onChoose={onChange ? (passes) => set({ passes }) : null}
        />
      </Field>
      <label className="flex items-center gap-1.5 text-sm">
        <input
          type="checkbox"
          disabled={!onChange}
          checked={folder.carries}
          onChange={(e) => set({ carries: e.target.checked })}
        />{" "}
        carries the sound of what it holds, as a bus
      </label>
      {folder.carries && <CarryFields folder={folder} readOnly={!onChange} onSet={set} />}
    </section>
  );
}

const WAYS = [
  ["up", "Up", ArrowUp],
  ["down", "Down", ArrowDown],
  ["in", "Into the folder before", IndentIncrease],
  ["out", "Out of its folder", IndentDecrease],
] as const;

function FolderWays({
  house,
  role,
  onChange,
  onTakeOut,
}: {
  house: House;
  role: string;
  onChange: (next: House) => void;
  onTakeOut: () => void;
}) {
  return (
    <div className="flex gap-1">
      {WAYS.map(([way, label, Icon]) => (
        <Button
          key={way}
          small
          aria-label={label}
          title={label}
          disabled={moveFolder(house, role, way) === house}
          onClick={() => onChange(moveFolder(house, role, way))}
        >
          <Icon size={14} aria-hidden />
        </Button>
      ))}
      <Button small className="ml-auto" onClick={onTakeOut}>
        Take out
      </Button>
    </div>
  );
}

/** What a folder does with the sound it carries. */
function CarryFields({
  folder,
  readOnly,
  onSet,
}: {
  folder: FolderPlan;
  readOnly: boolean;
  onSet: (fields: Partial<Omit<FolderPlan, "inside">>) => void;
}) {
  const field = (name: "width" | "level", label: string, hint: string, low: number, high: number) => (
    <TextField
      label={label}
      hint={hint}
      readOnly={readOnly}
      value={folder[name] === null ? "" : String(folder[name])}
      onSet={(v) => {
        const n = numberIn(v, low, high);
        if (n !== undefined) onSet({ [name]: n });
      }}
    />
  );
  return (
    <div className="grid grid-cols-2 gap-2">
      {field("width", "Width, %", "Empty: 100.", 0, 200)}
      {field("level", "Starts at, dB", "Empty: 0.", -144, 24)}
    </div>
  );
}
