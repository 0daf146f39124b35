import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { ask } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queryClient } from "../wire/queries.ts";
import { mention } from "../ui/toasts.tsx";
import { moment } from "../ui/dates.ts";
import { Button } from "../ui/button.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { useHouseWork } from "../house/work.ts";

/** What was moved on the shared disk, newest first, each to be undone. */
export function RunsView() {
  const { change } = useHouseWork();
  const { data, error, refetch } = useQuery(later.disk);
  const undo = useMutation({
    mutationFn: (run: string) => ask("undoOnDisk", { run }),
    onSuccess: async (done) => {
      await queryClient.invalidateQueries({ queryKey: ["disk"] });
      mention(`Undone: ${done.title}.`);
    },
    onError: () => void queryClient.invalidateQueries({ queryKey: ["disk"] }),
  });
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Reading the log" />;
  return (
    <section aria-label="What was moved" className="card h-full min-h-0 overflow-y-auto" tabIndex={0}>
      <Trouble error={undo.error} />
      {data.runs.length === 0 ? (
        <Empty title="Nothing was moved yet">
          Look through the shared disk and carry a plan out; it stands here then, and can be undone.
        </Empty>
      ) : (
        <ul>
          {data.runs.map((r) => (
            <li key={r.id} className="flex items-center gap-3 border-b border-line px-4 py-2.5">
              <div className="min-w-0 flex-1">
                <p className="font-semibold">{r.title}</p>
                <p className="text-sm text-ink-2">
                  {r.by.name}, {moment(r.at)}
                  {r.stopped === null ? "" : ` · stopped after ${r.done} of ${r.steps}: ${r.stopped}`}
                  {r.undoneAt === null
                    ? ""
                    : ` · undone by ${r.undoneBy?.name ?? ""}, ${moment(r.undoneAt)}`}
                </p>
              </div>
              <Pill look={r.undoneAt !== null ? "quiet" : r.stopped === null ? "ok" : "look"}>
                {r.undoneAt !== null ? "undone" : `${r.done} of ${r.steps} done`}
              </Pill>
              {change && r.undoneAt === null && (
                <Button small disabled={undo.isPending} onClick={() => undo.mutate(r.id)}>
                  Undo it
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      {data.older > 0 && (
        <p className="px-4 py-2 text-sm text-ink-2">{plural(data.older, "older run")} not listed.</p>
      )}
    </section>
  );
}
