import { foldersInOrder } from "@mossy/core/house/editFolders";
import { houseProblems } from "@mossy/core/house/house";
import type { Exception, House } from "@mossy/core/house/house";
import { neverApply } from "@mossy/core/house/neverApplies";
import type { NeverApplies } from "@mossy/core/house/neverApplies";
import { startInWords } from "@mossy/core/house/starts";
import { CHANNEL_FORMATS, TRACK_KINDS, channelFormat, trackKind } from "@mossy/core/session/document";
import { useQuery } from "@tanstack/react-query";
import { ArrowDown, ArrowUp, Plus } from "lucide-react";
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { queries } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { Field, Pill, Select } from "../ui/pieces.tsx";
import { Empty } from "../ui/states.tsx";
import { ChipPick } from "../ui/chipPick.tsx";
import { IconPick } from "./iconPick.tsx";
import { StartValuesEditor } from "./startValues.tsx";
import { TextField } from "../ui/textField.tsx";
import { WhatChanges, useSample } from "./sample.tsx";
import { useHouseWork } from "./work.ts";

const TOUCHES = ["name", "colour", "icon", "place", "start", "reading"] as const;

/** House rules for what the word list does not decide, in the order they are asked; those that can never apply are said. */
export default function ExceptionsPage() {
  const { house, change, saved } = useHouseWork();
  const [params, setParams] = useSearchParams();
  const chosen = house.exceptions.find((e) => e.id === params.get("line")) ?? house.exceptions[0];
  const never = useMemo(
    () => new Map(neverApply(house.exceptions, house.words).map((n) => [n.id, n])),
    [house.exceptions, house.words],
  );
  const { data: draft } = useQuery(queries.house);
  const { data: uses } = useQuery({
    ...queries.houseUses(draft?.draft.revision ?? 0),
    enabled: saved && draft !== undefined,
  });
  const { session, pick } = useSample();
  const [problem, setProblem] = useState<string | null>(null);
  const put = (exceptions: Exception[]): void => {
    const next: House = { ...house, exceptions };
    const [off] = houseProblems(next);
    setProblem(off ? `That does not work: ${off.message}.` : null);
    if (!off) change?.(next);
  };
  const add = (): void => {
    let id = "exception";
    for (let n = 2; house.exceptions.some((e) => e.id === id); n++) id = `exception-${n}`;
    put([
      ...house.exceptions,
      {
        id,
        says: "new exception",
        when: { words: [], roles: [], families: [], kinds: [], formats: [], inside: [], hasNote: null },
        then: { colour: null, icon: null, folder: null, start: null, alone: false },
      },
    ]);
    setParams({ line: id });
  };
  const nameOf = (id: string): string => house.exceptions.find((e) => e.id === id)?.says ?? id;
  return (
    <div className="beside h-full min-h-0 [--beside:310px]">
      <section aria-label="Exceptions" className="card flex min-h-0 flex-col">
        <div className="flex items-center gap-3 border-b border-line px-3.5 py-2">
          <h2 className="font-semibold">
            In order{" "}
            <span className="font-normal text-ink-2">of each value, the first that fits decides</span>
          </h2>
          {change && (
            <Button small className="ml-auto" onClick={add}>
              <Plus size={14} aria-hidden /> Add an exception
            </Button>
          )}
        </div>
        <ol className="min-h-0 flex-1 overflow-y-auto">
          {house.exceptions.length === 0 && (
            <Empty title="No exceptions">
              What the word list does not decide, they do: tracks with a word in their name, inside a
              folder, with a note…
            </Empty>
          )}
          {house.exceptions.map((e, i) => {
            const dead = never.get(e.id);
            const use = uses?.exceptions.find((u) => u.id === e.id);
            return (
              <li
                key={e.id}
                aria-current={e.id === chosen?.id ? "true" : undefined}
                onClick={() => setParams({ line: e.id })}
                className={`grid grid-cols-[28px_minmax(0,1fr)_auto] items-start gap-x-2 border-b border-line px-3.5 py-2 ${e.id === chosen?.id ? "bg-moss-soft" : "hover:bg-bg"}`}
              >
                <span className="text-right font-mono text-sm text-ink-2">{i + 1}</span>
                <span className="min-w-0">
                  <button
                    type="button"
                    className="block text-left font-semibold"
                    onClick={(ev) => {
                      ev.stopPropagation();
                      setParams({ line: e.id });
                    }}
                  >
                    {e.says}
                  </button>
                  <span className="block text-sm text-ink-2">
                    When {whenInWords(house, e)}, then {thenInWords(house, e)}.
                  </span>
                  {dead && <span className="block text-sm text-lantern">{deadInWords(dead, nameOf)}</span>}
                  {use?.tracks === 0 && !dead?.whole && (
                    <span className="block text-sm text-lantern">
                      No track in the library or in an open session meets it.
                    </span>
                  )}
                </span>
                <span className="flex gap-1">
                  {dead ? <Pill look="look">{dead.whole ? "never applies" : "in part never"}</Pill> : null}
                  {use && use.tracks > 0 && (
                    <Pill>
                      {use.tracks} {use.tracks === 1 ? "track" : "tracks"}
                    </Pill>
                  )}
                </span>
              </li>
            );
          })}
        </ol>
      </section>
      <aside aria-label="Selected" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
        {chosen && (
          <ExceptionPanel
            key={chosen.id}
            house={house}
            exception={chosen}
            problem={problem}
            onChange={change ? (e) => put(house.exceptions.map((x) => (x.id === e.id ? e : x))) : null}
            onMove={
              change
                ? (by) => {
                    const at = house.exceptions.indexOf(chosen);
                    const other = house.exceptions[at + by];
                    if (other)
                      put(
                        by < 0
                          ? house.exceptions.toSpliced(at - 1, 2, chosen, other)
                          : house.exceptions.toSpliced(at, 2, other, chosen),
                      );
                  }
                : null
            }
            onGone={
              change
                ? () => {
                    put(house.exceptions.filter((x) => x !== chosen));
                    setParams({});
                  }
                : null
            }
          />
        )}
        <WhatChanges session={session} pick={pick} of={TOUCHES} />
      </aside>
    </div>
  );
}

