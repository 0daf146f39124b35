import { longestPath } from "@mossy/core/disk/folders";
import { displayNames } from "@mossy/core/names/display";
import { compose, patternInWords } from "@mossy/core/names/compose";
import { lengthsOf } from "@mossy/core/names/budget";
import { PATTERN_USES } from "@mossy/core/names/pattern";
import type { NamePattern, Naming, PatternUse } from "@mossy/core/names/pattern";
import { houseProblems } from "@mossy/core/house/house";
import type { House } from "@mossy/core/house/house";
import { planHouse } from "@mossy/core/house/plan";
import { patternUse } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import type { Session } from "@mossy/core/session/document";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { queries } from "../wire/queries.ts";
import { Choice, Pill } from "../ui/pieces.tsx";
import { PatternEditor } from "./patternEditor.tsx";
import { TextField } from "../ui/textField.tsx";
import { WhatChanges, useSample } from "./sample.tsx";
import { useTwoWays } from "./useTwoWays.ts";
import { useHouseWork } from "./work.ts";

const USES: Readonly<Record<PatternUse, string>> = {
  track: "Track",
  folder: "Folder",
  bus: "Bus",
  return: "Return",
  input: "Input",
  cue: "Cue",
  marker: "Marker",
  session: "Session",
  "session-folder": "Session folder",
  "recorded-file": "Recorded file",
  stem: "Stem",
};
const NAME_TOUCHES = ["name"] as const;
const MOST_EXAMPLES = 60;

/** The patterns names are made by, what they make of real things, and whether they can be read back. */
export default function NamesPage() {
  const { house, style, change } = useHouseWork();
  const [params, setParams] = useSearchParams();
  const asked = params.get("line");
  const use = PATTERN_USES.find((u) => u === asked) ?? "track";
  const pattern = house.names[use];
  const { session, pick } = useSample();
  const { data: edition } = useQuery(queries.edition);
  const [problem, setProblem] = useState<string | null>(null);
  const set = (next: NamePattern): void => {
    const made: House = { ...house, names: { ...house.names, [use]: next } };
    const [off] = houseProblems(made);
    setProblem(off ? `That does not work: ${off.message}.` : null);
    if (!off) change?.(made);
  };
  return (
    <div className="three h-full min-h-0 [--beside:290px] [--first:150px]">
      <nav aria-label="Things that have names" className="card flex min-h-0 flex-col p-2">
        <h2 className="px-2 pt-1 pb-1.5 text-xs font-semibold text-ink-2">Names of</h2>
        <ul className="min-h-0 flex-1 overflow-y-auto">
          {PATTERN_USES.map((u) => (
            <li key={u}>
              <button
                type="button"
                aria-current={u === use ? "true" : undefined}
                onClick={() => {
                  setProblem(null);
                  setParams({ line: u });
                }}
                className={`w-full rounded-sm px-2 py-1.5 text-left ${u === use ? "bg-moss-soft" : "hover:bg-bg"}`}
              >
                <span className="block font-semibold">{USES[u]}</span>
                <span className="block truncate font-mono text-xs text-ink-2">{exampleOf(style, u)}</span>
              </button>
            </li>
          ))}
        </ul>
      </nav>
      <div className="flex min-h-0 flex-col gap-4">
        <PatternEditor
          key={use}
          title={USES[use]}
          pattern={pattern}
          problem={problem}
          onChange={change ? set : null}
        />
        <Examples style={style} use={use} session={session} before={edition?.style ?? null} />
      </div>
      <aside aria-label="What it does" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
        <ReadBack
          style={style}
          pattern={pattern}
          use={use}
          onBudget={change ? (budget) => set({ ...pattern, budget }) : null}
        />
        <Displays style={style} session={session} />
        <WhatChanges session={session} pick={pick} of={NAME_TOUCHES} />
      </aside>
    </div>
  );
}

const TODAY = new Date().toISOString().slice(0, 10);
const FILE_FACTS: Naming = {
  project: "MAR",
  title: "Spring tide live",
  room: "Pan Yard",
  date: TODAY,
  version: 2,
  take: 3,
  sampleRate: 48000,
};

