import type { House } from "@mossy/core/house/house";
import { houseProblems } from "@mossy/core/house/house";
import type { Style } from "@mossy/core/house/style";
import { CHANNEL_FORMATS } from "@mossy/core/session/document";
import type { Role, Family } from "@mossy/core/words/wordlist";
import { role as roleSchema } from "@mossy/core/words/wordlist";
import { Claims } from "@mossy/core/words/clashes";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { Tile } from "../ui/tile.tsx";
import { ColourPick } from "./colourPick.tsx";
import { Clashes } from "./houseClashes.tsx";
import { Distances } from "./distances.tsx";
import { heardFromText, withRole } from "@mossy/core/house/edit";
import type { ChannelFormat, Importance, Source } from "@mossy/core/session/document";
import { usesAddress } from "../words/usesAddress.ts";
import { AlertLine } from "../ui/listPage.tsx";
import { Chooser } from "../ui/chooser.tsx";
import { RoleWays } from "./roleWays.tsx";
import { IconPick } from "../ui/iconPick.tsx";
import { roleLook } from "./roleLook.ts";
import { ChipPick } from "../ui/chipPick.tsx";
import { TextField } from "../ui/textField.tsx";

const SOURCE_NAMES = [
  ["mic", "microphone"],
  ["di", "DI"],
  ["line", "line"],
  ["wireless", "wireless"],
  ["instrument", "instrument"],
] as const;
const IMPORTANCE_WORDS = [
  ["must", "must have one"],
  ["should", "should have one"],
  ["may", "may have one"],
] as const;
const SHORT_FORMS = [
  ["full", "In names"],
  ["eight", "8 letters"],
  ["four", "4 letters"],
] as const;

/** An instrument sounds by itself; anything else is recorded from a source. */
function usualSource(role: Role, chosen: Source | "instrument" | null): Partial<Role> {
  if (chosen === "instrument") return { kind: "instrument", source: null };
  return { ...(role.kind === "instrument" ? { kind: "audio" as const } : {}), source: chosen };
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
  const set = (fields: Partial<Omit<Role, "id">>): void => {
    if (!onChange) return;
    const made = roleSchema.safeParse({ ...role, ...fields });
    const next = withRole(house, role.id, fields);
    const off = made.success ? houseProblems(next)[0]?.message : made.error.issues[0]?.message;
    setProblem(off === undefined ? null : `That does not work: ${off}.`);
    if (off === undefined) onChange(next);
  };
  return (
    <section aria-label={`Role ${role.name}`} className="card flex flex-col gap-3.5 p-3.5">
      <RoleHead style={style} role={role} family={family} />
      <AlertLine>{problem}</AlertLine>
      <TextField label="Name" value={role.name} readOnly={!onChange} onSet={(name) => set({ name })} />
      <div className="grid grid-cols-[1.5fr_1fr_0.8fr] gap-2">
        {SHORT_FORMS.map(([key, label]) => (
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
        <Chooser<Source | "instrument">
          label="Usual source"
          none="none"
          value={role.kind === "instrument" ? "instrument" : role.source}
          options={SOURCE_NAMES}
          onChoose={onChange && ((chosen) => set(usualSource(role, chosen)))}
        />
        <Chooser<ChannelFormat>
          label="Usual format"
          none="as the main path"
          value={role.format}
          options={CHANNEL_FORMATS.map((f) => [f, f])}
          onChoose={onChange && ((format) => set({ format }))}
        />
      </div>
      {role.kind === "audio" && role.source !== null && (
        <Chooser<Importance>
          label="Where a room has too few inputs"
          value={role.importance}
          options={IMPORTANCE_WORDS}
          onChoose={onChange && ((importance) => set({ importance: importance ?? "should" }))}
        />
      )}
      <ChipPick
        label="Positions that make sense"
        empty="any"
        chosen={role.positions}
        choices={house.words.positions.map((p) => [p.id, p.name])}
        onChange={onChange && ((positions) => set({ positions }))}
      />
      <Distances house={house} colour={role.colour ?? family?.colour ?? ""} />
      <ColourPick
        label="Colour"
        palette={house.palette}
        value={role.colour}
        family={family?.colour ?? null}
        onChoose={onChange && ((colour) => set({ colour }))}
      />
      <IconPick
        value={role.icon}
        family={family?.icon ?? null}
        colour={null}
        onChoose={onChange && ((icon) => set({ icon }))}
      />
      {onChange && (
        <RoleWays house={house} style={style} role={role} onChange={onChange} onProblem={setProblem} />
      )}
    </section>
  );
}

function RoleHead({ style, role, family }: { style: Style; role: Role; family: Family | undefined }) {
  const kind = role.kind;
  const format = role.format ?? "as the main path";
  return (
    <div className="flex items-center gap-3">
      <Tile {...roleLook(style, role.id)} size={48} />
      <div className="min-w-0">
        <h2 className="truncate font-title text-lg font-semibold">{role.name}</h2>
        <p className="text-sm text-ink-2">
          in{" "}
          <Link className="hover:underline" to={`/house/${role.family}`}>
            {family?.name}
          </Link>{" "}
          · {[kind, format, role.source ?? ""].filter(Boolean).join(", ")}
        </p>
        <Link
          className="inline-block text-sm leading-6 text-moss underline underline-offset-2"
          to={usesAddress("role", role.id)}
        >
          its tracks
        </Link>
      </div>
    </div>
  );
}
