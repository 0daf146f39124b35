import { clsx } from "clsx";
import { inkOn } from "@mossy/core/colour/contrast";
import { writeSvgIcon } from "@mossy/core/formats/svgIcon";
import { zipOf } from "@mossy/core/formats/zipOut";
import type { House } from "@mossy/core/house/house";
import { compose } from "@mossy/core/names/compose";
import { safeFileName } from "@mossy/core/names/disk";
import { patternUse } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../ui/button.tsx";
import { useAllIcons } from "../ui/icons.ts";
import type { DrawnIcon } from "../ui/icons.ts";
import { Input, Pill } from "../ui/pieces.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { Tile } from "../ui/tile.tsx";
import { roleLook } from "./roleLook.ts";
import { WhatChanges, useSample } from "./sample.tsx";
import { useHouseWork } from "./work.ts";
import { OneIcon, usersOf } from "./oneIcon.tsx";
import { OwnIcons } from "./ownIcons.tsx";

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
          className={clsx(
            "grid min-h-0 flex-1 auto-rows-min grid-cols-[repeat(auto-fill,minmax(92px,1fr))] gap-1",
            "overflow-y-auto p-2.5",
          )}
          aria-label="All icons"
        >
          {shown.map((i) => (
            <li key={i.name}>
              <button
                type="button"
                aria-pressed={i.name === chosen?.name}
                title={`${i.name}: ${i.tags}`}
                onClick={() => setName(i.name)}
                className={clsx(
                  "flex w-full flex-col items-center gap-1 rounded-md px-1 py-2",
                  i.name === chosen?.name ? "bg-moss-soft" : "hover:bg-bg",
                )}
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
        files[
          `${safeFileName(style.families.get(r.family)?.name ?? "", r.family)}/${safeFileName(name, r.id)}.svg`
        ] = writeSvgIcon(
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
