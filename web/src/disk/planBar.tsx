import { planMoves } from "@mossy/core/disk/moves";
import { movesCsv, posixScript, powerShellScript } from "@mossy/core/formats/moveScripts";
import { plural } from "@mossy/core/session/plural";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../wire/ask.ts";
import { queryClient } from "../wire/queries.ts";
import { mention } from "../ui/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { Trouble } from "../ui/states.tsx";

type MovePlan = ReturnType<typeof planMoves>;

/** The moves that put right what is ticked: looked at, taken along as a script, or carried out. */
export function PlanBar({
  what,
  puts,
  onDisk,
  may,
  plan,
  again,
}: {
  what: string;
  /** What the steps do: "puts right what is ticked", and of several steps. */
  puts: readonly [one: string, several: string];
  onDisk: boolean;
  /** Whether whoever looks may carry it out. */
  may: boolean;
  plan: MovePlan;
  again: () => void;
}) {
  const [open, setOpen] = useState(false);
  const run = useRun(plan, again);
  const title = `Moves for ${what}, by the blueprint of the house`;
  const scripts = [
    ["Shell script", "moves.sh", "text/x-shellscript", () => posixScript(plan.steps, title)],
    ["PowerShell", "moves.ps1", "text/plain", () => powerShellScript(plan.steps, title)],
    ["CSV", "moves.csv", "text/csv", () => movesCsv(plan.steps)],
  ] as const;
  const none = plan.steps.length === 0;
  return (
    <div className="border-t border-line px-3.5 py-2.5">
      {open && !none && <DryRun steps={plan.steps} />}
      {plan.refused.length > 0 && (
        <p className="pb-2 text-sm text-lantern">
          {plan.refused.length} cannot be moved:{" "}
          {plan.refused
            .slice(0, 3)
            .map((r) => `${r.wish.from} (${r.why})`)
            .join("; ")}
          {plan.refused.length > 3 ? "…" : "."}
        </p>
      )}
      <Trouble error={run.error} />
      <div className="flex flex-wrap items-center gap-2">
        <span className="text-sm">
          <strong>{plan.steps.length.toLocaleString("en-GB")}</strong>{" "}
          {plan.steps.length === 1 ? `step ${puts[0]}` : `steps ${puts[1]}`}. Nothing is deleted or
          overwritten.
        </span>
        <span className="ml-auto flex flex-wrap gap-2">
          <Button small disabled={none} aria-expanded={open} onClick={() => setOpen(!open)}>
            Dry run
          </Button>
          {scripts.map(([name, file, type, write]) => (
            <Button key={name} small disabled={none} onClick={() => saveAs(file, type, write())}>
              {name}
            </Button>
          ))}
          {onDisk && may && (
            <Button small look="main" disabled={none || run.isPending} onClick={() => run.mutate()}>
              {run.isPending ? "Moving…" : "Carry it out"}
            </Button>
          )}
        </span>
      </div>
    </div>
  );
}

/** Carries a plan out on the shared disk. */
function useRun(plan: MovePlan, again: () => void) {
  return useMutation({
    mutationFn: () =>
      ask(
        "moveOnDisk",
        {},
        {
          title: `${plural(plan.steps.length, "step")} from the findings`,
          steps: [...plan.steps],
        },
      ),
    onSuccess: async (done) => {
      await queryClient.invalidateQueries({ queryKey: ["disk"] });
      mention(
        done.stopped === null
          ? `All ${done.steps} steps are done. “What was moved” undoes them.`
          : `Stopped after ${done.done} of ${done.steps} steps: ${done.stopped}. What was ` +
              "done can be undone under “What was moved”.",
        { weight: done.stopped === null ? "note" : "look" },
      );
      again();
    },
  });
}

function DryRun({ steps }: { steps: MovePlan["steps"] }) {
  return (
    <ol
      aria-label="Dry run"
      className="mb-2 max-h-44 overflow-y-auto rounded-md bg-bg px-3 py-2 font-mono text-xs"
      tabIndex={0}
    >
      {steps.slice(0, 400).map((s, i) => (
        <li key={i} className="[overflow-wrap:anywhere]">
          <span className="text-ink-2">{i + 1}</span>{" "}
          {s.do === "move" ? `${s.from} → ${s.to}` : `new folder ${s.path}`}
        </li>
      ))}
      {steps.length > 400 && <li>and {steps.length - 400} more</li>}
    </ol>
  );
}
