import { sessionOnDisk } from "@mossy/core/disk/sessionOnDisk";
import type { SessionOnDisk } from "@mossy/core/disk/sessionOnDisk";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { Link } from "react-router";
import { Button } from "../ui/button.tsx";
import { Loading, Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { ask } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queryClient, useMe, useStyle } from "../wire/queries.ts";
import type { Whole } from "./sessionParts.tsx";

/** Looks for the folder of a session, and says what would put it where it belongs. */
export default function FolderThere({ session: s }: { session: Whole }) {
  const { style } = useStyle();
  const { data, error } = useQuery(later.disk);
  const there = useMemo(
    () =>
      data &&
      sessionOnDisk(style.house, style.reader, data.entries, {
        title: s.title,
        folder: s.folder,
        earlier: s.earlier,
        closed: s.closedAt !== null,
      }),
    [data, style, s],
  );
  if (error) return <Trouble error={error} />;
  if (there === undefined) return <Loading what="Reading the shared disk" />;
  if (there === null)
    return (
      <p className="pt-1 text-sm text-ink-2">
        It has no folder there: neither <span className="font-mono">{s.folder}</span>
        {s.earlier.length > 0 && " nor one under an earlier name"}, among the running jobs or in the
        archive.
      </p>
    );
  return <There session={s} there={there} />;
}

const SAID = 5;

function There({ session: s, there }: { session: Whole; there: SessionOnDisk }) {
  const { at, wanted, files, plan, findings } = there;
  const lead = useMe()?.right === "lead";
  const named = findings.filter((f) => f.sort === "misnamed" || f.sort === "unsafe").length;
  const carry = useMutation({
    mutationFn: () =>
      ask(
        "moveOnDisk",
        {},
        {
          title: `“${s.title}” ${s.closedAt === null ? "put in order" : "put away"}`,
          steps: [...plan.steps],
        },
      ),
    onSuccess: async (run) => {
      await queryClient.invalidateQueries({ queryKey: ["disk"] });
      mention(
        run.stopped === null
          ? `Its folder stands in ${wanted} now.`
          : `Stopped after ${run.done} of ${run.steps} steps: ${run.stopped}.`,
        {
          weight: run.stopped === null ? "note" : "look",
          to: "/house/disk?show=log",
          next: "Undo it there",
        },
      );
    },
  });
  return (
    <div className="flex flex-col gap-2 pt-1 text-sm">
      <p>
        <span className="font-mono [overflow-wrap:anywhere]">{at}</span>
        <span className="text-ink-2">
          , {plural(files, "file")}
          {named === 0 ? ", all of what was recorded named by the pattern." : "."}
        </span>
      </p>
      {at !== wanted && (
        <p className="text-lantern">
          {s.closedAt === null ? "It belongs in " : "Closed, it belongs in "}
          <span className="font-mono [overflow-wrap:anywhere]">{wanted}</span>.
        </p>
      )}
      {findings.length > 0 && (
        <ul aria-label="Off in its folder" className="text-ink-2">
          {findings.slice(0, SAID).map((f) => (
            <li key={`${f.sort} ${f.path}`} className="[overflow-wrap:anywhere]">
              <span className="font-mono">{f.path}</span>: {f.says}
            </li>
          ))}
          {findings.length > SAID && (
            <li>
              and {findings.length - SAID} more:{" "}
              <Link className="text-moss underline underline-offset-2" to="/house/disk">
                look through the disk
              </Link>
            </li>
          )}
        </ul>
      )}
      {plan.refused.map((r) => (
        <p key={r.wish.from} className="text-lantern">
          <span className="font-mono">{r.wish.from}</span> stays: {r.why}.
        </p>
      ))}
      {plan.steps.length > 0 && (
        <>
          <details>
            <summary className="cursor-pointer">
              {plural(plan.steps.length, "step")}; nothing is deleted or overwritten
            </summary>
            <ol aria-label="Steps" className="max-h-40 overflow-y-auto pt-1 font-mono text-xs" tabIndex={0}>
              {plan.steps.map((step, i) => (
                <li key={i} className="[overflow-wrap:anywhere]">
                  {step.do === "move" ? `${step.from} → ${step.to}` : `new folder ${step.path}`}
                </li>
              ))}
            </ol>
          </details>
          {lead ? (
            <Button small className="self-start" disabled={carry.isPending} onClick={() => carry.mutate()}>
              {carry.isPending
                ? "Moving…"
                : at !== wanted && s.closedAt !== null
                  ? "Put it away"
                  : "Put it in order"}
            </Button>
          ) : (
            <p className="text-ink-2">A lead carries that out.</p>
          )}
        </>
      )}
      <Trouble error={carry.error} />
    </div>
  );
}
