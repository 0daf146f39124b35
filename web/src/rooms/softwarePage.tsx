import type { SoftwareCard } from "@mossy/contract/rooms";
import { limitText, limitTyped } from "@mossy/core/fit/limitTyped";
import { CHARACTERS } from "@mossy/core/names/within";
import { LIMIT_WORDS, NO_LIMITS, differing, limitInWords } from "@mossy/core/fit/limits";
import type { Limit, Limits, Software } from "@mossy/core/fit/limits";
import { useMutation, useQuery } from "@tanstack/react-query";
import { clsx } from "clsx";
import { Plus } from "lucide-react";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { BackAndForth } from "../ui/backAndForth.tsx";
import { Button } from "../ui/button.tsx";
import { Options } from "../ui/chooser.tsx";
import { Cell } from "../ui/lineCell.tsx";
import { AlertLine } from "../ui/listPage.tsx";
import { PageHead } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { ask, askOnce } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queryClient, useMe } from "../wire/queries.ts";

const LIMITS = Object.keys(LIMIT_WORDS) as Limit[];
const refresh = (): Promise<unknown> =>
  Promise.all(
    ["software", "rooms", "room"].map((key) => queryClient.invalidateQueries({ queryKey: [key] })),
  );

/** One thing said otherwise of software: its name, or one of its limits. */
interface Step {
  readonly id: string;
  readonly before: Partial<Limits> & { readonly name?: string };
  readonly after: Partial<Limits> & { readonly name?: string };
}

/** What the software of rooms can do, side by side: one column each, one line a capability. */
export default function SoftwarePage() {
  const { data, error, refetch } = useQuery(later.software);
  const [query, setQuery] = useSearchParams();
  const lead = useMe()?.right === "lead";
  const [done, setDone] = useState<readonly Step[]>([]);
  const [undone, setUndone] = useState<readonly Step[]>([]);
  const save = useMutation({
    // One after the other, each made from what shows then: what others said of it since is not said over.
    scope: { id: "software" },
    mutationFn: ({ id, to }: { id: string; to: Step["after"] }) => {
      const shown = queryClient.getQueryData(later.software.queryKey);
      const now = shown?.software.find((s) => s.id === id);
      if (!now) throw new Error("That software is gone.");
      const { name = now.name, ...limits } = to;
      const next = { name, limits: { ...now.limits, ...limits }, revision: now.revision };
      return ask("editSoftware", { software: id }, next);
    },
    onSettled: refresh,
  });
  const make = useMutation({
    mutationFn: (made: Software) => askOnce("newSoftware", {}, made),
    onSuccess: refresh,
  });
  const drop = useMutation({
    mutationFn: (software: string) => ask("dropSoftware", { software }),
    onSuccess: refresh,
  });
  const go = (step: Step): void => {
    save.mutate({ id: step.id, to: step.after });
    setDone([...done, step]);
    setUndone([]);
  };
  const walk = (from: readonly Step[], way: "before" | "after"): void => {
    const step = from.at(-1);
    if (!step) return;
    save.mutate({ id: step.id, to: step[way] });
    setDone(way === "before" ? done.slice(0, -1) : [...done, step]);
    setUndone(way === "before" ? [...undone, step] : undone.slice(0, -1));
  };
  const undo = (): void => walk(done, "before");
  const redo = (): void => walk(undone, "after");
  useShortcuts([
    { keys: "Ctrl+Z", says: "Undo", run: undo },
    { keys: "Ctrl+Shift+Z", says: "Redo", run: redo },
  ]);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  const sets = data.software;
  const other = differing(sets.map((s) => s.limits));
  const few = query.get("show") === "differences";
  return (
    <div className="flex h-full min-h-0 flex-col gap-4">
      <PageHead crumbs={[["Rooms", "/rooms"]]} title="What their software can do">
        <label className="flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            checked={few}
            onChange={(e) => setQuery(e.target.checked ? { show: "differences" } : {}, { replace: true })}
          />
          Only what differs
        </label>
        {lead && (
          <>
            <BackAndForth
              undoes={done.length > 0 ? "what was said last" : null}
              redoes={undone.length > 0 ? "what was taken back" : null}
              onUndo={undo}
              onRedo={redo}
            />
            <Button look="main" onClick={() => make.mutate(fresh(sets))}>
              <Plus size={16} aria-hidden /> Describe another
            </Button>
          </>
        )}
      </PageHead>
      <Trouble error={save.error ?? make.error ?? drop.error} />
      {sets.length === 0 ? (
        <div className="card">
          <Empty title="Nobody described any software yet">
            In plain capabilities: how long a name may be, which colours there are. Rooms share it, and fits
            go by it.
          </Empty>
        </div>
      ) : (
        <SideBySide
          sets={sets}
          shown={LIMITS.filter((l) => !few || other.has(l))}
          other={other}
          onSet={lead ? (id, before, after) => go({ id, before, after }) : null}
          onDrop={(s) => drop.mutate(s.id)}
        />
      )}
    </div>
  );
}

