import { clsx } from "clsx";
import { useMemo } from "react";
import type { ReactNode } from "react";
import type { Finding } from "@mossy/core/check/rule";
import { putAllRight } from "@mossy/core/check/check";
import type { Style } from "@mossy/core/house/style";
import type { Session, TrackId } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import { Lamp } from "lucide-react";
import { FindingCard } from "../check/card.tsx";
import { TITLE_OF } from "../check/titles.ts";
import { actsOn, putAll } from "../check/useFindings.ts";
import type { Findings } from "../check/useFindings.ts";
import { Button, Key } from "../ui/button.tsx";
import { Empty } from "../ui/states.tsx";
import type { Workpiece } from "../documents/workpiece.ts";

/** So many cards are drawn at once; a session that is off everywhere has thousands. */
const AT_ONCE = 60;

export function FindingsList({
  style,
  findings,
  work,
  may,
  onSelect,
  onRemark,
  children,
}: {
  style: Style;
  findings: Findings;
  work: Workpiece;
  may: boolean;
  onSelect: (id: TrackId) => void;
  onRemark: (finding: Finding) => void;
  /** What else is to look at, before what the tracks say. */
  children?: ReactNode;
}) {
  const sure = findings.open.filter((f) => f.fix?.sure).length;
  const kinds = [
    ...findings.open
      .filter((f) => f.fix?.sure)
      .reduce((m, f) => m.set(f.rule, (m.get(f.rule) ?? 0) + 1), new Map<string, number>()),
  ];
  return (
    <section aria-label="To look at" className="card flex flex-col gap-3 p-3.5">
      <div className="flex items-center justify-between">
        <h2 className="font-semibold">To look at</h2>
        {may && sure > 0 && (
          <Button small look="main" onClick={() => putAll(work, style, null)}>
            Put all right
          </Button>
        )}
      </div>
      {children}
      {findings.all.length === 0 && <Empty title="Nothing is off">Every track follows the house.</Empty>}
      {findings.all.length > 0 && (
        <p className="text-xs text-ink-2">
          <Key>N</Key> goes to the next, <Key>Shift+N</Key> to the one before.
        </p>
      )}
      {may && kinds.length > 1 && (
        <ul aria-label="All of a kind" className="flex flex-wrap gap-1.5">
          {kinds.map(([rule, n]) => (
            <li key={rule}>
              <Button
                small
                onClick={() => {
                  work.edit(
                    putAllRight(style, work.state().doc, null, (found) =>
                      found.filter((f) => f.rule === rule),
                    ),
                    `put right: ${TITLE_OF.get(rule)?.toLowerCase() ?? rule}`,
                  );
                }}
              >
                {TITLE_OF.get(rule)} · {n}
              </Button>
            </li>
          ))}
        </ul>
      )}
      {findings.all.slice(0, AT_ONCE).map((f) => (
        <FindingCard
          key={f.id}
          finding={f}
          title={TITLE_OF.get(f.rule) ?? ""}
          acts={may ? actsOn(work, f) : null}
          onShow={f.track === null ? undefined : () => onSelect(f.track ?? "")}
          onRemark={() => onRemark(f)}
        />
      ))}
      {findings.all.length > AT_ONCE && (
        <p className="text-sm text-ink-2">
          {findings.all.length - AT_ONCE} more. Put right all of a kind, or go through them by key.
        </p>
      )}
    </section>
  );
}

/** The bottom line: what wants a look, of which kinds, and counts. */
export function BottomLine({
  session,
  findings,
  chosen,
  onShow,
}: {
  session: Session;
  findings: Findings;
  chosen: number;
  onShow: () => void;
}) {
  const count = (kind: string): number => session.tracks.filter((t) => t.kind === kind).length;
  const inputs = session.tracks.filter((t) => t.input !== null).length;
  const kinds = useMemo(() => {
    const perRule = new Map<string, number>();
    for (const f of findings.open) perRule.set(f.rule, (perRule.get(f.rule) ?? 0) + 1);
    return [...perRule].slice(0, 3);
  }, [findings.open]);
  const keptNow = findings.all.length - findings.open.length;
  return (
    <footer className="flex h-7 shrink-0 items-center gap-4 text-sm text-ink-2">
      <button
        type="button"
        onClick={onShow}
        className={clsx(
          "inline-flex items-center gap-1.5 rounded-full px-2.5 py-1 font-semibold",
          findings.open.length > 0 ? "bg-lantern-soft text-lantern" : "bg-moss-soft text-moss",
        )}
      >
        <Lamp size={14} aria-hidden />{" "}
        {findings.looking && findings.all.length === 0
          ? "Looking…"
          : findings.open.length === 0
            ? "Nothing to look at"
            : `${findings.open.length} to look at`}
      </button>
      {findings.looking && (
        <span role="status">{findings.all.length === 0 ? "at every track" : "looking again…"}</span>
      )}
      {kinds.map(([rule, n]) => (
        <span key={rule} className="truncate">
          {n} × {TITLE_OF.get(rule)?.toLowerCase()}
        </span>
      ))}
      {keptNow > 0 && <span>{keptNow} kept with a reason</span>}
      <span className="ml-auto whitespace-nowrap">
        {plural(session.tracks.length, "track")}
        {chosen > 1 ? `, ${chosen} chosen` : ""} · {plural(count("folder"), "folder")} · {inputs} on inputs
        · {plural(count("return"), "return")}
      </span>
    </footer>
  );
}
