import { clsx } from "clsx";
import type { Shelf } from "@mossy/contract/library";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { ArrowDown, ArrowUp, Plus } from "lucide-react";
import { useState } from "react";
import type { ReactNode } from "react";
import { useNavigate } from "react-router";
import { Button } from "../ui/button.tsx";
import { PickOne } from "../ui/chooser.tsx";
import { IconPick } from "../ui/iconPick.tsx";
import { Bar, ListPage } from "../ui/listPage.tsx";
import { Field, Input, PageHead } from "../ui/pieces.tsx";
import { Drawing } from "../ui/tile.tsx";
import { useIcon } from "../ui/icons.ts";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { ask } from "../wire/ask.ts";
import { queries, queryClient, useMe } from "../wire/queries.ts";

interface Edited extends Shelf {
  readonly was: string | null;
}
interface Plan {
  readonly shelves: readonly Edited[];
  readonly merged: readonly { readonly name: string; readonly into: string }[];
}

/** The shelves: their names, icons, order and what each is for; what is not needed goes into another. */
export default function ShelvesPage() {
  const { data, error, refetch } = useQuery(queries.library);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  const many = new Map<string, number>();
  for (const t of data.templates) many.set(t.shelf, (many.get(t.shelf) ?? 0) + 1);
  return <EditShelves shelves={data.shelves} many={many} />;
}

function useSave(plan: Plan) {
  const navigate = useNavigate();
  return useMutation({
    mutationFn: () => ask("editShelves", {}, { shelves: [...plan.shelves], merged: [...plan.merged] }),
    onSuccess: async () => {
      await Promise.all(
        ["library", "template"].map((key) => queryClient.invalidateQueries({ queryKey: [key] })),
      );
      mention("The shelves stand as you put them.");
      await navigate("/library");
    },
  });
}

function EditShelves({ shelves, many }: { shelves: readonly Shelf[]; many: ReadonlyMap<string, number> }) {
  const [plan, setPlan] = useState<Plan>({
    shelves: shelves.map((s) => ({ ...s, was: s.name })),
    merged: [],
  });
  const [at, setAt] = useState(0);
  const may = useMe()?.right === "lead";
  const save = useSave(plan);
  const shelf = plan.shelves[at];
  const set = (fields: Partial<Shelf>): void =>
    setPlan({ ...plan, shelves: plan.shelves.map((s, i) => (i === at ? { ...s, ...fields } : s)) });
  const move = (by: 1 | -1): void => {
    const next = [...plan.shelves];
    const [moved] = next.splice(at, 1);
    if (!moved) return;
    next.splice(at + by, 0, moved);
    setPlan({ ...plan, shelves: next });
    setAt(at + by);
  };
  const takeOut = (into: string | null): void => {
    const was = shelf?.was ?? null;
    const merged = was !== null && into !== null ? [...plan.merged, { name: was, into }] : plan.merged;
    setPlan({ shelves: plan.shelves.filter((_, i) => i !== at), merged });
    setAt(Math.max(0, at - 1));
  };
  const names = plan.shelves.map((s) => s.name.trim().toLowerCase());
  const twice = names.find((n, i) => n === "" || names.indexOf(n) !== i);
  const changed =
    plan.merged.length > 0 ||
    JSON.stringify(plan.shelves) !== JSON.stringify(shelves.map((s) => ({ ...s, was: s.name })));
  return (
    <div className="flex h-full min-h-[560px] flex-col gap-3">
      <PageHead crumbs={[["Library", "/library"]]} title="Shelves">
        <Trouble error={save.error} />
        {may && (
          <Button
            look="main"
            disabled={!changed || twice !== undefined || save.isPending}
            onClick={() => save.mutate()}
          >
            Put the shelves up like this
          </Button>
        )}
      </PageHead>
      <ListPage
        label="Shelves in their order"
        width="320px"
        bar={
          <>
            <span className="flex-1 font-semibold">{plural(plan.shelves.length, "shelf", "shelves")}</span>
            {may && (
              <Button
                small
                onClick={() => {
                  setPlan({
                    ...plan,
                    shelves: [...plan.shelves, { name: "", icon: null, says: "", was: null }],
                  });
                  setAt(plan.shelves.length);
                }}
              >
                <Plus size={13} aria-hidden /> New shelf
              </Button>
            )}
          </>
        }
        selected={
          shelf && may ? (
            <ShelfPanel
              key={shelf.was ?? `new-${at}`}
              shelf={shelf}
              twice={twice === shelf.name.trim().toLowerCase()}
              onSet={set}
              onUp={at === 0 ? null : () => move(-1)}
              onDown={at === plan.shelves.length - 1 ? null : () => move(1)}
            >
              <TakeDown
                shelf={shelf}
                holds={many.get(shelf.was ?? "") ?? 0}
                others={plan.shelves}
                onTakeDown={takeOut}
              />
            </ShelfPanel>
          ) : null
        }
      >
        {plan.shelves.length === 0 && (
          <Empty title="No shelf yet">Templates bring their own with them.</Empty>
        )}
        <ul className="min-h-0 flex-1 overflow-y-auto">
          {plan.shelves.map((s, i) => (
            <li key={s.was ?? `new-${i}`} className="border-b border-line">
              <button
                type="button"
                aria-pressed={i === at}
                onClick={() => setAt(i)}
                className={clsx(
                  "flex w-full items-center gap-3 px-3.5 py-2 text-left",
                  i === at ? "bg-moss-soft" : "hover:bg-bg",
                )}
              >
                <ShelfIcon icon={s.icon} />
                <span className="min-w-0 flex-1">
                  <span className="font-semibold">{s.name === "" ? "No name yet" : s.name}</span>
                  {s.says !== "" && <span className="block truncate text-sm text-ink-2">{s.says}</span>}
                </span>
                <span className="text-sm text-ink-2">{plural(heldThen(s, plan, many), "template")}</span>
              </button>
            </li>
          ))}
        </ul>
        {plan.merged.map((m) => (
          <Bar key={m.name} className="text-sm text-ink-2">
            What stands on “{m.name}” goes to “{m.into}”.
          </Bar>
        ))}
      </ListPage>
    </div>
  );
}

