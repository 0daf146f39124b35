import { AUDIT_SORTS, sameSize } from "@mossy/core/disk/audit";
import type { Audit, AuditFinding, AuditSort } from "@mossy/core/disk/audit";
import type { Entry } from "@mossy/core/disk/entry";
import { planMoves } from "@mossy/core/disk/moves";
import { wishesOf } from "@mossy/core/disk/wishes";
import { movesCsv, posixScript, powerShellScript } from "@mossy/core/formats/moveScripts";
import { useMutation } from "@tanstack/react-query";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useMemo, useRef, useState } from "react";
import { ask } from "../wire/ask.ts";
import { queries, queryClient } from "../wire/queries.ts";
import { mention } from "../ui/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { BeforeAfter, Field, Pill, Select, TextArea } from "../ui/pieces.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { Empty, Trouble } from "../ui/states.tsx";
import type { AuditNews, AuditTask } from "./audit.worker.ts";
import { useHouseWork } from "../house/work.ts";

const SORTS: Readonly<Record<AuditSort, string>> = {
  missing: "Missing",
  stray: "Stray",
  misnamed: "Misnamed",
  unsafe: "Unsafe names",
  "too-long": "Paths too long",
  collides: "Would collide",
  empty: "Empty",
  twice: "Same content twice",
};

interface AuditSource {
  readonly what: string;
  readonly onDisk: boolean;
  readonly audit: Audit;
  readonly entries: readonly Entry[];
}

