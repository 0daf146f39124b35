import { clsx } from "clsx";
import { displayNames } from "@mossy/core/names/display";
import { PATTERN_USES } from "@mossy/core/names/pattern";
import type { NamePattern, PatternUse } from "@mossy/core/names/pattern";
import { houseProblems } from "@mossy/core/house/house";
import type { House } from "@mossy/core/house/house";
import { planHouse } from "@mossy/core/house/plan";
import type { Style } from "@mossy/core/house/style";
import type { Session } from "@mossy/core/session/document";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { queries } from "../wire/queries.ts";
import { Choice } from "../ui/sideBySide.tsx";
import { PatternEditor } from "./patternEditor.tsx";
import { WhatChanges, useSample } from "./sample.tsx";
import { useHouseWork } from "./work.ts";
import { Examples, exampleOf } from "./nameExamples.tsx";
import { ReadBack } from "./readBack.tsx";

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
                className={clsx(
                  "w-full rounded-sm px-2 py-1.5 text-left",
                  u === use ? "bg-moss-soft" : "hover:bg-bg",
                )}
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
