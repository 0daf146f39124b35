import type { House } from "@mossy/core/house/house";
import { houseProblems } from "@mossy/core/house/house";
import type { Style } from "@mossy/core/house/style";
import { CHANNEL_FORMATS, SOURCES, channelFormat, source } from "@mossy/core/session/document";
import type { Role } from "@mossy/core/words/wordlist";
import { role as roleSchema } from "@mossy/core/words/wordlist";
import { Claims } from "@mossy/core/words/clashes";
import { useMemo, useState } from "react";
import { Link, useNavigate } from "react-router";
import { RolePicker } from "../words/rolePicker.tsx";
import { Button } from "../ui/button.tsx";
import { Field, Select } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import { ColourPick } from "./colourPick.tsx";
import { Clashes } from "./clashes.tsx";
import { Distances } from "./distances.tsx";
import { heardFromText, mergeRoles, moveRole, removeRole, withRole } from "@mossy/core/house/edit";
import { IconPick } from "./iconPick.tsx";
import { roleLook } from "./roleLook.ts";
import { ChipPick } from "../ui/chipPick.tsx";
import { TextField } from "../ui/textField.tsx";

const SOURCE_NAMES = { mic: "microphone", di: "DI", line: "line", wireless: "wireless" } as const;

/** An instrument sounds by itself; anything else is recorded from a source. */
function usualSource(role: Role, chosen: string): Partial<Role> {
  if (chosen === "instrument") return { kind: "instrument", source: null };
  return {
    ...(role.kind === "instrument" ? { kind: "audio" as const } : {}),
    source: chosen === "" ? null : source.parse(chosen),
  };
}

