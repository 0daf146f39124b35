import type { RightRun } from "@mossy/contract/drift";
import { ruleTitle } from "@mossy/core/drift/parts";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Undo2 } from "lucide-react";
import { Button } from "../ui/button.tsx";
import { moment } from "../ui/dates.ts";
import { Pill } from "../ui/pieces.tsx";
import { Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { ask } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { refreshAfterRun } from "./afterRun.ts";

/** What was put right in many sessions lately; each is undone in one. */
export function Runs() {
  const { data } = useQuery(later.rightRuns);
  if (!data || data.runs.length === 0) return null;
  return (
    <section aria-label="Put right lately" className="card">
      <h2 className="px-4 pt-3 pb-1 font-semibold">Put right lately</h2>
      <ul>
        {data.runs.map((run) => (
          <RunLine key={run.run} run={run} />
        ))}
      </ul>
    </section>
  );
}

function RunLine({ run: r }: { run: RightRun }) {
  const what = r.rule === null ? "Whatever rooms changed" : ruleTitle(r.rule);
  const undo = useMutation({
    mutationFn: () => ask("undoRun", { run: r.run }),
    onSuccess: async ({ undone }) => {
      if (undone > 0) mention(`${plural(undone, "session is", "sessions are")} as before.`);
      await refreshAfterRun();
    },
  });
  const left = undo.data?.left ?? [];
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-line px-4 py-2">
      <span className="min-w-0 flex-1">
        <span className="font-semibold">{what}</span>{" "}
        <span className="text-sm text-ink-2">
          in {plural(r.sessions, "session")}, {plural(r.changes, "change")}
          {r.sent ? ", corrected files sent" : ""} · {r.by.name}, {moment(r.at)}
        </span>
      </span>
      {r.undone > 0 && (
        <Pill>{r.undone === r.sessions ? "undone" : `undone in ${r.undone} of ${r.sessions}`}</Pill>
      )}
      {r.undone < r.sessions && (
        <Button
          small
          disabled={undo.isPending}
          aria-label={`Undo: ${what}, ${moment(r.at)}`}
          onClick={() => undo.mutate()}
        >
          <Undo2 size={14} aria-hidden /> Undo
        </Button>
      )}
      <div className="basis-full empty:hidden">
        <Trouble error={undo.error} />
        {left.map(({ title, why }) => (
          <Trouble key={title} error={new Error(`“${title}” stays as it is: ${why}`)} />
        ))}
      </div>
    </li>
  );
}
