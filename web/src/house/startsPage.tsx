import { idOf } from "@mossy/core/words/usual/index";
import type { ChecklistItem, House, StartRule } from "@mossy/core/house/house";
import { planHouse } from "@mossy/core/house/plan";
import { startFits, startGives, startInWords } from "@mossy/core/house/starts";
import { familyFor } from "@mossy/core/house/style";
import { CHANNEL_FORMATS, TRACK_KINDS, trackKind } from "@mossy/core/session/document";
import { ArrowDown, ArrowUp, Plus } from "lucide-react";
import { useMemo } from "react";
import { useSearchParams } from "react-router";
import { Button } from "../ui/button.tsx";
import { Choice, Field, Select } from "../ui/pieces.tsx";
import { ChipPick } from "../ui/chipPick.tsx";
import { SettingsForm } from "../session/settingsForm.tsx";
import { StartValuesEditor } from "./startValues.tsx";
import { TextField } from "../ui/textField.tsx";
import { WhatChanges, useSample } from "./sample.tsx";
import { useHouseWork } from "./work.ts";

const TOUCHES = ["start"] as const;
const VIEWS = [
  ["tracks", "Tracks"],
  ["session", "Sessions"],
  ["checklist", "Checklist"],
] as const;

/** What new tracks and sessions begin with, and what every room should have set. */
export default function StartsPage() {
  const { house, style, change } = useHouseWork();
  const [params, setParams] = useSearchParams();
  const shown = VIEWS.find(([v]) => v === params.get("show"))?.[0] ?? "tracks";
  const chosen =
    house.starts.find((s) => s.id === params.get("line")) ??
    (shown === "tracks" ? house.starts[0] : undefined);
  const { session, pick } = useSample();
  const counts = useMemo(() => {
    const many = new Map<string, number>();
    if (!session) return many;
    const { wanted } = planHouse(style, session);
    for (const t of session.tracks) {
      const what = wanted.get(t.id)?.what;
      if (what?.sure)
        for (const s of house.starts)
          if (startFits(s, what, familyFor(style, what), t.kind) && startGives(s, what, t.kind).length > 0)
            many.set(s.id, (many.get(s.id) ?? 0) + 1);
    }
    return many;
  }, [house.starts, session, style]);
  const put = (starts: StartRule[]): void => {
    change?.({ ...house, starts });
  };
  const add = (): void => {
    let id = "start";
    for (let n = 2; house.starts.some((s) => s.id === id); n++) id = `start-${n}`;
    put([
      ...house.starts,
      {
        id,
        says: "new starting value",
        when: { roles: [], families: [], positions: [], kinds: [] },
        then: {},
      },
    ]);
    setParams({ line: id });
  };
  return (
    <div
      className={`grid h-full min-h-0 gap-4 ${shown === "tracks" ? "beside [--beside:310px]" : "grid-cols-1"}`}
    >
      <section aria-label="Starting values" className="card flex min-h-0 flex-col">
        <div className="flex items-center gap-3 border-b border-line px-3.5 py-2">
          <Choice
            label="What begins"
            value={shown}
            choices={VIEWS}
            onChoose={(v) => setParams(v === "tracks" ? {} : { show: v })}
          />
          <span className="text-sm text-ink-2">
            {shown === "tracks"
              ? "Asked from the top: the first line that fits and names a value decides it."
              : shown === "session"
                ? "What a new session gets."
                : "Settings and keys every room should have; each ticks them off with a date."}
          </span>
          {change && shown === "tracks" && (
            <Button small className="ml-auto shrink-0" onClick={add}>
              <Plus size={14} aria-hidden /> Add a line
            </Button>
          )}
        </div>
        <div className="min-h-0 flex-1 overflow-y-auto">
          {shown === "tracks" && (
            <table className="w-full table-fixed">
              <thead className="sticky top-0 bg-surface text-left text-xs text-ink-2">
                <tr>
                  <th scope="col" className="w-[44%] border-b border-line px-3.5 py-1.5 font-semibold">
                    In words
                  </th>
                  <th scope="col" className="w-[38%] border-b border-line font-semibold">
                    Gives
                  </th>
                  <th scope="col" className="border-b border-line pr-3.5 text-right font-semibold">
                    On the template
                  </th>
                </tr>
              </thead>
              <tbody>
                {house.starts.map((s) => (
                  <tr
                    key={s.id}
                    aria-selected={s.id === chosen?.id}
                    onClick={() => setParams({ line: s.id })}
                    className={`border-b border-line ${s.id === chosen?.id ? "bg-moss-soft" : "hover:bg-bg"}`}
                  >
                    <td className="px-3.5 py-[7px]">
                      <button
                        type="button"
                        className="block w-full text-left font-semibold"
                        title={s.says}
                        onClick={(e) => {
                          e.stopPropagation();
                          setParams({ line: s.id });
                        }}
                      >
                        {s.says}
                      </button>
                    </td>
                    <td className="truncate pr-2 text-sm" title={startInWords(s.then)}>
                      {startInWords(s.then) || <span className="text-lantern">nothing yet</span>}
                    </td>
                    <td className="pr-3.5 text-right text-sm text-ink-2">
                      {counts.get(s.id) ?? 0} {counts.get(s.id) === 1 ? "track" : "tracks"}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {shown === "session" && (
            <>
              <SettingsForm
                label="New sessions"
                start={house.session}
                onChange={change ? (s) => change({ ...house, session: s }) : null}
              />
              <div className="max-w-2xl border-t border-line p-4">
                <ChipPick
                  label="Formats the house works in"
                  empty="none"
                  chosen={house.formats}
                  choices={CHANNEL_FORMATS.map((f) => [f, f])}
                  onChange={
                    change
                      ? (chosen) => {
                          const formats = CHANNEL_FORMATS.filter((f) => chosen.includes(f));
                          if (formats.length > 0) change({ ...house, formats });
                        }
                      : null
                  }
                />
                <p className="mt-1 text-xs text-ink-2">
                  Tracks and paths are offered these; a track that comes in another keeps it.
                </p>
              </div>
            </>
          )}
          {shown === "checklist" && (
            <Checklist
              items={house.checklist}
              onChange={change ? (checklist) => change({ ...house, checklist }) : null}
            />
          )}
        </div>
      </section>
      {shown === "tracks" && (
        <aside aria-label="Selected" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
          {chosen && (
            <RulePanel
              key={chosen.id}
              house={house}
              rule={chosen}
              onChange={
                change ? (rule) => put(house.starts.map((s) => (s.id === chosen.id ? rule : s))) : null
              }
              onMove={
                change
                  ? (by) => {
                      const at = house.starts.indexOf(chosen);
                      const other = house.starts[at + by];
                      if (other)
                        put(
                          by < 0
                            ? house.starts.toSpliced(at - 1, 2, chosen, other)
                            : house.starts.toSpliced(at, 2, other, chosen),
                        );
                    }
                  : null
              }
              onGone={
                change
                  ? () => {
                      put(house.starts.filter((s) => s !== chosen));
                      setParams({});
                    }
                  : null
              }
            />
          )}
          <WhatChanges session={session} pick={pick} of={TOUCHES} />
        </aside>
      )}
    </div>
  );
}

function RulePanel({
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
        onChange={onChange ? (then) => onChange({ ...rule, then }) : null}
      />
      {onMove && onGone && (
        <div className="flex gap-2 border-t border-line pt-3">
          <Button small aria-label="Ask earlier" onClick={() => onMove(-1)}>
            <ArrowUp size={14} aria-hidden />
          </Button>
          <Button small aria-label="Ask later" onClick={() => onMove(1)}>
            <ArrowDown size={14} aria-hidden />
          </Button>
          <Button small className="ml-auto" onClick={onGone}>
            Take out
          </Button>
        </div>
      )}
    </section>
  );
}

function Checklist({
  items,
  onChange,
}: {
  items: readonly ChecklistItem[];
  onChange: ((next: ChecklistItem[]) => void) | null;
}) {
  const set = (id: string, fields: Partial<ChecklistItem>): void => {
    onChange?.(items.map((i) => (i.id === id ? { ...i, ...fields } : i)));
  };
  const add = (): void => {
    const base = idOf("line");
    let id = base;
    for (let n = 2; items.some((i) => i.id === id); n++) id = `${base}-${n}`;
    onChange?.([...items, { id, sort: "setting", says: "New setting", value: "" }]);
  };
  return (
    <div>
      <ul>
        {items.map((i) => (
          <li
            key={i.id}
            className="grid grid-cols-[minmax(0,1fr)_minmax(0,220px)_120px_auto] max-[900px]:grid-cols-2 items-end gap-3 border-b border-line px-3.5 py-2"
          >
            <TextField
              label="Every room has"
              value={i.says}
              readOnly={!onChange}
              onSet={(says) => {
                if (says !== "") set(i.id, { says });
              }}
            />
            <TextField
              mono
              label={i.sort === "key" ? "Key" : "Set to"}
              value={i.value}
              readOnly={!onChange}
              onSet={(value) => set(i.id, { value })}
            />
            <Field label="What it is">
              <Select
                disabled={!onChange}
                value={i.sort}
                onChange={(e) => set(i.id, { sort: e.target.value === "key" ? "key" : "setting" })}
              >
                <option value="setting">setting</option>
                <option value="key">key</option>
              </Select>
            </Field>
            {onChange && (
              <Button onClick={() => onChange(items.filter((x) => x.id !== i.id))}>Take out</Button>
            )}
          </li>
        ))}
      </ul>
      {onChange && (
        <div className="p-3.5">
          <Button small onClick={add}>
            <Plus size={14} aria-hidden /> Add a line
          </Button>
        </div>
      )}
    </div>
  );
}
