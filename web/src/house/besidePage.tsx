import { addPosition, movePosition, removePosition, withPosition } from "@mossy/core/house/editBeside";
import { liesInWords } from "@mossy/core/house/differences";
import { heardFromText } from "@mossy/core/house/edit";
import type { House } from "@mossy/core/house/house";
import { POSITION_GROUPS, lies, panSide, position as positionSchema } from "@mossy/core/words/wordlist";
import type { Position, PositionGroup } from "@mossy/core/words/wordlist";
import { claimsOnPosition, sharedShortForms } from "@mossy/core/words/clashes";
import { ArrowDown, ArrowUp, Plus } from "lucide-react";
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { Button } from "../ui/button.tsx";
import { Choice, Field, Input, Select } from "../ui/pieces.tsx";
import { TextField } from "../ui/textField.tsx";
import { WhatChanges, useSample } from "./sample.tsx";
import { useHouseWork } from "./work.ts";

const GROUPS: Readonly<Record<PositionGroup, readonly [name: string, says: string]>> = {
  maker: ["Sample makers", "Codes for whose library plays, first in a name."],
  part: ["Parts", "What it plays or which version of it this is."],
  articulation: ["Articulations", "How it is played: long, short, muted, trilled."],
  height: ["Heights", "Top and bottom, high and low."],
  depth: ["Depths", "In, out, front, back."],
  distance: ["Distances", "How far the microphone stands."],
  side: ["Sides", "Named by what they hang over, so that nobody asks whose left is meant."],
  source: ["Pick-ups", "What it is picked up with."],
  flag: ["Flags", "What whoever plays or edits the track should know."],
};
const TOUCHES = ["name", "start", "reading"] as const;

