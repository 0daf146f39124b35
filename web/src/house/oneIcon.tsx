import { withFamily, withRole } from "@mossy/core/house/edit";
import type { House } from "@mossy/core/house/house";
import type { Style } from "@mossy/core/house/style";
import { Button } from "../ui/button.tsx";
import type { DrawnIcon } from "../ui/icons.ts";
import { Field } from "../ui/pieces.tsx";
import { PickOne, named } from "../ui/chooser.tsx";
import { Drawing, Tile } from "../ui/tile.tsx";

export interface Users {
  families: string[];
  roles: string[];
}

/** Which families and roles carry an icon of themselves. */
export function usersOf(house: House): Map<string, Users> {
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

export function OneIcon({
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
            <PickOne
              small
              says="choose…"
              options={named(house.words.families)}
              onPick={(id) => onChange(withFamily(house, id, { icon: icon.name }))}
            />
          </Field>
          <Field label="Give it to a role">
            <PickOne
              small
              says="choose…"
              options={named(house.words.roles)}
              onPick={(id) => onChange(withRole(house, id, { icon: icon.name }))}
            />
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
