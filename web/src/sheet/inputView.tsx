import type { Finding } from "@mossy/core/check/rule";
import { clearInputs, fillDown, shiftFrom, swapInputs } from "@mossy/core/fit/inputNumbers";
import { recordsFromOutside } from "@mossy/core/fit/wish";
import type { Style } from "@mossy/core/house/style";
import { setField } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import type { Session, TrackField, TrackId } from "@mossy/core/session/document";
import { useMemo, useState } from "react";
import { Button } from "../ui/button.tsx";
import { Empty } from "../ui/states.tsx";
import { useRows } from "../ui/useRows.ts";
import { useSteady } from "../ui/useSteady.ts";
import type { Workpiece } from "../documents/workpiece.ts";
import { usedIn } from "./usualChoices.ts";
import { InputRow } from "./inputRow.tsx";
import type { SetField } from "./inputRow.tsx";
import { SetsRow } from "./inputSets.tsx";

const HEADS = [
  ["Input", "w-[78px]"],
  ["Source", "w-[18%]"],
  ["By", "w-[126px]"],
  ["Microphone or box", "w-[16%]"],
  ["Stand", "w-[12%]"],
  ["48 V", "w-[52px]"],
  ["Ø", "w-[36px]"],
  ["Goes to", "w-[9%]"],
  ["Note", ""],
] as const;
/**
 * What is on which input, by input number; sources without one come last. Everything is typed where it
 * stands; numbers are filled down, swapped, shifted and cleared.
 */
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
    if (to !== t[field]) work?.edit([setField<TrackField>(t, field, to)], label);
  });
  if (sources.length === 0)
    return (
      <Empty title="Nothing records from outside">
        No track of this session has a source with an input.
      </Empty>
    );
  const ids = new Set(sources.map((t) => t.id));
  const there = chosen.filter((id) => ids.has(id));
  return (
    <div className="flex h-full min-h-0 flex-col">
      {work && <Numbering session={session} work={work} ticked={there} />}
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
          <Heads ticks={work !== null} />
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
        {(["microphone", "stand"] as const).map((f) => (
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

/** What is done with the numbers of the ticked lines. */
function Numbering({
  session,
  work,
  ticked,
}: {
  session: Session;
  work: Workpiece;
  ticked: readonly TrackId[];
}) {
  const [first, second] = ticked;
  const act = (label: string, changes: Change[]) => (
    <Button
      small
      disabled={changes.length === 0}
      onClick={() => {
        work.edit(changes, label.toLowerCase());
      }}
    >
      {label}
    </Button>
  );
  const one = ticked.length === 1 ? first : undefined;

  return (
    <div
      role="toolbar"
      aria-label="Numbering"
      className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-2"
    >
      {act("Fill down from here", one === undefined ? [] : fillDown(session, one))}
      {act(
        "Swap the two",
        first !== undefined && second !== undefined && ticked.length === 2
          ? swapInputs(session, first, second)
          : [],
      )}
      {act("Make a gap before", one === undefined ? [] : shiftFrom(session, one, 1))}
      {act("Close up", one === undefined ? [] : shiftFrom(session, one, -1))}
      {act("Clear", clearInputs(session, ticked))}
      <span className="ml-auto text-sm text-ink-2">
        {ticked.length === 0
          ? "Tick lines to number them; Enter goes on to the next line"
          : `${ticked.length} ticked`}
      </span>
    </div>
  );
}

function Heads({ ticks }: { ticks: boolean }) {
  return (
    <thead className="sticky top-0 z-10 bg-surface text-left text-xs text-ink-2">
      <tr>
        {ticks && (
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
  );
}

const NONE: readonly Finding[] = [];
