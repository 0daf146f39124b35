import { readSvgIcon } from "@mossy/core/formats/svgIcon";
import { houseProblems } from "@mossy/core/house/house";
import type { House } from "@mossy/core/house/house";
import { idOf } from "@mossy/core/words/usual/index";
import { useRef, useState } from "react";
import { Button } from "../ui/button.tsx";
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
  const chooser = useRef<HTMLInputElement>(null);
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
        const base = `house-${idOf(label) || "icon"}`;
        let id = base;
        for (let n = 2; [...next.icons.map((i) => i.id), ...icons.map((i) => i.name)].includes(id); n++)
          id = `${base}-${n}`;
        let name = label;
        for (let n = 2; next.icons.some((i) => i.name.toLowerCase() === name.toLowerCase()); n++)
          name = `${label} ${n}`;
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
      <Button
        small
        className="self-start"
        onClick={() => {
          chooser.current?.click();
        }}
      >
        Bring SVG files in…
      </Button>
      <input
        ref={chooser}
        type="file"
        multiple
        accept=".svg,image/svg+xml"
        aria-label="SVG files"
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          void take([...(e.target.files ?? [])]);
          e.target.value = "";
        }}
      />
      {problems.map((p, i) => (
        <Trouble key={i} error={p} />
      ))}
    </section>
  );
}
