import type { Finding } from "@mossy/core/check/rule";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import { floorList, floorListCsv, floorListIn } from "@mossy/core/formats/floorList";
import { clearInputs, fillDown, shiftFrom, swapInputs } from "@mossy/core/fit/inputNumbers";
import { recordsFromOutside } from "@mossy/core/fit/patch";
import type { Style } from "@mossy/core/house/style";
import { setField, setSessionField } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import { CHANNELS, SOURCES, source as sourceSchema } from "@mossy/core/session/document";
import type { Session, Track, TrackField, TrackFields, TrackId } from "@mossy/core/session/document";
import { inputsOfNow, keepInputs, takeInputs } from "@mossy/core/sheet/inputSets";
import { Printer } from "lucide-react";
import { memo, useMemo, useRef, useState } from "react";
import { fileAddress } from "../wire/ask.ts";
import { Button } from "../ui/button.tsx";
import { Input, Pill, Select } from "../ui/pieces.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { Empty } from "../ui/states.tsx";
import { Tile } from "../ui/tile.tsx";
import { useRows } from "../ui/useRows.ts";
import { useSteady } from "../ui/useSteady.ts";
import type { Workpiece } from "../documents/workpiece.ts";
import { newId } from "../session/newId.ts";
import { usedIn } from "./pickups.ts";
import { roleInWords } from "./sheetRow.tsx";
import { useTyped } from "../ui/useTyped.ts";

const HEADS = [
  ["Input", "w-[92px]"],
  ["Source", "w-[18%]"],
  ["By", "w-[124px]"],
  ["Microphone or box", "w-[15%]"],
  ["Stand", "w-[12%]"],
  ["48 V", "w-[52px]"],
  ["Ø", "w-[36px]"],
  ["Goes to", "w-[9%]"],
  ["Note", ""],
] as const;
const BY = { mic: "microphone", di: "DI", line: "line", wireless: "wireless" } as const;
/** Findings that are about what stands in this list. */
const SAID: Readonly<Record<string, string>> = {
  "input-twice": "used twice",
  "input-out-of-range": "not there",
  "input-forgotten": "forgotten",
  "phantom-off": "no phantom here",
};

