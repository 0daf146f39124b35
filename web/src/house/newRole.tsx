import { addRole, shortFormsFor } from "@mossy/core/house/edit";
import type { House } from "@mossy/core/house/house";
import { Claims } from "@mossy/core/words/clashes";
import { useMemo, useState } from "react";
import { Button } from "../ui/button.tsx";
import { Field, Input } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Options, named } from "../ui/chooser.tsx";
import { Clashes } from "./houseClashes.tsx";
import { ColourPick } from "./colourPick.tsx";
import { IconPick } from "../ui/iconPick.tsx";

interface FormProps {
  readonly house: House;
  /** The family it goes in, or is offered first. */
  readonly family: string;
  /**
   * Made from a name nobody could read: that stands there already, and family and look are chosen here too.
   */
  readonly from?: string;
  readonly onAdd: (next: House, id: string) => void;
  readonly onDone: () => void;
}

/**
 * A new role: name, short forms, what it is heard under; made from an unread name also its family and look.
 */
export function NewRoleForm({ house, family: first, from, onAdd, onDone }: FormProps) {
  const [name, setName] = useState(from ?? "");
  const [family, setFamily] = useState(first);
  const [short, setShort] = useState<Partial<Record<"full" | "eight" | "four", string>>>({});
  const [heard, setHeard] = useState(from ?? "");
  const [look, setLook] = useState<{ colour: string | null; icon: string | null }>({
    colour: null,
    icon: null,
  });
  const [problem, setProblem] = useState<string | null>(null);
  const forms = useMemo(() => ({ ...shortFormsFor(name), ...short }), [name, short]);
  const claims = useMemo(() => new Claims(house.words), [house]);
  const made = useMemo(
    () => addRole(house, { name, family, short: forms, heard, ...look }),
    [house, name, family, forms, heard, look],
  );
  const clashes = useMemo(() => {
    const role = "house" in made ? made.house.words.roles.find((r) => r.id === made.id) : undefined;
    return role && name.trim() !== "" ? claims.of(role) : [];
  }, [claims, made, name]);
  const its = house.words.families.find((f) => f.id === family);
  const add = (): void => {
    if ("problem" in made) setProblem(made.problem);
    else onAdd(made.house, made.id);
  };
  const form = (key: "full" | "eight" | "four", label: string, most: number) => (
    <Field label={label}>
      <Input
        required
        maxLength={most}
        className="w-full font-mono text-sm"
        value={forms[key]}
        onChange={(e) => setShort({ ...short, [key]: e.target.value })}
      />
    </Field>
  );
  return (
    <form
      aria-label="Add a role"
      className="card flex flex-col gap-3 p-3.5"
      onSubmit={(e) => {
        e.preventDefault();
        add();
      }}
      onKeyDown={(e) => {
        if (e.key === "Escape") onDone();
      }}
    >
      <h2 className="font-semibold">
        {from === undefined ? `Add a role to ${its?.name ?? ""}` : `A new role from “${from}”`}
      </h2>
      <Field label="Name" problem={problem}>
        <Input
          autoFocus
          required
          maxLength={60}
          value={name}
          onChange={(e) => {
            setName(e.target.value);
            setProblem(null);
          }}
        />
      </Field>
      {from !== undefined && (
        <Field label="Family">
          <Select value={family} onChange={(e) => setFamily(e.target.value)}>
            <Options of={named(house.words.families)} />
          </Select>
        </Field>
      )}
      <div className="grid grid-cols-[1.5fr_1fr_0.8fr] gap-2">
        {form("full", "In names", 24)}
        {form("eight", "8 letters", 8)}
        {form("four", "4 letters", 4)}
      </div>
      <Field label="Also heard as, parted by commas" hint="Everything people may type for it.">
        <Input
          maxLength={400}
          placeholder="harbour bell, sea bell"
          value={heard}
          onChange={(e) => setHeard(e.target.value)}
        />
      </Field>
      {from !== undefined && (
        <>
          <ColourPick
            label="Colour"
            palette={house.palette}
            value={look.colour}
            family={its?.colour ?? null}
            onChoose={(colour) => setLook({ ...look, colour })}
          />
          <IconPick
            value={look.icon}
            family={its?.icon ?? null}
            colour={null}
            onChoose={(icon) => setLook({ ...look, icon })}
          />
        </>
      )}
      <Clashes clashes={clashes} />
      <div className="flex gap-2">
        <Button look="main" type="submit">
          Add it
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  );
}
