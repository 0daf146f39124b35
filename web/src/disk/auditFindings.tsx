import { clsx } from "clsx";
import { AUDIT_SORTS } from "@mossy/core/disk/auditFinding";
import type { Audit } from "@mossy/core/disk/audit";
import type { AuditFinding, AuditSort } from "@mossy/core/disk/auditFinding";
import type { Entry } from "@mossy/core/disk/entry";
import { planMoves } from "@mossy/core/disk/moves";
import { wishesOf } from "@mossy/core/disk/wishes";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useMemo, useRef, useState } from "react";
import { Pill } from "../ui/pieces.tsx";
import { BeforeAfter } from "../ui/beforeAfter.tsx";
import { Empty } from "../ui/states.tsx";
import { useHouseWork } from "../house/work.ts";
import { PlanBar } from "./planBar.tsx";

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

/** What was looked through, and what was found. */
export interface AuditSource {
  readonly what: string;
  readonly onDisk: boolean;
  readonly audit: Audit;
  readonly entries: readonly Entry[];
  /** Errors in a listing: what its program could not look into. */
  readonly passedOver: number;
}

const baseName = (path: string): string => path.slice(path.lastIndexOf("/") + 1);

/** What was found, each with whether it is to be put right, and the moves that do. */
export function AuditFindings({
  looked: { what, onDisk, audit, entries, passedOver },
  again,
}: {
  looked: AuditSource;
  again: () => void;
}) {
  const { change } = useHouseWork();
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
        {passedOver > 0 && (
          <span className="text-xs text-ink-2">
            {passedOver.toLocaleString("en-GB")} {passedOver === 1 ? "error" : "errors"} of the program that
            listed passed over: what it could not look into is missing here
          </span>
        )}
      </div>
      <SortChips findings={audit.findings} sort={sort} onChoose={setSort} />
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
                className={clsx(
                  "absolute inset-x-0 top-0 grid grid-cols-[24px_minmax(0,1fr)_auto] items-start gap-x-2",
                  "border-b border-line px-3.5 py-1.5",
                )}
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
      <PlanBar
        what={what}
        puts={["puts right what is ticked", "put right what is ticked"]}
        onDisk={onDisk}
        may={change !== null}
        plan={plan}
        again={again}
      />
    </section>
  );
}

function SortChips({
  findings,
  sort,
  onChoose,
}: {
  findings: readonly AuditFinding[];
  sort: AuditSort | null;
  onChoose: (sort: AuditSort | null) => void;
}) {
  return (
    <div
      role="group"
      aria-label="Kinds of findings"
      className="flex flex-wrap gap-1 border-b border-line px-3.5 py-1.5"
    >
      {[null, ...AUDIT_SORTS].map((s) => {
        const n = s === null ? findings.length : findings.filter((f) => f.sort === s).length;
        return n === 0 && s !== null ? null : (
          <button
            key={s ?? "all"}
            type="button"
            aria-pressed={s === sort}
            onClick={() => onChoose(s)}
            className={clsx(
              "h-6 rounded-full px-2.5 text-sm font-semibold",
              s === sort ? "bg-moss text-on-moss" : "text-ink-2 hover:bg-sunk",
            )}
          >
            {s === null ? "All" : SORTS[s]} · {n.toLocaleString("en-GB")}
          </button>
        );
      })}
    </div>
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