/** Words that stand beside a role in a name, each kind a list of its own; sides turn into pan directions here. */
export default function BesidePage() {
  const { house, change } = useHouseWork();
  const [params, setParams] = useSearchParams();
  const group = POSITION_GROUPS.find((g) => g === params.get("group")) ?? "side";
  const chosen = house.words.positions.find((p) => p.id === params.get("line"));
  const list = house.words.positions.filter((p) => p.group === group);
  const { session, pick } = useSample();
  const shared = useMemo(() => sharedShortForms(house.words), [house.words]);
  const clashes = house.words.positions.filter((p) => shared.has(p.id));
  return (
    <div className="three h-full min-h-0 [--beside:290px]">
      <nav aria-label="Lists" className="card flex min-h-0 flex-col p-2">
        <h2 className="px-2 pt-1 pb-1.5 text-xs font-semibold text-ink-2">Lists</h2>
        <ul className="min-h-0 flex-1 overflow-y-auto">
          {POSITION_GROUPS.map((g) => (
            <li key={g}>
              <button
                type="button"
                aria-current={g === group ? "true" : undefined}
                onClick={() => setParams({ group: g })}
                className={`flex w-full items-center rounded-sm px-2 py-1.5 text-left ${g === group ? "bg-moss-soft" : "hover:bg-bg"}`}
              >
                <span className="font-semibold">{GROUPS[g][0]}</span>
                <span className="ml-auto text-xs text-ink-2">
                  {house.words.positions.filter((p) => p.group === g).length}
                </span>
              </button>
            </li>
          ))}
        </ul>
      </nav>
      <section aria-label={GROUPS[group][0]} className="card flex min-h-0 flex-col">
        <div className="flex items-center gap-3 border-b border-line px-3.5 py-2">
          <h2 className="min-w-0 font-semibold">
            {GROUPS[group][0]} <span className="font-normal text-ink-2">{GROUPS[group][1]}</span>
          </h2>
          {group === "side" && (
            <span className="ml-auto flex shrink-0 items-center gap-2 text-sm">
              Seen by the{" "}
              <Choice
                label="From where the house looks"
                value={house.view}
                choices={[
                  ["player", "player"],
                  ["audience", "audience"],
                ]}
                onChoose={change ? (view) => change({ ...house, view }) : null}
              />
            </span>
          )}
        </div>
        {clashes.length > 0 && (
          <p role="alert" className="border-b border-line bg-lantern-soft px-3.5 py-2 text-sm text-lantern">
            {clashes.map((p) => `“${p.name}”`).join(", ")} share short forms: names made with them cannot be
            told apart. Give each its own.
          </p>
        )}
        <div className="min-h-0 flex-1 overflow-y-auto">
          <table className="w-full table-fixed">
            <thead className="sticky top-0 bg-surface text-left text-xs text-ink-2">
              <tr>
                <th scope="col" className="w-[23%] border-b border-line px-3.5 py-1.5 font-semibold">
                  Name
                </th>
                <th scope="col" className="w-[14%] border-b border-line font-semibold">
                  In names
                </th>
                <th scope="col" className="border-b border-line font-semibold">
                  Also heard as
                </th>
                {group === "side" && (
                  <th scope="col" className="w-[34%] border-b border-line font-semibold">
                    Lies, so it starts
                  </th>
                )}
              </tr>
            </thead>
            <tbody>
              {list.map((p) => (
                <tr
                  key={p.id}
                  aria-selected={p.id === chosen?.id}
                  onClick={() => setParams({ group, line: p.id })}
                  className={`border-b border-line ${p.id === chosen?.id ? "bg-moss-soft" : "hover:bg-bg"}`}
                >
                  <td className="truncate px-3.5 py-[7px]">
                    <button
                      type="button"
                      className="font-semibold"
                      onClick={(e) => {
                        e.stopPropagation();
                        setParams({ group, line: p.id });
                      }}
                    >
                      {p.name}
                    </button>
                  </td>
                  <td className="font-mono text-sm">
                    {p.short}
                    {shared.has(p.id) && (
                      <span
                        className="ml-2 rounded-full bg-lantern-soft px-2 py-0.5 font-sans text-xs font-semibold text-lantern"
                        title="Another one is written the same: names made with either look the same."
                      >
                        clash
                      </span>
                    )}
                  </td>
                  <td
                    className="truncate pr-3 text-sm text-ink-2"
                    title={p.heard.map((h) => h.text).join(", ")}
                  >
                    {p.heard.map((h) => h.text).join(", ")}
                  </td>
                  {group === "side" && (
                    <td className="truncate pr-3 text-sm">
                      {p.lies === "left" || p.lies === "right" ? (
                        liesInWords(p.lies)
                      ) : p.lies === null ? (
                        <span className="text-ink-2">on no side</span>
                      ) : (
                        <>
                          {liesInWords(p.lies)} <span aria-hidden>→</span>{" "}
                          <span className="font-semibold">
                            {panSide(p, house.view) < 0 ? "left" : "right"}
                          </span>
                        </>
                      )}
                    </td>
                  )}
                </tr>
              ))}
            </tbody>
          </table>
          {list.length === 0 && (
            <p className="p-6 text-center text-ink-2">None yet. Add the first below.</p>
          )}
        </div>
        {change && (
          <AddOne
            key={group}
            house={house}
            group={group}
            onAdd={(next, id) => {
              change(next);
              setParams({ group, line: id });
            }}
          />
        )}
      </section>
      <aside aria-label="Selected" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
        {chosen && chosen.group === group ? (
          <OnePanel
            key={chosen.id}
            house={house}
            one={chosen}
            onChange={change}
            onGone={() => setParams({ group })}
          />
        ) : (
          <p className="card p-3.5 text-sm text-ink-2">Choose a line to see and change all of it.</p>
        )}
        <WhatChanges session={session} pick={pick} of={TOUCHES} />
      </aside>
    </div>
  );
}