/** Compares a real tree with the blueprint: the shared disk, a folder of this computer, or a listing. */
export function AuditView() {
  const { house, change } = useHouseWork();
  const worker = useRef<Worker | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [looked, setLooked] = useState<AuditSource | null>(null);
  const [scope, setScope] = useState<"shared" | "project">("shared");
  const [pasting, setPasting] = useState(false);
  const folder = useRef<HTMLInputElement>(null);
  const stop = (): void => {
    worker.current?.terminate();
    worker.current = null;
    setShare(null);
  };
  useEffect(
    () => () => {
      worker.current?.terminate();
    },
    [],
  );
  const start = (what: string, onDisk: boolean, task: Omit<AuditTask, "house" | "scope">): void => {
    stop();
    setProblem(null);
    setShare(0);
    const w = new Worker(new URL("./audit.worker.ts", import.meta.url), { type: "module" });
    worker.current = w;
    w.onmessage = ({ data }: MessageEvent<AuditNews>) => {
      if ("share" in data) {
        setShare(data.share);
        return;
      }
      stop();
      if ("problem" in data) setProblem(data.problem);
      else {
        setLooked({ what, onDisk, audit: data.audit, entries: data.entries });
        setPasting(false);
      }
    };
    w.postMessage({ house, scope: onDisk ? "shared" : scope, ...task } satisfies AuditTask);
  };
  const onDisk = async (): Promise<void> => {
    setProblem(null);
    setShare(0);
    try {
      const { entries } = await queryClient.fetchQuery({ ...queries.disk, staleTime: 0 });
      const alike = sameSize(entries)
        .flat()
        .map((e) => e.path);
      const hashes = new Map(
        (alike.length === 0 || !change
          ? []
          : (await ask("hashOnDisk", {}, { paths: alike.slice(0, 20_000) })).hashes
        ).map((h) => [h.path, h.hash]),
      );
      start("The shared disk", true, {
        from: entries.map((e) => {
          const hash = hashes.get(e.path);
          return hash === undefined ? e : { ...e, hash };
        }),
        files: new Map(),
      });
    } catch (e) {
      setShare(null);
      setProblem(e instanceof Error ? e.message : "The shared disk could not be read.");
    }
  };
  const onFolder = (picked: readonly File[]): void => {
    const [first] = picked;
    if (!first) return;
    const root = first.webkitRelativePath.split("/")[0] ?? "";
    const files = new Map(picked.map((f) => [f.webkitRelativePath.slice(root.length + 1), f]));
    start(root === "" ? "A picked folder" : root, false, {
      from: [...files].map(([path, f]) => ({ path, folder: false, size: f.size })),
      files,
    });
  };
  return (
    <div className="beside h-full min-h-0 [--beside:300px]">
      {looked ? (
        <Findings
          key={looked.what + String(looked.audit.files) + String(looked.audit.findings.length)}
          looked={looked}
          again={() => void onDisk()}
        />
      ) : (
        <section aria-label="Findings" className="card min-h-0 overflow-y-auto">
          <Empty title="Nothing looked through yet">
            Choose a tree at the right. It is compared with the blueprint and with what disks can store;
            nothing is touched.
          </Empty>
        </section>
      )}
      <aside aria-label="What to look through" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
        <section aria-label="A tree" className="card flex flex-col gap-3 p-3.5">
          <h2 className="font-semibold">Look through a tree</h2>
          <Button look={looked ? "plain" : "main"} disabled={share !== null} onClick={() => void onDisk()}>
            The shared disk
          </Button>
          <Field label="What another tree is">
            <Select
              small
              value={scope}
              onChange={(e) => setScope(e.target.value === "project" ? "project" : "shared")}
            >
              <option value="shared">a whole shared disk</option>
              <option value="project">one project</option>
            </Select>
          </Field>
          <div className="flex flex-wrap gap-2">
            <Button
              small
              disabled={share !== null}
              onClick={() => {
                folder.current?.click();
              }}
            >
              A folder here…
            </Button>
            <Button small disabled={share !== null} onClick={() => setPasting(!pasting)}>
              A listing…
            </Button>
          </div>
          <input
            ref={folder}
            type="file"
            aria-label="Folder to look through"
            className="sr-only"
            tabIndex={-1}
            {...{ webkitdirectory: "" }}
            multiple
            onChange={(e) => {
              onFolder([...(e.target.files ?? [])]);
              e.target.value = "";
            }}
          />
          <p className="text-xs text-ink-2">
            Of a folder here, names and sizes are looked at in this window; nothing is sent. Empty folders
            do not show in it.
          </p>
          {share !== null && (
            <div className="flex items-center gap-3">
              <progress
                aria-label="Looking through"
                value={share}
                className="h-2 flex-1 accent-[var(--moss)]"
              />
              <Button small onClick={stop}>
                Cancel
              </Button>
            </div>
          )}
          {problem !== null && <Trouble error={new Error(problem)} />}
        </section>
        {pasting && (
          <Listing
            busy={share !== null}
            onRead={(text, name) => start(name, false, { from: text, files: new Map() })}
          />
        )}
      </aside>
    </div>
  );
}

function Listing({ busy, onRead }: { busy: boolean; onRead: (text: string, name: string) => void }) {
  const [text, setText] = useState("");
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <form
      aria-label="A listing"
      className="card flex flex-col gap-2 p-3.5"
      onSubmit={(e) => {
        e.preventDefault();
        onRead(text, "A pasted listing");
      }}
    >
      <Field label="What find, ls -R or a CSV with a column “path” gives">
        <TextArea
          rows={7}
          className="font-mono text-sm"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </Field>
      <div className="flex flex-wrap gap-2">
        <Button small look="main" type="submit" disabled={busy || text.trim() === ""}>
          Look through it
        </Button>
        <Button
          small
          disabled={busy}
          onClick={() => {
            chooser.current?.click();
          }}
        >
          From a file…
        </Button>
      </div>
      <input
        ref={chooser}
        type="file"
        accept=".txt,.csv,.log,text/*"
        aria-label="Listing file"
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) void file.text().then((t) => onRead(t, file.name));
          e.target.value = "";
        }}
      />
    </form>
  );
}

const baseName = (path: string): string => path.slice(path.lastIndexOf("/") + 1);

