import type { RightPage as Page } from "@mossy/contract/drift";
import { worksIn } from "@mossy/contract/worksIn";
import { ruleTitle } from "@mossy/core/drift/parts";
import { plural } from "@mossy/core/session/plural";
import { useInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { ReactNode } from "react";
import { Link, useLocation } from "react-router";
import { Button } from "../ui/button.tsx";
import { CardHead } from "../ui/cardHead.tsx";
import { SoFar, useEveryPage } from "../ui/lookingThrough.tsx";
import { Going, LeftAsItIs, useOneByOne } from "../ui/oneByOne.tsx";
import { EditionSteps } from "../ui/editionSteps.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { askOnce } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { newUuid } from "../wire/newUuid.ts";
import { useMe } from "../wire/queries.ts";
import { LeftToDecide } from "../sessions/leftToDecide.tsx";
import { RoomAndTemplate, useAddress } from "../sessions/narrowed.tsx";
import { Runs } from "./runs.tsx";
import { refreshAfterRun } from "./afterRun.ts";

type Line = Page["lines"][number];

/** Puts right what rooms brought about, in many sessions in one go: a rule or all, in a room or everywhere. */
export default function RightPage() {
  const { params, go } = useAddress();
  const rule = params.get("rule");
  const asked = Object.fromEntries(
    ["rule", "room", "template"].flatMap((k) => (params.has(k) ? [[k, params.get(k) ?? ""]] : [])),
  );
  // Sessions that were chosen in a list: only they.
  const { only } = (useLocation().state ?? {}) as { only?: readonly string[] };
  const pages = useInfiniteQuery(later.toPutRight(asked));
  const { data, error, refetch, hasNextPage } = pages;
  useEveryPage(pages);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Looking through the sessions" />;
  const rules = data.pages[0]?.rules ?? [];
  const lines = data.pages
    .flatMap((p) => p.lines)
    .filter((l) => only === undefined || only.includes(l.session.id));
  return (
    <div className="flex flex-col gap-4">
      <Lines
        rule={rule}
        lines={lines}
        whole={!hasNextPage}
        everywhere={Object.keys(asked).length === 0 && only === undefined}
        filters={
          <>
            <Select
              small
              aria-label="Rule"
              value={rule ?? ""}
              onChange={(e) => go({ rule: e.target.value === "" ? null : e.target.value })}
            >
              <option value="">Whatever rooms changed</option>
              {rules.map((r) => (
                <option key={r.rule} value={r.rule}>
                  {ruleTitle(r.rule)} ({r.findings} in {plural(r.sessions, "session")})
                </option>
              ))}
              {rule !== null && !rules.some((r) => r.rule === rule) && (
                <option value={rule}>{ruleTitle(rule)}</option>
              )}
            </Select>
            <RoomAndTemplate />
            {only && (
              <span className="text-sm text-ink-2">
                of {plural(only.length, "chosen session")} ·{" "}
                <Link className="text-moss underline underline-offset-2" to="/sessions/right">
                  all sessions
                </Link>
              </span>
            )}
            <SoFar what="Looking through the sessions" things="sessions" pages={{ hasNextPage, data }} />
          </>
        }
      />
      <Runs />
    </div>
  );
}

/** Puts sessions right one after the other, as one run; what fails is left, and said. */
function useRun(rule: string | null, send: boolean) {
  const { going, undone, run } = useOneByOne(
    ({ line }: { line: Line; id: string }) => line.session.title,
    ({ line: { session, revision }, id }) =>
      askOnce("putRight", { session: session.id }, { run: id, rule, revision, send }),
  );
  const right = async (lines: readonly Line[]): Promise<void> => {
    const id = newUuid();
    const done = await run(lines.map((line) => ({ line, id })));
    if (done > 0)
      mention(
        `${plural(done, "session is", "sessions are")} put right${send ? " and sent" : ""}. ` +
          "It can be undone below.",
      );
    await refreshAfterRun();
  };
  return { going, undone, right };
}

function Lines({
  rule,
  lines,
  whole,
  everywhere,
  filters,
}: {
  rule: string | null;
  lines: readonly Line[];
  whole: boolean;
  everywhere: boolean;
  filters: ReactNode;
}) {
  const me = useMe();
  const [send, setSend] = useState(true);
  const { going, undone, right } = useRun(rule, send);
  const mine = (l: Line): boolean => me !== null && worksIn(me, l.session.room);
  const ready = lines.filter((l) => l.changes > 0 && mine(l));
  return (
    <>
      <PageHead
        crumbs={[["Sessions", "/sessions"]]}
        title="Put right"
        beside={
          lines.length > 0 ? <Pill look="look">{plural(lines.length, "session")} off</Pill> : undefined
        }
      >
        <Going what="Putting right" going={going} />
        <label className="flex items-center gap-2 text-sm">
          <input type="checkbox" checked={send} onChange={(e) => setSend(e.target.checked)} />
          Send the corrected files to the stations
        </label>
        {ready.length > 0 && (
          <Button look="main" disabled={going !== null || !whole} onClick={() => void right(ready)}>
            Put {plural(ready.length, "session")} right
          </Button>
        )}
      </PageHead>
      {everywhere && me?.right === "lead" && <EditionSteps done={whole && ready.length === 0} />}
      <div className="flex flex-wrap items-center gap-2">{filters}</div>
      <LeftAsItIs undone={undone} />
      {lines.length === 0 && whole && (
        <div className="card">
          <Empty title="Nothing to put right">
            No open session has anything of this kind that its room brought about.
          </Empty>
        </div>
      )}
      <ul className="flex flex-col gap-3">
        {lines.map((line) => (
          <RightLine
            key={line.session.id}
            line={line}
            onRight={line.changes > 0 && mine(line) && going === null ? () => void right([line]) : null}
          />
        ))}
      </ul>
    </>
  );
}

function RightLine({ line, onRight }: { line: Line; onRight: (() => void) | null }) {
  const { session: s, says, left, changes } = line;
  return (
    <li className="card flex flex-col gap-1.5 p-3.5">
      <CardHead to={`/sessions/${s.id}`} title={s.title} says={`${s.roomName} · ${s.templateName}`}>
        {changes > 0 && <Pill look="ok">{plural(changes, "change")}</Pill>}
        {left.length > 0 && <Pill look="look">{left.length} to decide</Pill>}
        {left.length > 0 && s.lastCheckIn && (
          <Button small asChild>
            <Link to={`/check-ins/${s.lastCheckIn.id}`} aria-label={`Decide: ${s.title}`}>
              Decide
            </Link>
          </Button>
        )}
        {onRight && (
          <Button small aria-label={`Put right: ${s.title}`} onClick={onRight}>
            Put right
          </Button>
        )}
      </CardHead>
      <ul className="text-sm text-ink-2">
        {says.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
      <LeftToDecide title={s.title} left={left} />
    </li>
  );
}