function deadInWords(dead: NeverApplies, nameOf: (id: string) => string): string {
  if (dead.because.length === 0) return "It can never apply: no role it names is in a family it names.";
  const by = dead.because.map((id) => `“${nameOf(id)}”`).join(" and ");
  return dead.whole
    ? `It can never apply: ${by} ${dead.because.length > 1 ? "take" : "takes"} all its cases before.`
    : `Its ${dead.values.join(", ")} can never apply: ${by} ${dead.because.length > 1 ? "decide" : "decides"} before.`;
}

function whenInWords(house: House, { when }: Exception): string {
  const names = <T extends { id: string; name: string }>(
    list: readonly T[],
    ids: readonly string[],
  ): string => ids.map((id) => list.find((x) => x.id === id)?.name ?? id).join(" or ");
  const said = [
    when.words.length > 0 && `the name has ${when.words.map((w) => `“${w}”`).join(" or ")}`,
    when.roles.length > 0 && `it is ${names(house.words.roles, when.roles)}`,
    when.families.length > 0 && `it is of ${names(house.words.families, when.families)}`,
    when.kinds.length > 0 && `it is ${when.kinds.join(" or ")}`,
    when.formats.length > 0 && `it is ${when.formats.join(" or ")}`,
    when.inside.length > 0 && `it stands in ${names(house.words.roles, when.inside)}`,
    when.hasNote !== null && (when.hasNote ? "it has a note" : "it has no note"),
  ].filter((s) => s !== false);
  return said.length === 0 ? "it is anything at all" : said.join(" and ");
}

function thenInWords(house: House, { then }: Exception): string {
  const said = [
    then.colour !== null && house.palette.find((c) => c.id === then.colour)?.name,
    then.icon !== null && `icon ${then.icon}`,
    then.folder !== null &&
      `in folder ${house.words.roles.find((r) => r.id === then.folder)?.name ?? then.folder}`,
    then.start !== null && startInWords(then.start),
    then.alone && "leave it alone",
  ].filter((s) => typeof s === "string" && s !== "");
  return said.length === 0 ? "nothing yet" : said.join(", ");
}