function exampleOf(style: Style, use: PatternUse): string {
  const role =
    use === "folder" ? "engine-room" : use === "bus" ? "bus" : use === "return" ? "reverb" : "snare";
  return (
    compose(style.house.names[use], style.reader, {
      ...FILE_FACTS,
      title: use === "marker" ? "Second verse" : use === "cue" ? "Band" : "Spring tide live",
      role,
      of: use === "bus" || use === "return" ? "snare" : null,
      positions:
        use === "track" || use === "input" || use === "recorded-file" || use === "stem" ? ["top"] : [],
      number: use === "marker" || use === "cue" ? 2 : null,
    }) ?? "nothing"
  );
}

/** What real things would be called: tracks of the chosen template, with everything a pattern may want to say beside them. */
function thingsOf(style: Style, use: PatternUse, session: Session | null): { was: string; what: Naming }[] {
  if (use === "marker")
    return ["Count in", "First verse", "Chorus", "Second verse", "Irons alone", "End"].map((title, i) => ({
      was: title,
      what: { ...FILE_FACTS, title, number: i + 1 },
    }));
  if (use === "cue")
    return ["Band", "Captain", "Singers"].map((title, i) => ({
      was: title,
      what: { ...FILE_FACTS, title, number: i + 1 },
    }));
  if (use === "session" || use === "session-folder")
    return [
      "Spring tide live",
      "Café concert, 2nd night",
      "The eel and the moon",
      "A very long evening of stories from the flats and the islands beyond them",
    ].map((title) => ({ was: title, what: { ...FILE_FACTS, title } }));
  if (!session) return [];
  const { wanted } = planHouse(style, session);
  return session.tracks
    .flatMap((t) => {
      const w = wanted.get(t.id);
      if (!w?.what.sure) return [];
      const own = patternUse(t.kind);
      const fits =
        use === "track" || use === "folder" || use === "bus" || use === "return"
          ? own === use
          : own === "track";
      return fits ? [{ was: t.name, what: { ...FILE_FACTS, title: session.title, ...w.what } }] : [];
    })
    .slice(0, MOST_EXAMPLES);
}