/** One shelf: its name, what it is for, its icon and place. */
function ShelfPanel({
  shelf,
  twice,
  onSet,
  onUp,
  onDown,
  children,
}: {
  shelf: Edited;
  /** Whether another one has its name, or it has none. */
  twice: boolean;
  onSet: (fields: Partial<Shelf>) => void;
  /** Null at the ends. */
  onUp: (() => void) | null;
  onDown: (() => void) | null;
  children: ReactNode;
}) {
  return (
    <section aria-label="Shelf" className="card flex flex-col gap-3 p-3.5">
      <div className="flex items-center gap-2">
        <h2 className="flex-1 font-semibold">{shelf.was ?? "New shelf"}</h2>
        <Button small aria-label="Move up" disabled={!onUp} onClick={() => onUp?.()}>
          <ArrowUp size={13} aria-hidden />
        </Button>
        <Button small aria-label="Move down" disabled={!onDown} onClick={() => onDown?.()}>
          <ArrowDown size={13} aria-hidden />
        </Button>
      </div>
      <Field label="Name" problem={twice ? "Every shelf needs a name of its own." : null}>
        <Input maxLength={60} value={shelf.name} onChange={(e) => onSet({ name: e.target.value })} />
      </Field>
      <Field label="What it is for">
        <Input maxLength={200} value={shelf.says} onChange={(e) => onSet({ says: e.target.value })} />
      </Field>
      <IconPick value={shelf.icon} family={null} colour={null} onChoose={(icon) => onSet({ icon })} />
      {children}
    </section>
  );
}

/** How many templates stand on a shelf once the plan is carried out. */
const heldThen = (s: Edited, { merged }: Plan, many: ReadonlyMap<string, number>): number =>
  [s.was ?? "", ...merged.filter((m) => m.into === s.was).map((m) => m.name)].reduce(
    (n, name) => n + (many.get(name) ?? 0),
    0,
  );

function ShelfIcon({ icon }: { icon: string | null }) {
  const paths = useIcon(icon);
  return (
    <span className="grid size-[22px] place-items-center text-ink-2">
      {paths && <Drawing paths={paths} size={16} ink="currentColor" />}
    </span>
  );
}

/** Takes a shelf down: an empty one at once, one that holds something into another. */
function TakeDown({
  shelf,
  holds,
  others,
  onTakeDown,
}: {
  shelf: Edited;
  holds: number;
  others: readonly Edited[];
  onTakeDown: (into: string | null) => void;
}) {
  if (holds === 0)
    return (
      <Button small className="self-start" onClick={() => onTakeDown(null)}>
        Take it down
      </Button>
    );
  const into = others.flatMap((s) =>
    s.was !== null && s.was !== shelf.was ? [[s.was, s.name] as const] : [],
  );
  if (into.length === 0) return null;
  return (
    <PickOne
      small
      aria-label="Put together with"
      says={`Put its ${plural(holds, "template")} together with…`}
      options={into}
      onPick={onTakeDown}
    />
  );
}