/** What is on which input, by input number; sources without one come last. Everything is typed where it stands; numbers are filled down, swapped, shifted and cleared. */
export function InputView({
  style,
  session,
  findings,
  work,
  document,
  title,
}: {
  style: Style;
  session: Session;
  findings: ReadonlyMap<TrackId, readonly Finding[]>;
  work: Workpiece | null;
  document: string;
  title: string;
}) {
  const [chosen, setChosen] = useState<readonly TrackId[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const sources = useMemo(
    () =>
      session.tracks
        .filter(recordsFromOutside)
        .sort((a, b) => (a.input ?? Infinity) - (b.input ?? Infinity)),
    [session],
  );
  const names = useMemo(() => new Map(session.tracks.map((t) => [t.id, t.name])), [session]);
  const { box, row, items, before, after } = useRows(sources.length, 37);
  const tick = useSteady((id: TrackId, on: boolean): void =>
    setChosen((was) => (on ? [...was, id] : was.filter((x) => x !== id))),
  );
  const set: SetField = useSteady((t, field, to, label) => {
    if (to !== t[field]) work?.edit([setField(t, field, to as never)], label);
  });
  if (sources.length === 0)
    return (
      <Empty title="Nothing records from outside">
        No track of this session has a source with an input.
      </Empty>
    );
  const ids = new Set(sources.map((t) => t.id));
  const there = chosen.filter((id) => ids.has(id));
  const [first, second] = there;
  const act = (label: string, changes: Change[]) => (
    <Button
      small
      disabled={work === null || changes.length === 0}
      onClick={() => {
        work?.edit(changes, label.toLowerCase());
      }}
    >
      {label}
    </Button>
  );
  const one = there.length === 1 ? first : undefined;
  return (
    <div className="flex h-full min-h-0 flex-col">
      {work && (
        <div
          role="toolbar"
          aria-label="Numbering"
          className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-2"
        >
          {act("Fill down from here", one === undefined ? [] : fillDown(session, one))}
          {act(
            "Swap the two",
            first !== undefined && second !== undefined && there.length === 2
              ? swapInputs(session, first, second)
              : [],
          )}
          {act("Make a gap before", one === undefined ? [] : shiftFrom(session, one, 1))}
          {act("Close up", one === undefined ? [] : shiftFrom(session, one, -1))}
          {act("Clear", clearInputs(session, there))}
          <span className="ml-auto text-sm text-ink-2">
            {there.length === 0
              ? "Tick lines to number them; Enter goes on to the next line"
              : `${there.length} ticked`}
          </span>
        </div>
      )}
      <SetsRow
        style={style}
        session={session}
        work={work}
        document={document}
        title={title}
        onProblem={setProblem}
      />
      {problem !== null && (
        <p role="alert" className="flex items-center gap-3 bg-brick-soft px-3.5 py-2 text-sm text-brick">
          <span className="flex-1">{problem} Nothing was changed.</span>
          <Button small onClick={() => setProblem(null)}>
            Understood
          </Button>
        </p>
      )}
      <div
        ref={box}
        tabIndex={0}
        role="region"
        aria-label="Input list"
        className="min-h-0 flex-1 overflow-auto"
      >
        <table className="w-full min-w-[760px] table-fixed text-sm" aria-rowcount={sources.length + 1}>
          <thead className="sticky top-0 z-10 bg-surface text-left text-xs text-ink-2">
            <tr>
              {work && (
                <th scope="col" className="w-9 border-b border-line">
                  <span className="sr-only">Ticked</span>
                </th>
              )}
              {HEADS.map(([h, w]) => (
                <th
                  key={h}
                  scope="col"
                  className={`border-b border-line px-2 py-2 font-semibold whitespace-nowrap ${w}`}
                >
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr aria-hidden style={{ height: before }} />
            {items.map(({ index }) => {
              const t = sources[index];
              return (
                t && (
                  <InputRow
                    key={t.id}
                    ref={row}
                    index={index}
                    style={style}
                    track={t}
                    goesTo={t.feeds === null ? "nothing" : (names.get(t.feeds) ?? "nothing that is there")}
                    findings={findings.get(t.id) ?? NONE}
                    ticked={there.includes(t.id)}
                    edits={work !== null}
                    onTick={tick}
                    onSet={set}
                  />
                )
              );
            })}
            <tr aria-hidden style={{ height: after }} />
          </tbody>
        </table>
        {(["pickup", "stand"] as const).map((f) => (
          <datalist key={f} id={`${f}s`}>
            {usedIn(session, f).map((v) => (
              <option key={v} value={v} />
            ))}
          </datalist>
        ))}
      </div>
    </div>
  );
}

const NONE: readonly Finding[] = [];
type SetField = <F extends TrackField>(t: Track, field: F, to: TrackFields[F], label: string) => void;
interface RowProps {
  readonly ref: (row: HTMLTableRowElement | null) => void;
  readonly index: number;
  readonly style: Style;
  readonly track: Track;
  readonly goesTo: string;
  readonly findings: readonly Finding[];
  readonly ticked: boolean;
  readonly edits: boolean;
  readonly onTick: (id: TrackId, on: boolean) => void;
  readonly onSet: SetField;
}

const InputRow = memo(function InputRow({
  ref,
  index,
  style,
  track: t,
  goesTo,
  findings,
  ticked,
  edits,
  onTick,
  onSet,
}: RowProps) {
  return (
    <tr
      ref={ref}
      data-index={index}
      aria-rowindex={index + 2}
      className={`border-b border-line ${ticked ? "bg-moss-soft" : ""}`}
    >
      {edits && (
        <td className="pl-3.5">
          <input
            type="checkbox"
            aria-label={`Tick ${t.name}`}
            checked={ticked}
            onChange={(e) => onTick(t.id, e.target.checked)}
          />
        </td>
      )}
      <td className="px-2 py-1 font-mono font-bold whitespace-nowrap">
        {edits ? (
          <InputNumber key={t.input} track={t} onSet={(input) => onSet(t, "input", input, "input")} />
        ) : (
          numberInWords(t)
        )}
      </td>
      <td className="px-2">
        <span className="flex min-w-0 items-center gap-2">
          <Tile colour={t.colour} icon={t.icon} size={20} />
          <span className="min-w-0">
            <span className="block truncate font-mono">{t.name}</span>
            <span className="block truncate text-xs text-ink-2">{roleInWords(style, t)}</span>
          </span>
        </span>
        <span className="flex flex-wrap gap-1">
          {findings
            .filter((f) => SAID[f.rule] !== undefined && !f.kept)
            .map((f) => (
              <Pill key={f.id} look={f.weight}>
                {SAID[f.rule]}
              </Pill>
            ))}
        </span>
      </td>
      <td className="px-2">
        {edits ? (
          <Select
            small
            aria-label={`By what ${t.name} comes`}
            className="w-full"
            value={t.source ?? "mic"}
            onChange={(e) => onSet(t, "source", sourceSchema.parse(e.target.value), "source")}
          >
            {SOURCES.map((s) => (
              <option key={s} value={s}>
                {BY[s]}
              </option>
            ))}
          </Select>
        ) : (
          BY[t.source ?? "mic"]
        )}
      </td>
      <td className="px-2">
        <Cell
          column="pickup"
          label={`Microphone or box of ${t.name}`}
          value={t.pickup}
          most={80}
          edits={edits}
          list="pickups"
          onSet={(v) => onSet(t, "pickup", v, "microphone")}
        />
      </td>
      <td className="px-2">
        <Cell
          column="stand"
          label={`Stand of ${t.name}`}
          value={t.stand}
          most={60}
          edits={edits}
          list="stands"
          onSet={(v) => onSet(t, "stand", v, "stand")}
        />
      </td>
      <td className="px-2 text-center">
        <input
          type="checkbox"
          aria-label={`Phantom power for ${t.name}`}
          disabled={!edits}
          checked={t.phantom}
          onChange={(e) => onSet(t, "phantom", e.target.checked, "phantom power")}
        />
      </td>
      <td className="px-2 text-center">
        <input
          type="checkbox"
          aria-label={`Polarity of ${t.name} inverted`}
          disabled={!edits}
          checked={t.polarity === "inverted"}
          onChange={(e) => onSet(t, "polarity", e.target.checked ? "inverted" : "normal", "polarity")}
        />
      </td>
      <td className="max-w-24 truncate px-2 text-ink-2">{goesTo}</td>
      <td className="px-2">
        <Cell
          column="note"
          label={`Note on ${t.name}`}
          value={t.notes.split("\n")[0] ?? ""}
          most={400}
          edits={edits}
          onSet={(v) => {
            const [, ...rest] = t.notes.split("\n");
            onSet(t, "notes", [v, ...rest].join("\n"), "note");
          }}
        />
      </td>
    </tr>
  );
});

/** Goes on to the same column of the next line; on the last one the field is left. */
function nextLine(field: HTMLInputElement): void {
  const below = field
    .closest("tr")
    ?.nextElementSibling?.querySelector<HTMLInputElement>(
      `input[data-column="${field.dataset["column"] ?? ""}"]`,
    );
  if (below) {
    below.focus();
    below.select();
  } else field.blur();
}

/** Other numberings of the same sources, and the list on paper and as a file. */
function SetsRow({
  style,
  session,
  work,
  document,
  title,
  onProblem,
}: {
  style: Style;
  session: Session;
  work: Workpiece | null;
  document: string;
  title: string;
  onProblem: (problem: string | null) => void;
}) {
  const [name, setName] = useState("");
  const file = useRef<HTMLInputElement>(null);
  const now = inputsOfNow(session);
  const read = async (chosen: File | undefined): Promise<void> => {
    if (!chosen || !work) return;
    try {
      const changes = floorListIn(session, await chosen.text());
      onProblem(changes.length === 0 ? "The list says what stands here already." : null);
      work.edit(changes, "input list from a file");
    } catch (e) {
      if (!(e instanceof FileProblem)) throw e;
      onProblem(e.message);
    }
  };
  return (
    <div
      role="toolbar"
      aria-label="Input sets"
      className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-2 text-sm"
    >
      {(session.inputSets.length > 0 || work) && <span className="text-ink-2">Numbered for</span>}
      {session.inputSets.length > 0 && (
        <Select
          small
          aria-label="Input set"
          className="w-36"
          disabled={!work}
          value={now?.id ?? ""}
          onChange={(e) => {
            const chosen = session.inputSets.find((s) => s.id === e.target.value);
            if (chosen) work?.edit(takeInputs(session, chosen.id), `inputs of ${chosen.name}`);
          }}
        >
          {!now && <option value="">none of the sets</option>}
          {session.inputSets.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </Select>
      )}
      {work && (
        <form
          className="flex gap-1.5"
          onSubmit={(e) => {
            e.preventDefault();
            if (name.trim() !== "") {
              work.edit(keepInputs(session, name.trim(), newId()), "input set");
              setName("");
            }
          }}
        >
          <Input
            small
            aria-label="Keep these inputs as"
            placeholder="keep these as…"
            list="input-sets"
            maxLength={60}
            className="w-32"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <datalist id="input-sets">
            {session.inputSets.map((s) => (
              <option key={s.id} value={s.name} />
            ))}
          </datalist>
          <Button small type="submit" disabled={name.trim() === ""}>
            Keep
          </Button>
        </form>
      )}
      {work && now && (
        <Button
          small
          look="quiet"
          onClick={() => {
            work.edit(
              [
                setSessionField(
                  session,
                  "inputSets",
                  session.inputSets.filter((s) => s.id !== now.id),
                ),
              ],
              "take out an input set",
            );
          }}
        >
          Forget this set
        </Button>
      )}
      <span className="ml-auto flex gap-2">
        <Button small asChild>
          <a
            href={`${fileAddress("inputListPdf", { document })}?${new URLSearchParams({ title }).toString()}`}
            download
          >
            <Printer size={13} aria-hidden /> PDF
          </a>
        </Button>
        <Button
          small
          onClick={() =>
            saveAs(
              `${title}, input list.csv`,
              "text/csv",
              floorListCsv(floorList(session, style.house.words)),
            )
          }
        >
          CSV
        </Button>
        {work && (
          <>
            <input
              ref={file}
              type="file"
              accept=".csv,text/csv"
              className="sr-only"
              tabIndex={-1}
              aria-label="Input list as CSV"
              onChange={(e) => {
                void read(e.target.files?.[0]);
                e.target.value = "";
              }}
            />
            <Button
              small
              onClick={() => {
                file.current?.click();
              }}
            >
              Read a CSV…
            </Button>
          </>
        )}
      </span>
    </div>
  );
}

/** A text that is set on leaving or on Enter, which goes on to the next line; Escape takes it back. */
function Cell({
  column,
  label,
  value,
  most,
  edits,
  list,
  onSet,
}: {
  column: string;
  label: string;
  value: string;
  most: number;
  edits: boolean;
  list?: string;
  onSet: (value: string) => void;
}) {
  const { text, type, leave, drop } = useTyped((typed) => {
    if (typed.trim() !== value) onSet(typed.trim());
    return true;
  });
  if (!edits) return <span className="text-ink-2">{value}</span>;
  return (
    <Input
      small
      aria-label={label}
      data-column={column}
      maxLength={most}
      list={list}
      className="w-full border-transparent bg-transparent hover:border-line-strong focus:border-line-strong focus:bg-surface"
      value={text ?? value}
      onChange={(e) => type(e.target.value)}
      onBlur={() => {
        leave();
      }}
      onKeyDown={(e) => {
        if (e.key === "Enter") nextLine(e.currentTarget);
        if (e.key === "Escape") drop();
      }}
    />
  );
}

function numberInWords(t: Track): string {
  const width = CHANNELS[t.format ?? "mono"];
  return t.input === null ? "—" : width > 1 ? `${t.input}–${t.input + width - 1}` : String(t.input);
}

/** A number that is set on leaving or on Enter, which goes on to the next line; Escape takes it back, what cannot be is marked and stays. */
function InputNumber({ track: t, onSet }: { track: Track; onSet: (input: number | null) => void }) {
  const value = t.input === null ? "" : String(t.input);
  const read = (said: string): number | null | undefined => {
    if (said.trim() === "") return null;
    const n = Number(said);
    return Number.isInteger(n) && n >= 1 && n + CHANNELS[t.format ?? "mono"] - 1 <= 1024 ? n : undefined;
  };
  const { text, type, leave, drop } = useTyped((typed) => {
    const n = read(typed);
    if (n !== undefined && n !== t.input) onSet(n);
    return n !== undefined;
  });
  const width = CHANNELS[t.format ?? "mono"];
  return (
    <span className="inline-flex items-center gap-1">
      <Input
        small
        aria-label={`Input of ${t.name}`}
        aria-invalid={text !== null && read(text) === undefined}
        data-column="input"
        inputMode="numeric"
        className="w-14 font-mono"
        placeholder="—"
        value={text ?? value}
        onChange={(e) => type(e.target.value)}
        onBlur={() => {
          leave();
        }}
        onKeyDown={(e) => {
          if (e.key === "Enter" && (text === null || read(text) !== undefined)) nextLine(e.currentTarget);
          if (e.key === "Escape") drop();
        }}
      />
      {width > 1 && t.input !== null && (
        <span className="font-normal text-ink-2">–{t.input + width - 1}</span>
      )}
    </span>
  );
}
