import { inkOn } from "@mossy/core/colour/contrast";
import { writeSvgIcon, readSvgIcon } from "@mossy/core/formats/svgIcon";
import { zipOf } from "@mossy/core/formats/zipOut";
import { withFamily, withRole } from "@mossy/core/house/edit";
import { houseProblems } from "@mossy/core/house/house";
import type { House } from "@mossy/core/house/house";
import { compose } from "@mossy/core/names/compose";
import { safeFileName } from "@mossy/core/names/disk";
import { patternUse } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import { idOf } from "@mossy/core/words/usual/index";
import { useRef, useState } from "react";
import { Link } from "react-router";
import { Button } from "../ui/button.tsx";
import { useAllIcons } from "../ui/icons.ts";
import type { DrawnIcon } from "../ui/icons.ts";
import { Field, Input, Pill, Select } from "../ui/pieces.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { Trouble } from "../ui/states.tsx";
import { Drawing, Tile } from "../ui/tile.tsx";
import { roleLook } from "./roleLook.ts";
import { WhatChanges, useSample } from "./sample.tsx";
import { useHouseWork } from "./work.ts";

const TOUCHES = ["icon"] as const;

/** All icons as they look on a tile, who carries them, and the house's own. */
export default function IconsPage() {
  const { house, style, change } = useHouseWork();
  const icons = useAllIcons();
  const { session, pick } = useSample();
  const [find, setFind] = useState("");
  const [name, setName] = useState("pan");
  const wanted = find.trim().toLowerCase();
  const shown = icons.filter((i) => wanted === "" || `${i.name} ${i.tags}`.toLowerCase().includes(wanted));
  const used = usersOf(house);
  const chosen = icons.find((i) => i.name === name) ?? icons[0];
  const colourOf = (icon: string): string => {
    const [first] = used.get(icon)?.families ?? [];
    return style.hex.get(house.words.families.find((f) => f.id === first)?.colour ?? "") ?? "#6a6f69";
  };
  return (
    <div className="beside h-full min-h-0 [--beside:300px]">
      <section aria-label="Icons" className="card flex min-h-0 flex-col">
        <div className="flex items-center gap-3 border-b border-line px-3.5 py-2">
          <h2 className="font-semibold">
            {shown.length} icons <span className="font-normal text-ink-2">as they stand on a tile</span>
          </h2>
          <Input
            type="search"
            aria-label="Find an icon by name or use"
            placeholder="Find: drum, sea, voice…"
            className="ml-auto w-52"
            value={find}
            onChange={(e) => setFind(e.target.value)}
          />
        </div>
        <ul
          className="grid min-h-0 flex-1 auto-rows-min grid-cols-[repeat(auto-fill,minmax(92px,1fr))] gap-1 overflow-y-auto p-2.5"
          aria-label="All icons"
        >
          {shown.map((i) => (
            <li key={i.name}>
              <button
                type="button"
                aria-pressed={i.name === chosen?.name}
                title={`${i.name}: ${i.tags}`}
                onClick={() => setName(i.name)}
                className={`flex w-full flex-col items-center gap-1 rounded-md px-1 py-2 ${i.name === chosen?.name ? "bg-moss-soft" : "hover:bg-bg"}`}
              >
                <Tile colour={colourOf(i.name)} icon={i.name} />
                <span className="w-full truncate text-center text-xs">{i.own ? i.tags : i.name}</span>
                {i.own && <Pill look="note">ours</Pill>}
              </button>
            </li>
          ))}
        </ul>
        {shown.length === 0 && <p className="p-6 text-center text-ink-2">No icon is found by “{find}”.</p>}
        <p className="border-t border-line px-3.5 py-2 text-xs text-ink-2">
          Icons from Material Design Icons by the Pictogrammers group and its contributors, Apache License
          2.0; drums, pans and some orchestral instruments are our own.
        </p>
      </section>
      <aside aria-label="Selected" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
        {chosen && (
          <OneIcon
            key={chosen.name}
            house={house}
            style={style}
            icon={chosen}
            used={used.get(chosen.name)}
            colour={colourOf(chosen.name)}
            onChange={change}
          />
        )}
        <OwnIcons house={house} icons={icons} onChange={change} onNew={setName} />
        <WhatChanges session={session} pick={pick} of={TOUCHES} />
        <Export house={house} style={style} icons={icons} />
      </aside>
    </div>
  );
}

interface Users {
  families: string[];
  roles: string[];
}

/** Which families and roles carry an icon of themselves. */
function usersOf(house: House): Map<string, Users> {
  const users = new Map<string, Users>();
  const at = (icon: string): Users => {
    let u = users.get(icon);
    if (!u) users.set(icon, (u = { families: [], roles: [] }));
    return u;
  };
  for (const f of house.words.families) at(f.icon).families.push(f.id);
  for (const r of house.words.roles) if (r.icon !== null) at(r.icon).roles.push(r.id);
  return users;
}

