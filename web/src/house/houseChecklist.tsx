import { clsx } from "clsx";
import type { ChecklistItem } from "@mossy/core/house/house";
import { Plus } from "lucide-react";
import { Button } from "../ui/button.tsx";
import { Field } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { freeId } from "@mossy/core/session/freeId";
import { TextField } from "../ui/textField.tsx";

/** What every room should have set. */
export function HouseChecklist({
  items,
  onChange,
}: {
  items: readonly ChecklistItem[];
  onChange: ((next: ChecklistItem[]) => void) | null;
}) {
  const set = (id: string, fields: Partial<ChecklistItem>): void => {
    onChange?.(items.map((i) => (i.id === id ? { ...i, ...fields } : i)));
  };
  const add = (): void => {
    onChange?.([...items, { id: freeId("line", items), sort: "setting", says: "New setting", value: "" }]);
  };
  return (
    <div>
      <ul>
        {items.map((i) => (
          <li
            key={i.id}
            className={clsx(
              "grid grid-cols-[minmax(0,1fr)_minmax(0,220px)_120px_auto] max-[900px]:grid-cols-2",
              "items-end gap-3 border-b border-line px-3.5 py-2",
            )}
          >
            <TextField
              label="Every room has"
              value={i.says}
              readOnly={!onChange}
              onSet={(says) => {
                if (says !== "") set(i.id, { says });
              }}
            />
            <TextField
              mono
              label={i.sort === "key" ? "Key" : "Set to"}
              value={i.value}
              readOnly={!onChange}
              onSet={(value) => set(i.id, { value })}
            />
            <Field label="What it is">
              <Select
                disabled={!onChange}
                value={i.sort}
                onChange={(e) => set(i.id, { sort: e.target.value === "key" ? "key" : "setting" })}
              >
                <option value="setting">setting</option>
                <option value="key">key</option>
              </Select>
            </Field>
            {onChange && (
              <Button onClick={() => onChange(items.filter((x) => x.id !== i.id))}>Take out</Button>
            )}
          </li>
        ))}
      </ul>
      {onChange && (
        <div className="p-3.5">
          <Button small onClick={add}>
            <Plus size={14} aria-hidden /> Add a line
          </Button>
        </div>
      )}
    </div>
  );
}