function ExceptionPanel({
  house,
  exception: e,
  problem,
  onChange,
  onMove,
  onGone,
}: {
  house: House;
  exception: Exception;
  problem: string | null;
  onChange: ((next: Exception) => void) | null;
  onMove: ((by: -1 | 1) => void) | null;
  onGone: (() => void) | null;
}) {
  const { when, then } = e;
  const set = (fields: Partial<Exception["when"]>): void => {
    onChange?.({ ...e, when: { ...when, ...fields } });
  };
  const give = (fields: Partial<Exception["then"]>): void => {
    onChange?.({ ...e, then: { ...then, ...fields } });
  };
  return (
    <section aria-label="Exception" className="card flex flex-col gap-3 p-3.5">
      {problem !== null && (
        <p role="alert" className="rounded-md bg-brick-soft px-2.5 py-1.5 text-sm text-brick">
          {problem}
        </p>
      )}
      <TextField
        long
        rows={2}
        label="In words"
        value={e.says}
        readOnly={!onChange}
        onSet={(says) => {
          if (says !== "") onChange?.({ ...e, says: says.slice(0, 200) });
        }}
      />
      <h3 className="border-t border-line pt-2 text-sm font-semibold">When all of this holds</h3>
      <ChipPick
        free
        label="Any of these words in the name"
        empty="any name"
        chosen={when.words}
        choices={[]}
        onChange={onChange ? (words) => set({ words }) : null}
      />
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
      <div className="grid grid-cols-2 gap-2">
        <ChipPick
          label="Kinds"
          empty="any"
          chosen={when.kinds}
          choices={TRACK_KINDS.map((k) => [k, k])}
          onChange={onChange ? (kinds) => set({ kinds: kinds.map((k) => trackKind.parse(k)) }) : null}
        />
        <ChipPick
          label="Formats"
          empty="any"
          chosen={when.formats}
          choices={CHANNEL_FORMATS.map((f) => [f, f])}
          onChange={
            onChange ? (formats) => set({ formats: formats.map((f) => channelFormat.parse(f)) }) : null
          }
        />
      </div>
      <ChipPick
        label="Inside a folder of"
        empty="anywhere"
        chosen={when.inside}
        choices={house.words.roles.filter((r) => r.sort === "group").map((r) => [r.id, r.name])}
        onChange={onChange ? (inside) => set({ inside }) : null}
      />
      <Field label="Note">
        <Select
          small
          disabled={!onChange}
          value={when.hasNote === null ? "" : when.hasNote ? "yes" : "no"}
          onChange={(ev) => set({ hasNote: ev.target.value === "" ? null : ev.target.value === "yes" })}
        >
          <option value="">does not matter</option>
          <option value="yes">has a note</option>
          <option value="no">has none</option>
        </Select>
      </Field>
      <h3 className="border-t border-line pt-2 text-sm font-semibold">Then</h3>
      <label className="flex items-center gap-1.5 text-sm">
        <input
          type="checkbox"
          disabled={!onChange}
          checked={then.alone}
          onChange={(ev) => give({ alone: ev.target.checked })}
        />{" "}
        leave it alone, whatever the house says
      </label>
      <div className="grid grid-cols-2 gap-2">
        <Field label="Colour">
          <Select
            small
            disabled={!onChange}
            value={then.colour ?? ""}
            onChange={(ev) => give({ colour: ev.target.value === "" ? null : ev.target.value })}
          >
            <option value="">as usual</option>
            {house.palette.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </Select>
        </Field>
        <Field label="Folder">
          <Select
            small
            disabled={!onChange}
            value={then.folder ?? ""}
            onChange={(ev) => give({ folder: ev.target.value === "" ? null : ev.target.value })}
          >
            <option value="">as usual</option>
            {foldersInOrder(house.folders).map(({ folder }) => (
              <option key={folder.role} value={folder.role}>
                {house.words.roles.find((r) => r.id === folder.role)?.name ?? folder.role}
              </option>
            ))}
          </Select>
        </Field>
      </div>
      <details>
        <summary className="text-sm font-semibold">Icon: {then.icon ?? "as usual"}</summary>
        <div className="pt-2">
          <IconPick
            value={then.icon}
            family={null}
            colour={null}
            onChoose={onChange ? (icon) => give({ icon }) : null}
          />
          {then.icon !== null && onChange && (
            <button
              type="button"
              className="text-sm font-semibold text-moss hover:underline"
              onClick={() => give({ icon: null })}
            >
              As usual
            </button>
          )}
        </div>
      </details>
      <StartValuesEditor
        values={then.start ?? {}}
        onChange={
          onChange ? (start) => give({ start: Object.keys(start).length === 0 ? null : start }) : null
        }
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
