import type { House } from "@mossy/core/house/house";
import type { Family } from "@mossy/core/words/wordlist";
import { Claims } from "@mossy/core/words/clashes";
import { useMemo, useState } from "react";
import { Button } from "../ui/button.tsx";
import { Field, Input } from "../ui/pieces.tsx";
import { Clashes } from "./clashes.tsx";
import { addRole, shortFormsFor } from "@mossy/core/house/edit";

/** A new role in a family: name, short forms, what it is heard under. */
export function NewRoleForm({ house, family, onAdd, onDone }: { house: House; family: Family; onAdd: (next: House, id: string) => void; onDone: () => void }) {
  const [name, setName] = useState("");
  const [short, setShort] = useState<Partial<Record<"full" | "eight" | "four", string>>>({});
  const [heard, setHeard] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const forms = useMemo(() => ({ ...shortFormsFor(name), ...short }), [name, short]);
  const claims = useMemo(() => new Claims(house.words), [house]);
  const clashes = useMemo(() => {
    const made = name.trim() === "" ? null : addRole(house, { name, family: family.id, short: forms, heard });
    const role = made && "house" in made ? made.house.words.roles.find((r) => r.id === made.id) : undefined;
    return role ? claims.of(role) : [];
  }, [claims, house, name, family, forms, heard]);
  const add = (): void => {
    const made = addRole(house, { name, family: family.id, short: forms, heard });
    if ("problem" in made) setProblem(made.problem);
    else onAdd(made.house, made.id);
  };
  return (
    <form aria-label="Add a role" className="card flex flex-col gap-3 p-3.5" onSubmit={(e) => { e.preventDefault(); add(); }} onKeyDown={(e) => { if (e.key === "Escape") onDone(); }}>
      <h2 className="font-semibold">Add a role to {family.name}</h2>
      <Field label="Name" problem={problem}><Input autoFocus required maxLength={60} value={name} onChange={(e) => { setName(e.target.value); setProblem(null); }} /></Field>
      <div className="grid grid-cols-[1.5fr_1fr_0.8fr] gap-2">
        <Field label="In names"><Input required maxLength={24} className="w-full font-mono text-sm" value={forms.full} onChange={(e) => { setShort({ ...short, full: e.target.value }); }} /></Field>
        <Field label="8 letters"><Input required maxLength={8} className="w-full font-mono text-sm" value={forms.eight} onChange={(e) => { setShort({ ...short, eight: e.target.value }); }} /></Field>
        <Field label="4 letters"><Input required maxLength={4} className="w-full font-mono text-sm" value={forms.four} onChange={(e) => { setShort({ ...short, four: e.target.value }); }} /></Field>
      </div>
      <Field label="Also heard as, parted by commas" hint="Everything people may type for it."><Input maxLength={400} placeholder="harbour bell, sea bell" value={heard} onChange={(e) => { setHeard(e.target.value); }} /></Field>
      <Clashes clashes={clashes} />
      <div className="flex gap-2"><Button look="main" type="submit">Add it</Button><Button onClick={onDone}>Cancel</Button></div>
    </form>
  );
}
