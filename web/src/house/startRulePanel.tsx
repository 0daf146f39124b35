import type { House, StartRule } from "@mossy/core/house/house";
import { TRACK_KINDS, trackKind } from "@mossy/core/session/document";
import { ChipPick } from "../ui/chipPick.tsx";
import { StartValuesEditor } from "./startValues.tsx";
import { LineActs } from "../ui/listPage.tsx";
import { TextField } from "../ui/textField.tsx";

/** One line of the starting values: when it fits, and what it gives. */
export function StartRulePanel({
  house,
  rule,
  onChange,
  onMove,
  onGone,
}: {
  house: House;
  rule: StartRule;
  onChange: ((next: StartRule) => void) | null;
  onMove: ((by: -1 | 1) => void) | null;
  onGone: (() => void) | null;
}) {
  const { when } = rule;
  const set = (fields: Partial<StartRule["when"]>): void => {
    onChange?.({ ...rule, when: { ...when, ...fields } });
  };
  return (
    <section aria-label="Line" className="card flex flex-col gap-3 p-3.5">
      <TextField
        long
        rows={2}
        label="In words"
        value={rule.says}
        readOnly={!onChange}
        onSet={(says) => {
          if (says !== "") onChange?.({ ...rule, says: says.slice(0, 200) });
        }}
      />
      <h3 className="border-t border-line pt-2 text-sm font-semibold">When it is</h3>
      <ChipPick
        label="Roles"
        empty="any"
        chosen={when.roles}
        choices={house.words.roles.map((r) => [r.id, r.name])}
        onChange={onChange ? (roles) => set({ roles }) : null}
      />
      <ChipPick
        label="Families"
        empty="any"
        chosen={when.families}
        choices={house.words.families.map((f) => [f.id, f.name])}
        onChange={onChange ? (families) => set({ families }) : null}
      />
      <ChipPick
        label="Positions"
        empty="any"
        chosen={when.positions}
        choices={house.words.positions.map((p) => [p.id, p.name])}
        onChange={onChange ? (positions) => set({ positions }) : null}
      />
      <ChipPick
        label="Kinds"
        empty="any"
        chosen={when.kinds}
        choices={TRACK_KINDS.map((k) => [k, k])}
        onChange={onChange ? (kinds) => set({ kinds: kinds.map((k) => trackKind.parse(k)) }) : null}
      />
      <h3 className="border-t border-line pt-2 text-sm font-semibold">Then it starts with</h3>
      <StartValuesEditor
        values={rule.then}
        roles={house.words.roles}
        onChange={onChange ? (then) => onChange({ ...rule, then }) : null}
      />
      {onMove && onGone && (
        <LineActs earlier="Ask earlier" later="Ask later" onMove={onMove} onTakeOut={onGone} />
      )}
    </section>
  );
}