function AddOne({
  house,
  group,
  onAdd,
}: {
  house: House;
  group: PositionGroup;
  onAdd: (next: House, id: string) => void;
}) {
  const [name, setName] = useState("");
  const [short, setShort] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <form
      aria-label="Add to the list"
      className="flex items-end gap-2 border-t border-line px-3.5 py-2.5"
      onSubmit={(e) => {
        e.preventDefault();
        const made = addPosition(house, group, name, short);
        if ("problem" in made) {
          setProblem(made.problem);
          return;
        }
        setName("");
        setShort("");
        setProblem(null);
        onAdd(made.house, made.id);
      }}
    >
      <Field label="One more" problem={problem}>
        <Input
          small
          required
          maxLength={60}
          value={name}
          onChange={(e) => {
            setName(e.target.value);
            setProblem(null);
          }}
        />
      </Field>
      <Field label="In names">
        <Input
          small
          maxLength={12}
          className="w-24 font-mono"
          value={short}
          onChange={(e) => setShort(e.target.value)}
        />
      </Field>
      <Button small type="submit" disabled={name.trim() === ""}>
        <Plus size={14} aria-hidden /> Add
      </Button>
    </form>
  );
}

function OnePanel({
  house,
  one,
  onChange,
  onGone,
}: {
  house: House;
  one: Position;
  onChange: ((next: House) => void) | null;
  onGone: () => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const others = useMemo(() => claimsOnPosition(house.words, one).slice(0, 6), [house, one]);
  const set = (fields: Partial<Omit<Position, "id">>): void => {
    const read = positionSchema.safeParse({ ...one, ...fields });
    const made = read.success
      ? withPosition(house, one.id, fields)
      : { problem: `That does not work: ${read.error.issues[0]?.message ?? ""}.` };
    setProblem("problem" in made ? made.problem : null);
    if ("house" in made) onChange?.(made.house);
  };
  return (
    <section aria-label={one.name} className="card flex flex-col gap-3 p-3.5">
      <h2 className="font-title text-lg font-semibold">{one.name}</h2>
      {problem !== null && (
        <p role="alert" className="rounded-md bg-brick-soft px-2.5 py-1.5 text-sm text-brick">
          {problem}
        </p>
      )}
      <div className="grid grid-cols-[1.6fr_1fr] gap-2">
        <TextField label="Name" value={one.name} readOnly={!onChange} onSet={(name) => set({ name })} />
        <TextField
          mono
          label="In names"
          value={one.short}
          readOnly={!onChange}
          onSet={(short) => set({ short })}
        />
      </div>
      <TextField
        long
        label="Also heard as, parted by commas"
        value={one.heard.map((h) => h.text).join(", ")}
        readOnly={!onChange}
        onSet={(v) => set({ heard: heardFromText(v, one.heard) })}
      />
      {others.length > 0 && (
        <ul aria-label="Clashes" className="rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm text-lantern">
          {others.map((o) => (
            <li key={o}>{o}</li>
          ))}
        </ul>
      )}
      <TextField
        label="What it means"
        value={one.says}
        readOnly={!onChange}
        onSet={(says) => set({ says })}
      />
      {one.group === "side" && (
        <Field
          label="It lies"
          hint={
            one.lies === null
              ? "On no side: it starts where everything starts."
              : `Seen by the ${house.view}, that is ${panSide(one, house.view) < 0 ? "left" : "right"}.`
          }
        >
          <Select
            small
            disabled={!onChange}
            value={one.lies ?? ""}
            onChange={(e) => set({ lies: e.target.value === "" ? null : lies.parse(e.target.value) })}
          >
            <option value="">on no side</option>
            {lies.options.map((l) => (
              <option key={l} value={l}>
                {liesInWords(l)}
              </option>
            ))}
          </Select>
        </Field>
      )}
      {onChange && (
        <div className="flex gap-2 border-t border-line pt-3">
          <Button small aria-label="Move up" onClick={() => onChange(movePosition(house, one.id, -1))}>
            <ArrowUp size={14} aria-hidden />
          </Button>
          <Button small aria-label="Move down" onClick={() => onChange(movePosition(house, one.id, 1))}>
            <ArrowDown size={14} aria-hidden />
          </Button>
          <Button
            small
            className="ml-auto"
            onClick={() => {
              onChange(removePosition(house, one.id));
              onGone();
            }}
          >
            Take out
          </Button>
        </div>
      )}
    </section>
  );
}