function fresh(sets: readonly SoftwareCard[]): Software {
  const taken = new Set(sets.map((s) => s.name.toLowerCase()));
  const names = ["Software", ...sets.map((_, n) => `Software ${n + 2}`)];
  return { name: names.find((n) => !taken.has(n.toLowerCase())) ?? "Software", limits: NO_LIMITS };
}

function SideBySide({
  sets,
  shown,
  other,
  onSet,
  onDrop,
}: {
  sets: readonly SoftwareCard[];
  shown: readonly Limit[];
  other: ReadonlySet<Limit>;
  onSet: ((id: string, before: Step["before"], after: Step["after"]) => void) | null;
  onDrop: (of: SoftwareCard) => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <section aria-label="Side by side" className="card flex min-h-0 flex-col overflow-hidden">
      <AlertLine across>{problem}</AlertLine>
      <div className="min-h-0 overflow-auto" tabIndex={0} role="region" aria-label="Capabilities">
        <table className="w-full text-sm">
          <thead>
            <tr className="border-b border-line text-left align-top">
              <th
                scope="col"
                className="sticky left-0 w-56 bg-surface px-3.5 py-2.5 font-normal text-ink-2"
              >
                Capability
              </th>
              {sets.map((s) => (
                <th key={s.id} scope="col" className="min-w-44 px-3 py-2.5 font-normal">
                  <Cell
                    column={s.id}
                    label={`Name of “${s.name}”`}
                    value={s.name}
                    most={60}
                    edits={onSet !== null}
                    onSet={(name) => {
                      if (name !== "") onSet?.(s.id, { name: s.name }, { name });
                    }}
                  />
                  <span className="block px-1 pt-0.5 text-xs text-ink-2">
                    {s.rooms.length === 0 ? "no room has it" : s.rooms.join(", ")}
                  </span>
                  {onSet && s.rooms.length === 0 && (
                    <Button small look="quiet" aria-label={`Drop “${s.name}”`} onClick={() => onDrop(s)}>
                      Drop
                    </Button>
                  )}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.map((limit) => (
              <tr key={limit} className="border-b border-line">
                <th
                  scope="row"
                  className={clsx(
                    "sticky left-0 bg-surface px-3.5 py-1 text-left",
                    other.has(limit) ? "font-semibold" : "font-normal",
                  )}
                >
                  {LIMIT_WORDS[limit]}
                </th>
                {sets.map((s) => (
                  <td key={s.id} className="px-3 py-1">
                    <LimitCell
                      of={s}
                      limit={limit}
                      onSet={
                        onSet &&
                        ((to) => {
                          setProblem(
                            to === null
                              ? `${LIMIT_WORDS[limit]}: that cannot be. Nothing was changed.`
                              : null,
                          );
                          if (to) onSet(s.id, { [limit]: s.limits[limit] }, { [limit]: to[limit] });
                        })
                      }
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        {shown.length === 0 && <p className="p-3.5 text-sm text-ink-2">They can all do the same.</p>}
      </div>
    </section>
  );
}

function LimitCell({
  of: { name, limits },
  limit,
  onSet,
}: {
  of: SoftwareCard;
  limit: Limit;
  /** Null what cannot be; no function where one only looks. */
  onSet: ((to: Limits | null) => void) | null;
}) {
  const label = `${LIMIT_WORDS[limit]} of “${name}”`;
  const value = limits[limit];
  if (!onSet) return <span className="px-1">{limitInWords(limits, limit)}</span>;
  if (typeof value === "boolean")
    return (
      <label className="flex items-center gap-2 px-1 py-1">
        <input
          type="checkbox"
          aria-label={label}
          checked={value}
          onChange={(e) => onSet({ ...limits, [limit]: e.target.checked })}
        />
        <span aria-hidden>{value ? "yes" : "no"}</span>
      </label>
    );
  if (limit === "characters")
    return (
      <Select
        small
        aria-label={label}
        value={limits.characters}
        onChange={(e) => onSet(limitTyped(limits, "characters", e.target.value))}
      >
        <Options
          of={CHARACTERS.map((c) => [c, limitInWords({ ...limits, characters: c }, "characters")])}
        />
      </Select>
    );
  return (
    <>
      <Cell
        column={limit}
        label={label}
        value={limitText(limits, limit)}
        most={2400}
        edits
        onSet={(typed) => onSet(limitTyped(limits, limit, typed))}
      />
      {limit === "palette" && (
        <span aria-hidden className="flex flex-wrap gap-0.5 px-1 pb-1">
          {limits.palette.map((hex) => (
            <span key={hex} className="size-3.5 rounded-[4px]" style={{ background: hex }} />
          ))}
        </span>
      )}
    </>
  );
}