function OneIcon({
  house,
  style,
  icon,
  used,
  colour,
  onChange,
}: {
  house: House;
  style: Style;
  icon: DrawnIcon;
  used: Users | undefined;
  colour: string;
  onChange: ((next: House) => void) | null;
}) {
  return (
    <section aria-label={`Icon ${icon.name}`} className="card flex flex-col gap-3 p-3.5">
      <div className="flex items-center gap-3">
        <Tile colour={colour} icon={icon.name} size={48} />
        <div>
          <h2 className="font-title text-lg font-semibold">{icon.own ? icon.tags : icon.name}</h2>
          <p className="text-sm text-ink-2">{icon.own ? "the house's own" : icon.tags}</p>
        </div>
      </div>
      <p className="flex items-center gap-2 text-sm" aria-hidden>
        {[14, 18, 22, 34].map((n) => (
          <Tile key={n} colour={colour} icon={icon.name} size={n / 0.66} />
        ))}
        <Drawing paths={icon.paths} size={34} ink="currentColor" />
      </p>
      {used ? (
        <p className="text-sm">
          Carried by{" "}
          {[
            ...used.families.map((id) => style.families.get(id)?.name ?? id),
            ...used.roles.slice(0, 6).map((id) => style.reader.roles.get(id)?.name ?? id),
          ].join(", ")}
          {used.roles.length > 6 ? ` and ${used.roles.length - 6} more` : ""}.
        </p>
      ) : (
        <p className="text-sm text-ink-2">Nobody carries it yet.</p>
      )}
      {onChange && (
        <div className="grid grid-cols-2 gap-2">
          <Field label="Give it to a family">
            <Select
              small
              value=""
              onChange={(e) => {
                if (e.target.value !== "") onChange(withFamily(house, e.target.value, { icon: icon.name }));
              }}
            >
              <option value="">choose…</option>
              {house.words.families.map((f) => (
                <option key={f.id} value={f.id}>
                  {f.name}
                </option>
              ))}
            </Select>
          </Field>
          <Field label="Give it to a role">
            <Select
              small
              value=""
              onChange={(e) => {
                if (e.target.value !== "") onChange(withRole(house, e.target.value, { icon: icon.name }));
              }}
            >
              <option value="">choose…</option>
              {house.words.roles.map((r) => (
                <option key={r.id} value={r.id}>
                  {r.name}
                </option>
              ))}
            </Select>
          </Field>
        </div>
      )}
      {icon.own && onChange && (
        <Button
          small
          className="self-start"
          disabled={used !== undefined}
          title={used ? "Give its families and roles another icon first." : undefined}
          onClick={() => onChange({ ...house, icons: house.icons.filter((i) => i.id !== icon.name) })}
        >
          Take this icon out
        </Button>
      )}
    </section>
  );
}

/** SVG files become icons of the house: cleaned, one view box, one colour; what no icon may hold is refused by name and line. */
function OwnIcons({
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

function Export({ house, style, icons }: { house: House; style: Style; icons: readonly DrawnIcon[] }) {
  const give = (tinted: boolean): void => {
    const drawn = new Map(icons.map((i) => [i.name, i.paths]));
    const files: Record<string, string> = {};
    for (const r of house.words.roles) {
      const look = roleLook(style, r.id);
      const paths = drawn.get(look.icon ?? "");
      const name = compose(house.names[patternUse(r.kind)], style.reader, {
        role: r.id,
        of: null,
        positions: [],
        number: null,
      });
      if (paths && name !== null)
        files[`${safeFileName(style.families.get(r.family)?.name ?? "")}/${safeFileName(name)}.svg`] =
          writeSvgIcon(
            paths,
            tinted && look.colour !== null ? { tile: look.colour, ink: inkOn(look.colour) } : null,
          );
    }
    saveAs(tinted ? "house_icons_tinted.zip" : "house_icons.zip", "application/zip", zipOf(files));
  };
  return (
    <section aria-label="Icons out" className="card flex flex-col gap-2 p-3.5">
      <h2 className="font-semibold">Out</h2>
      <p className="text-sm text-ink-2">
        One SVG a role, named by the house pattern, in a folder a family.{" "}
        <Link className="text-moss underline" to="/house/names">
          Names
        </Link>
      </p>
      <div className="flex gap-2">
        <Button small onClick={() => give(true)}>
          Tinted, as ZIP
        </Button>
        <Button small onClick={() => give(false)}>
          Plain, as ZIP
        </Button>
      </div>
    </section>
  );
}