/** A role: what it is called, its short forms, what it is heard under, its colour and icon. */
export function RolePanel({
  house,
  style,
  role,
  onChange,
}: {
  house: House;
  style: Style;
  role: Role;
  onChange: ((next: House) => void) | null;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const family = style.families.get(role.family);
  const claims = useMemo(() => new Claims(house.words), [house]);
  const [asking, setAsking] = useState<"merge" | "out" | null>(null);
  const navigate = useNavigate();
  const takeOut = (): void => {
    const made = removeRole(house, role.id);
    if ("problem" in made) {
      setProblem(made.problem);
      setAsking(null);
      return;
    }
    onChange?.(made.house);
    void navigate(`/house/${role.family}`);
  };
  const set = (fields: Partial<Omit<Role, "id">>): void => {
    if (!onChange) return;
    const made = roleSchema.safeParse({ ...role, ...fields });
    const next = withRole(house, role.id, fields);
    const off = made.success ? houseProblems(next)[0]?.message : made.error.issues[0]?.message;
    setProblem(off === undefined ? null : `That does not work: ${off}.`);
    if (off === undefined) onChange(next);
  };
  const words = {
    kind: role.kind,
    sort: role.sort === "source" ? "" : role.sort,
    format: role.format ?? "as the main path",
    source: role.source ?? "",
  };
  return (
    <section aria-label={`Role ${role.name}`} className="card flex flex-col gap-3.5 p-3.5">
      <div className="flex items-center gap-3">
        <Tile {...roleLook(style, role.id)} size={48} />
        <div className="min-w-0">
          <h2 className="truncate font-title text-lg font-semibold">{role.name}</h2>
          <p className="text-sm text-ink-2">
            in{" "}
            <Link className="hover:underline" to={`/house/${role.family}`}>
              {family?.name}
            </Link>{" "}
            · {[words.kind, words.format, words.source].filter(Boolean).join(", ")}
          </p>
        </div>
      </div>
      {problem !== null && (
        <p role="alert" className="rounded-md bg-brick-soft px-2.5 py-1.5 text-sm text-brick">
          {problem}
        </p>
      )}
      <TextField label="Name" value={role.name} readOnly={!onChange} onSet={(name) => set({ name })} />
      <div className="grid grid-cols-[1.5fr_1fr_0.8fr] gap-2">
        {(
          [
            ["full", "In names"],
            ["eight", "8 letters"],
            ["four", "4 letters"],
          ] as const
        ).map(([key, label]) => (
          <TextField
            key={key}
            mono
            label={label}
            value={role.short[key]}
            readOnly={!onChange}
            onSet={(v) => set({ short: { ...role.short, [key]: v } })}
          />
        ))}
      </div>
      <Clashes clashes={claims.of(role)} />
      <TextField
        long
        label="Also heard as, parted by commas"
        value={role.heard.map((h) => h.text).join(", ")}
        readOnly={!onChange}
        onSet={(v) => set({ heard: heardFromText(v, role.heard) })}
      />
      <div className="grid grid-cols-2 gap-2">
        <Field label="Usual source">
          <Select
            small
            disabled={!onChange}
            value={role.kind === "instrument" ? "instrument" : (role.source ?? "")}
            onChange={(e) => set(usualSource(role, e.target.value))}
          >
            <option value="">none</option>
            {SOURCES.map((s) => (
              <option key={s} value={s}>
                {SOURCE_NAMES[s]}
              </option>
            ))}
            <option value="instrument">instrument</option>
          </Select>
        </Field>
        <Field label="Usual format">
          <Select
            small
            disabled={!onChange}
            value={role.format ?? ""}
            onChange={(e) =>
              set({ format: e.target.value === "" ? null : channelFormat.parse(e.target.value) })
            }
          >
            <option value="">as the main path</option>
            {CHANNEL_FORMATS.map((f) => (
              <option key={f} value={f}>
                {f}
              </option>
            ))}
          </Select>
        </Field>
      </div>
      <ChipPick
        label="Positions that make sense"
        empty="any"
        chosen={role.positions}
        choices={house.words.positions.map((p) => [p.id, p.name])}
        onChange={onChange ? (positions) => set({ positions }) : null}
      />
      <Distances house={house} colour={role.colour ?? family?.colour ?? ""} />
      <ColourPick
        label="Colour"
        palette={house.palette}
        value={role.colour}
        family={family?.colour ?? null}
        onChoose={onChange ? (colour) => set({ colour }) : null}
      />
      <IconPick
        value={role.icon}
        family={family?.icon ?? null}
        colour={null}
        onChoose={onChange ? (icon) => set({ icon }) : null}
      />
      {onChange && (
        <div className="flex flex-col gap-2 border-t border-line pt-3">
          <Field label="Family">
            <Select
              small
              value={role.family}
              onChange={(e) => {
                onChange(moveRole(house, role.id, e.target.value));
                void navigate(`/house/${e.target.value}/${role.id}`);
              }}
            >
              {house.words.families.map((f) => (
                <option key={f.id} value={f.id}>
                  {f.name}
                </option>
              ))}
            </Select>
          </Field>
          {asking === "merge" ? (
            <RolePicker
              style={style}
              label="The role that takes its words over"
              onChoose={(into) => {
                const merged = mergeRoles(house, role.id, into);
                const [off] = houseProblems(merged);
                if (off) {
                  setProblem(`That does not work: ${off.message}.`);
                  setAsking(null);
                  return;
                }
                onChange(merged);
                void navigate(
                  `/house/${house.words.roles.find((x) => x.id === into)?.family ?? role.family}/${into}`,
                );
              }}
            />
          ) : asking === "out" ? (
            <div className="flex items-center gap-2 text-sm">
              <span className="flex-1">Take “{role.name}” out?</span>
              <Button small look="main" onClick={takeOut}>
                Take out
              </Button>
              <Button small onClick={() => setAsking(null)}>
                No
              </Button>
            </div>
          ) : (
            <div className="flex gap-2">
              <Button small onClick={() => setAsking("merge")}>
                Merge into…
              </Button>
              <Button small onClick={() => setAsking("out")}>
                Take out…
              </Button>
            </div>
          )}
        </div>
      )}
    </section>
  );
}
