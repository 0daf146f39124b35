import { later } from "../wire/laterQueries.ts";
import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import { useState } from "react";
import { FileButton } from "../ui/fileField.tsx";
import { AlertLine } from "../ui/listPage.tsx";
import { Field } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { readFile } from "../session/readFile.ts";
import { queries, useStyle } from "../wire/queries.ts";
import type { Side } from "./sides.ts";
import type { ChosenFile, LoadedSide } from "./useSide.ts";

const FILES = ".dawproject,.zip,.json,.mid,.midi,.rmi,.musicxml,.mxl,.xml,.csv,.tsv,.txt,.xlsx,.ods";

/** What a side is of: a template, a session, a file. */
const subjectOf = (side: Side | null, session: string | null): string => {
  switch (side?.of) {
    case "draft":
    case "release":
      return `template:${side.template}`;
    case "out":
    case "now":
      return `session:${side.session}`;
    case "came":
      return session === null ? "" : `session:${session}`;
    case "file":
      return "file";
    default:
      return "";
  }
};

/** Chooses one side of a comparison: first of what, then which state of it. */
export function SidePicker({
  label,
  side,
  loaded,
  onChoose,
  onFile,
}: {
  label: string;
  side: Side | null;
  loaded: LoadedSide | null;
  onChoose: (side: Side) => void;
  onFile: (file: ChosenFile) => void;
}) {
  const { data: library } = useQuery(queries.library);
  const { data: sessions } = useInfiniteQuery(queries.sessions({ which: "open" }));
  const { data: checkIn } = useQuery({
    ...later.checkIn(side?.of === "came" ? side.checkIn : ""),
    enabled: side?.of === "came",
  });
  const [problem, setProblem] = useState<string | null>(null);
  const { style } = useStyle();
  const shelves = [...new Set(library?.templates.map((t) => t.shelf))];
  const open = sessions?.pages.flatMap((p) => p.sessions) ?? [];
  const subject = subjectOf(side, checkIn?.session.id ?? null);
  const known = subject.startsWith("session:") && open.some((s) => `session:${s.id}` === subject);
  const choose = (value: string): void => {
    const [of, id = ""] = value.split(":");
    const template = library?.templates.find((t) => t.id === id);
    if (of === "session") onChoose({ of: "now", session: id });
    else if (template?.latest) onChoose({ of: "release", template: id, release: template.latest.number });
    else if (template) onChoose({ of: "draft", template: id });
  };
  const take = async (file: File): Promise<void> => {
    try {
      onFile({ name: file.name, session: (await readFile(style.house, file)).session });
      setProblem(null);
    } catch (e) {
      if (!(e instanceof FileProblem)) throw e;
      setProblem(e.message);
    }
  };
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-1">
      <div className="flex min-w-0 flex-wrap items-end gap-2">
        <div className="min-w-0 flex-1">
          <Field label={label}>
            <Select small className="w-full" value={subject} onChange={(e) => choose(e.target.value)}>
              {subject === "" && <option value="">Choose a template or a session</option>}
              {subject === "file" && <option value="file">{loaded?.name ?? "A file"}</option>}
              {subject.startsWith("session:") && !known && (
                <option value={subject}>{loaded?.name ?? "A session"}</option>
              )}
              {shelves.map((shelf) => (
                <optgroup key={shelf} label={`Library, ${shelf}`}>
                  {library?.templates
                    .filter((t) => t.shelf === shelf)
                    .map((t) => (
                      <option key={t.id} value={`template:${t.id}`}>
                        {t.name}
                      </option>
                    ))}
                </optgroup>
              ))}
              <optgroup label="Open sessions">
                {open.map((s) => (
                  <option key={s.id} value={`session:${s.id}`}>
                    {s.title} · {s.roomName}
                  </option>
                ))}
              </optgroup>
            </Select>
          </Field>
        </div>
        <StatePicker label={label} side={side} session={checkIn?.session.id ?? null} onChoose={onChoose} />
        <FileButton label={`${label}: a file`} accept={FILES} onFiles={([file]) => void take(file)}>
          File
        </FileButton>
      </div>
      {side?.of === "file" && !loaded && (
        <p className="text-sm text-ink-2">A file does not travel with a link: choose it here again.</p>
      )}
      <AlertLine>{problem}</AlertLine>
    </div>
  );
}

/** Which state of a template or session. */
function StatePicker({
  label,
  side,
  session,
  onChoose,
}: {
  label: string;
  side: Side | null;
  session: string | null;
  onChoose: (side: Side) => void;
}) {
  const template = side?.of === "draft" || side?.of === "release" ? side.template : null;
  const of = side?.of === "out" || side?.of === "now" ? side.session : session;
  const { data: whole } = useQuery({ ...queries.template(template ?? ""), enabled: template !== null });
  const release = side?.of === "release" ? side.release : null;
  const { data: out } = useQuery({
    ...queries.release(template ?? "", release ?? 0),
    enabled: template !== null && release !== null,
  });
  const { data: run } = useQuery({ ...queries.session(of ?? ""), enabled: of !== null });
  const states: (readonly [string, string, Side])[] = [];
  if (template !== null && whole) {
    states.push(["draft", "Draft", { of: "draft", template }]);
    for (const v of whole.draft.session.variants)
      states.push([`draft ${v.id}`, `Draft, ${v.name}`, { of: "draft", template, variant: v.id }]);
    for (const { number } of whole.releases) {
      const of = { of: "release", template, release: number } as const;
      states.push([`release ${number}`, `Release ${number}`, of]);
      if (number !== release) continue;
      for (const v of out?.session.variants ?? [])
        states.push([
          `release ${number} ${v.id}`,
          `Release ${number}, ${v.name}`,
          { ...of, variant: v.id },
        ]);
    }
  }
  if (of !== null && run) {
    states.push(
      ["now", "As it stands", { of: "now", session: of }],
      ["out", "As it went out", { of: "out", session: of }],
    );
    for (const c of run.checkIns)
      states.push([c.id, `As check-in ${c.number} came`, { of: "came", checkIn: c.id }]);
  }
  if (states.length === 0) return null;
  const at = stateOf(side);
  return (
    <Select
      small
      aria-label={`${label}: which state`}
      className="max-w-48"
      value={at}
      onChange={(e) => {
        const state = states.find(([key]) => key === e.target.value);
        if (state) onChoose(state[2]);
      }}
    >
      {states.map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </Select>
  );
}

/** What tells one state of a subject from another. */
function stateOf(side: Side | null): string {
  if (side?.of === "came") return side.checkIn;
  const variant = side && "variant" in side && side.variant !== undefined ? ` ${side.variant}` : "";
  if (side?.of === "release") return `release ${side.release}${variant}`;
  if (side?.of === "draft") return `draft${variant}`;
  return side?.of ?? "";
}