function Findings({
  looked: { what, onDisk, audit, entries },
  again,
}: {
  looked: AuditSource;
  again: () => void;
}) {
  const [sort, setSort] = useState<AuditSort | null>(null);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const shown = audit.findings
    .map((f, i) => [f, i] as const)
    .filter(([f]) => sort === null || f.sort === sort);
  const chosen = useMemo(
    () => audit.findings.filter((f, i) => f.right !== null && !left.has(i)),
    [audit, left],
  );
  const plan = useMemo(() => {
    const { wishes, folders } = wishesOf(chosen);
    return planMoves(entries, wishes, folders);
  }, [chosen, entries]);
  const list = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: shown.length,
    getScrollElement: () => list.current,
    estimateSize: () => 58,
    overscan: 12,
  });
  const toggle = (i: number): void => {
    const next = new Set(left);
    if (!next.delete(i)) next.add(i);
    setLeft(next);
  };
  return (
    <section aria-label="Findings" className="card flex min-h-0 flex-col">
      <div className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-2">
        <h2 className="font-semibold">
          {what}{" "}
          <span className="font-normal text-ink-2">
            {audit.files.toLocaleString("en-GB")} files in {audit.folders.toLocaleString("en-GB")} folders
          </span>
        </h2>
        <Pill look={audit.findings.length === 0 ? "ok" : "look"}>
          {audit.findings.length.toLocaleString("en-GB")}{" "}
          {audit.findings.length === 1 ? "finding" : "findings"}
        </Pill>
      </div>
      <div
        role="group"
        aria-label="Kinds of findings"
        className="flex flex-wrap gap-1 border-b border-line px-3.5 py-1.5"
      >
        {[null, ...AUDIT_SORTS].map((s) => {
          const n = s === null ? audit.findings.length : audit.findings.filter((f) => f.sort === s).length;
          return n === 0 && s !== null ? null : (
            <button
              key={s ?? "all"}
              type="button"
              aria-pressed={s === sort}
              onClick={() => setSort(s)}
              className={`h-6 rounded-full px-2.5 text-sm font-semibold ${s === sort ? "bg-moss text-on-moss" : "text-ink-2 hover:bg-sunk"}`}
            >
              {s === null ? "All" : SORTS[s]} · {n.toLocaleString("en-GB")}
            </button>
          );
        })}
      </div>
      <div
        ref={list}
        className="min-h-0 flex-1 overflow-y-auto"
        tabIndex={0}
        role="region"
        aria-label="List of findings"
      >
        {audit.findings.length === 0 && (
          <Empty title="All as it should be">
            Every folder is there, every name follows its pattern and can be stored anywhere.
          </Empty>
        )}
        <ul style={{ height: rows.getTotalSize(), position: "relative" }}>
          {rows.getVirtualItems().map((v) => {
            const row = shown[v.index];
            if (!row) return null;
            const [f, i] = row;
            return (
              <li
                key={v.key}
                data-sort={f.sort}
                ref={rows.measureElement}
                data-index={v.index}
                className="absolute inset-x-0 top-0 grid grid-cols-[24px_minmax(0,1fr)_auto] items-start gap-x-2 border-b border-line px-3.5 py-1.5"
                style={{ transform: `translateY(${v.start}px)` }}
              >
                {f.right !== null ? (
                  <input
                    type="checkbox"
                    className="mt-1"
                    aria-label={`Put ${f.path} right`}
                    checked={!left.has(i)}
                    onChange={() => toggle(i)}
                  />
                ) : (
                  <span />
                )}
                <FindingText finding={f} />
                <Pill>{SORTS[f.sort].toLowerCase()}</Pill>
              </li>
            );
          })}
        </ul>
      </div>
      <PlanBar what={what} onDisk={onDisk} plan={plan} again={again} />
    </section>
  );
}