function Examples({
  style,
  use,
  session,
  before,
}: {
  style: Style;
  use: PatternUse;
  session: Session | null;
  before: Style | null;
}) {
  const pattern = style.house.names[use];
  const things = useMemo(() => thingsOf(style, use, session), [style, use, session]);
  const rows = things.map(({ was, what }) => ({
    was,
    name: compose(pattern, style.reader, what),
    old: before ? compose(before.house.names[use], before.reader, what) : null,
  }));
  return (
    <section aria-label="On real examples" className="card flex min-h-0 flex-1 flex-col">
      <h2 className="border-b border-line px-3.5 py-2 font-semibold">
        On real examples <span className="font-normal text-ink-2">{patternInWords(pattern)}</span>
      </h2>
      <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="Examples">
        <table className="w-full">
          <thead className="sticky top-0 bg-surface text-left text-xs text-ink-2">
            <tr>
              {["As it is", "By this pattern", "By the edition", "Length"].map((h) => (
                <th key={h} scope="col" className="border-b border-line px-3.5 py-1.5 font-semibold">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(({ was, name, old }, i) => (
              // The same thing may stand here twice; the list never reorders.
              <tr key={`${was}${i}`} className="border-b border-line">
                <td className="max-w-48 truncate px-3.5 py-1 font-mono text-sm text-ink-2" title={was}>
                  {was}
                </td>
                <td className="px-3.5 font-mono text-sm font-semibold [overflow-wrap:anywhere]">
                  {name ?? (
                    <span className="font-sans font-normal text-lantern">a piece it needs is missing</span>
                  )}
                </td>
                <td className="px-3.5 font-mono text-sm text-ink-2 [overflow-wrap:anywhere]">
                  {old === name ? "the same" : (old ?? "nothing")}
                </td>
                <td className="px-3.5 text-right font-mono text-sm">
                  {name?.length ?? ""}
                  {name !== null && pattern.budget !== null && name.length > pattern.budget && (
                    <span className="ml-2">
                      <Pill look="look">too long</Pill>
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {rows.length === 0 && (
          <p className="p-6 text-center text-ink-2">The chosen template holds nothing of this kind.</p>
        )}
      </div>
    </section>
  );
}

function ReadBack({
  style,
  pattern,
  use,
  onBudget,
}: {
  style: Style;
  pattern: NamePattern;
  use: PatternUse;
  onBudget: ((budget: number | null) => void) | null;
}) {
  const answer = useTwoWays(style.house, use);
  const lengths = useMemo(() => lengthsOf(pattern, style.reader), [pattern, style]);
  const path = useMemo(() => longestPath(style.house, style.reader, use), [style, use]);
  const over = pattern.budget !== null && lengths.most > pattern.budget;
  return (
    <section aria-label="Read back" className="card flex flex-col gap-2 p-3.5 text-sm">
      <div className="flex items-center justify-between">
        <h2 className="text-base font-semibold">Read back</h2>
        {answer === "looking" ? (
          <Pill>looking…</Pill>
        ) : answer === null ? (
          <Pill look="ok">one way</Pill>
        ) : (
          <Pill look="look">two ways</Pill>
        )}
      </div>
      <p role="status">
        {answer === "looking" ? (
          "Going through every name it can give."
        ) : answer === null ? (
          "Every name it can give means one thing."
        ) : (
          <>
            “<span className="font-mono font-semibold">{answer.name}</span>” could be {answer.first}, or{" "}
            {answer.second}. Part the pieces another way, cut none, or give one its own letters.
          </>
        )}
      </p>
      <p className="flex items-center justify-between border-t border-line pt-2">
        <span>Longest it can give</span>
        <span className="flex items-center gap-2 font-mono">
          {lengths.most}
          {lengths.open ? " and more" : ""}
          {over && <Pill look="look">over budget</Pill>}
        </span>
      </p>
      {path && (
        <p className="flex items-center justify-between gap-2 border-t border-line pt-2">
          <span className="min-w-0">
            <span className="block">Longest path to such a file</span>
            <span className="block truncate text-xs text-ink-2" title={path.folder}>
              {path.folder}
            </span>
          </span>
          <span className="flex items-center gap-2 font-mono">
            {path.length} of {style.house.disk.longest}
            {path.length > style.house.disk.longest && <Pill look="look">too long</Pill>}
          </span>
        </p>
      )}
      <TextField
        mono
        label="Length budget, characters"
        hint="Empty: as long as any disk can store."
        readOnly={!onBudget}
        value={pattern.budget === null ? "" : String(pattern.budget)}
        onSet={(text) => {
          const n = Number(text);
          if (text === "") onBudget?.(null);
          else if (Number.isInteger(n) && n >= 4 && n <= 200) onBudget?.(n);
        }}
      />
    </section>
  );
}

function Displays({ style, session }: { style: Style; session: Session | null }) {
  const [length, setLength] = useState<"6" | "8">("8");
  const names = useMemo(() => {
    if (!session) return [];
    const { wanted } = planHouse(style, session);
    const tracks = session.tracks.filter((t) => t.kind !== "folder");
    const short = displayNames(
      style.reader,
      tracks.map((t) => ({
        name: t.name,
        what: wanted.get(t.id)?.what ?? { role: null, of: null, positions: [], number: null },
      })),
      length === "6" ? 6 : 8,
    );
    return tracks.map((t, i) => [t.id, t.name, short[i] ?? ""] as const);
  }, [style, session, length]);
  return (
    <section aria-label="On small displays" className="card flex flex-col gap-2 p-3.5 text-sm">
      <div className="flex items-center justify-between">
        <h2 className="text-base font-semibold">On small displays</h2>
        <Choice
          label="Characters of the display"
          value={length}
          choices={[
            ["6", "6"],
            ["8", "8"],
          ]}
          onChoose={setLength}
        />
      </div>
      <p className="text-ink-2">What a control surface or a meter shows; no two alike in the session.</p>
      <ul
        className="grid max-h-40 auto-rows-[24px] grid-cols-3 gap-1 overflow-y-auto"
        tabIndex={0}
        aria-label="Display names"
      >
        {names.map(([id, name, short]) => (
          <li
            key={id}
            title={name}
            className="truncate rounded-[5px] bg-sunk px-1.5 font-mono text-xs leading-6"
          >
            {short}
          </li>
        ))}
      </ul>
    </section>
  );
}
