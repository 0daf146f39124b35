import type { BehindPage as Behind } from "@mossy/contract/forward";
import { worksIn } from "@mossy/contract/worksIn";
import { plural } from "@mossy/core/session/plural";
import { useInfiniteQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link, useLocation } from "react-router";
import { Button } from "../ui/button.tsx";
import { CardHead } from "../ui/cardHead.tsx";
import { EditionSteps } from "../ui/editionSteps.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { SoFar, useEveryPage } from "../ui/lookingThrough.tsx";
import { Going, LeftAsItIs, useOneByOne } from "../ui/oneByOne.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { askOnce } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { RoomAndTemplate, useAddress } from "./narrowed.tsx";
import { queryClient, useMe } from "../wire/queries.ts";

type Line = Behind["sessions"][number];
/** Whether a session goes forward without a person deciding anything. */
const goesByItself = (line: Line): boolean => line.open === 0;

/**
 * All open sessions that stand on an older release of their template, of one template or of all: brought forward
 * in one go, or one by one.
 */
export default function BehindPage() {
  const { params } = useAddress();
  const asked = Object.fromEntries(
    ["room", "template"].flatMap((k) => (params.has(k) ? [[k, params.get(k) ?? ""]] : [])),
  );
  const pages = useInfiniteQuery(later.behind(asked));
  const { data, error, refetch, hasNextPage } = pages;
  useEveryPage(pages);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Looking through the sessions" />;
  const lines = data.pages.flatMap((p) => p.sessions);
  return (
    <div className="flex flex-col gap-4">
      <Lines
        lines={lines}
        whole={!hasNextPage}
        everywhere={Object.keys(asked).length === 0}
        filters={
          <>
            <RoomAndTemplate />
            <SoFar what="Looking through the sessions" things="sessions" pages={{ hasNextPage, data }} />
          </>
        }
      />
    </div>
  );
}

/** Brings sessions forward one after the other; what fails is left, and said. */
function useBringAll() {
  const { going, undone, run } = useOneByOne(
    (line: Line) => line.session.title,
    ({ session, release, revision, choices }: Line) =>
      askOnce("bringForward", { session: session.id }, { release, revision, choices }),
  );
  const bring = async (lines: readonly Line[]): Promise<void> => {
    const done = await run(lines);
    if (done > 0) mention(`${plural(done, "session stands", "sessions stand")} on the release in force.`);
    await Promise.all(
      ["behind", "template", "session", "sessions", "library", "today"].map((key) =>
        queryClient.invalidateQueries({ queryKey: [key] }),
      ),
    );
  };
  return { going, undone, bring };
}

function Lines({
  lines,
  whole,
  everywhere,
  filters,
}: {
  lines: readonly Line[];
  whole: boolean;
  everywhere: boolean;
  filters: ReactNode;
}) {
  const me = useMe();
  const { going, undone, bring } = useBringAll();
  const ready = lines.filter(
    (l) => goesByItself(l) && me !== null && me.right !== "assistant" && worksIn(me, l.session.room),
  );
  const asked = lines.filter((l) => !goesByItself(l)).length;
  return (
    <>
      <PageHead
        crumbs={[["Sessions", "/sessions"]]}
        title="Bring forward"
        beside={
          lines.length > 0 ? <Pill look="look">{plural(lines.length, "session")} behind</Pill> : undefined
        }
      >
        <Going what="Bringing forward" going={going} />
        {ready.length > 0 && (
          <Button look="main" disabled={going !== null || !whole} onClick={() => void bring(ready)}>
            Bring {plural(ready.length, "session")} forward
          </Button>
        )}
      </PageHead>
      {everywhere && me?.right === "lead" && <EditionSteps done={ready.length === 0 && whole} />}
      <div className="flex flex-wrap items-center gap-2">{filters}</div>
      <LeftAsItIs undone={undone} />
      {lines.length === 0 && whole ? (
        <div className="card">
          <Empty title="No session is behind">
            Every open session asked for stands on the latest release of its template.
          </Empty>
        </div>
      ) : (
        <p className="text-sm text-ink-2">
          {asked === 0
            ? "All of them go without a question."
            : `${lines.length - asked} go without a question; ` +
              `${asked} ${asked === 1 ? "has" : "have"} something to decide.`}{" "}
          What is patched and mixed in a room stays as it is, and each can be taken back on its own page.
        </p>
      )}
      <ul className="flex flex-col gap-3">
        {lines.map((line) => (
          <BehindLine key={line.session.id} line={line} />
        ))}
      </ul>
    </>
  );
}

function BehindLine({ line }: { line: Line }) {
  const { session: s, release, says } = line;
  const { pathname, search } = useLocation();
  return (
    <li className="card flex flex-col gap-1.5 p-3.5">
      <CardHead
        to={`/sessions/${s.id}`}
        title={s.title}
        says={`${s.roomName} · ${s.templateName} · release ${s.release} to ${release}`}
      >
        {line.unplaced > 0 && (
          <Pill look="look">{plural(line.unplaced, "new source")} without an input</Pill>
        )}
        {line.safer > 0 && <Pill>{line.safer} decided as is safer</Pill>}
        {line.open > 0 ? (
          <Pill look="look">{line.open} to decide</Pill>
        ) : (
          <Pill look="ok">goes without a question</Pill>
        )}
        <Button small asChild>
          <Link to={`/sessions/${s.id}/forward/${release}`} state={{ from: `${pathname}${search}` }}>
            {line.open > 0 ? "Decide" : "Look"}
          </Link>
        </Button>
      </CardHead>
      <ul className="text-sm text-ink-2">
        {says.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
        {line.changes === 0 && (
          <li>Nothing changes in it; it is only said to stand on the newer release.</li>
        )}
      </ul>
    </li>
  );
}