function FindingText({ finding: f }: { finding: AuditFinding }) {
  const folder = f.path.slice(0, Math.max(0, f.path.length - baseName(f.path).length));
  // A very long name would push everything else off the list; its whole is in the tip.
  const to =
    f.right === null
      ? null
      : f.right.into !== null && f.sort !== "missing"
        ? `${f.right.into}/${f.right.name}`
        : f.right.name;
  return (
    <div className="min-w-0">
      <p className="line-clamp-2 text-sm" title={f.path}>
        <span className="mr-2 font-mono text-xs text-ink-2">
          {folder.length > 70 ? `…${folder.slice(-68)}` : folder}
        </span>
        {f.sort === "missing" || to === null ? (
          <span className="font-mono font-semibold [overflow-wrap:anywhere]">{baseName(f.path)}</span>
        ) : (
          <BeforeAfter before={baseName(f.path)} after={to} />
        )}
      </p>
      <p className="text-sm text-ink-2">{f.says}</p>
    </div>
  );
}

function PlanBar({
  what,
  onDisk,
  plan,
  again,
}: {
  what: string;
  onDisk: boolean;
  plan: ReturnType<typeof planMoves>;
  again: () => void;
}) {
  const { change } = useHouseWork();
  const [open, setOpen] = useState(false);
  const run = useMutation({
    mutationFn: () =>
      ask(
        "moveOnDisk",
        {},
        {
          title: `${plan.steps.length} ${plan.steps.length === 1 ? "step" : "steps"} from the findings`,
          steps: [...plan.steps],
        },
      ),
    onSuccess: async (done) => {
      await queryClient.invalidateQueries({ queryKey: ["disk"] });
      mention(
        done.stopped === null
          ? `All ${done.steps} steps are done. “What was moved” undoes them.`
          : `Stopped after ${done.done} of ${done.steps} steps: ${done.stopped}. What was done can be undone under “What was moved”.`,
        { weight: done.stopped === null ? "note" : "look" },
      );
      again();
    },
  });
  const title = `Moves for ${what}, by the blueprint of the house`;
  const none = plan.steps.length === 0;
  return (
    <div className="border-t border-line px-3.5 py-2.5">
      {open && !none && (
        <ol
          aria-label="Dry run"
          className="mb-2 max-h-44 overflow-y-auto rounded-md bg-bg px-3 py-2 font-mono text-xs"
          tabIndex={0}
        >
          {plan.steps.slice(0, 400).map((s, i) => (
            <li key={i} className="[overflow-wrap:anywhere]">
              <span className="text-ink-2">{i + 1}</span>{" "}
              {s.do === "move" ? `${s.from} → ${s.to}` : `new folder ${s.path}`}
            </li>
          ))}
          {plan.steps.length > 400 && <li>and {plan.steps.length - 400} more</li>}
        </ol>
      )}
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
          {plan.steps.length === 1 ? "step puts" : "steps put"} right what is ticked. Nothing is deleted or
          overwritten.
        </span>
        <span className="ml-auto flex flex-wrap gap-2">
          <Button small disabled={none} aria-expanded={open} onClick={() => setOpen(!open)}>
            Dry run
          </Button>
          <Button
            small
            disabled={none}
            onClick={() => saveAs("moves.sh", "text/x-shellscript", posixScript(plan.steps, title))}
          >
            Shell script
          </Button>
          <Button
            small
            disabled={none}
            onClick={() => saveAs("moves.ps1", "text/plain", powerShellScript(plan.steps, title))}
          >
            PowerShell
          </Button>
          <Button
            small
            disabled={none}
            onClick={() => saveAs("moves.csv", "text/csv", movesCsv(plan.steps))}
          >
            CSV
          </Button>
          {onDisk && change && (
            <Button small look="main" disabled={none || run.isPending} onClick={() => run.mutate()}>
              {run.isPending ? "Moving…" : "Carry it out"}
            </Button>
          )}
        </span>
      </div>
    </div>
  );
}
