import { readSvgIcon } from "@mossy/core/formats/svgIcon";
import { houseProblems } from "@mossy/core/house/house";
import type { House } from "@mossy/core/house/house";
import { freeId, freeName } from "@mossy/core/session/freeId";
import { idOf } from "@mossy/core/words/usual/index";
import { useState } from "react";
import { FileButton } from "../ui/fileField.tsx";
import type { DrawnIcon } from "../ui/icons.ts";
import { Trouble } from "../ui/states.tsx";

/**
 * SVG files become icons of the house: cleaned, one view box, one colour; what no icon may hold is refused
 * by name and line.
 */
export function OwnIcons({
  house,
  icons,
  onChange,
  onNew,
}: {
  house: House;
  icons: readonly DrawnIcon[];
  onChange: ((next: House) => void) | null;
  onNew: (name: string) => void;
}) {
  const [problems, setProblems] = useState<readonly unknown[]>([]);
  if (!onChange) return null;
  const take = async (files: readonly File[]): Promise<void> => {
    const failed: unknown[] = [];
    let next = house;
    for (const file of files) {
      try {
        const paths = readSvgIcon(await file.text(), file.name);
        const label =
          file.name
            .replace(/\.svg$/i, "")
            .replace(/[_-]+/g, " ")
            .trim()
            .slice(0, 40) || "icon";
        const id = freeId(`house-${idOf(label) || "icon"}`, [
          ...next.icons,
          ...icons.map((i) => ({ id: i.name })),
        ]);
        const name = freeName(
          label,
          next.icons.map((i) => i.name),
        );
        const made: House = { ...next, icons: [...next.icons, { id, name, paths }] };
        const [off] = houseProblems(made);
        if (off) throw new Error(`“${file.name}”: ${off.message}.`);
        next = made;
        onNew(id);
      } catch (e) {
        failed.push(e);
      }
    }
    setProblems(failed);
    onChange(next);
  };
  return (
    <section aria-label="Icons of the house" className="card flex flex-col gap-2 p-3.5">
      <h2 className="font-semibold">
        Icons of the house <span className="font-normal text-ink-2">{house.icons.length}</span>
      </h2>
      <p className="text-sm text-ink-2">
        SVG drawings, cleaned on the way in: shapes only, one view box, one colour.
      </p>
      <FileButton
        label="SVG files"
        accept=".svg,image/svg+xml"
        many
        className="self-start"
        onFiles={(files) => void take(files)}
      >
        Bring SVG files in…
      </FileButton>
      {problems.map((p, i) => (
        <Trouble key={i} error={p} />
      ))}
    </section>
  );
}
