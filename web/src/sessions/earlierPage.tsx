import type { EarlierPage as Earlier } from "@mossy/contract/forward";
import { worksIn } from "@mossy/contract/worksIn";
import { plural } from "@mossy/core/session/plural";
import { useInfiniteQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { Button } from "../ui/button.tsx";
import { CardHead } from "../ui/cardHead.tsx";
import { SoFar, useEveryPage } from "../ui/lookingThrough.tsx";
import { Going, LeftAsItIs, useOneByOne } from "../ui/oneByOne.tsx";
import { EditionSteps } from "../ui/editionSteps.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { askOnce } from "../wire/ask.ts";
import { LeftToDecide } from "./leftToDecide.tsx";
import { later } from "../wire/laterQueries.ts";
import { queryClient, useMe } from "../wire/queries.ts";

type Line = Earlier["sessions"][number];

/** Open sessions started under an earlier edition: brought to the one in force in one go, or one by one. */
export default function EarlierPage() {
  const pages = useInfiniteQuery(later.earlier);
  const { data, error, refetch, hasNextPage } = pages;
  useEveryPage(pages);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Looking through the sessions" />;
  const last = data.pages.at(-1);
  return (
    <div className="flex flex-col gap-4">
      <SoFar what="Looking through the sessions" things="sessions" pages={{ hasNextPage, data }} />
      <Lines
        edition={last?.edition ?? 0}
        lines={data.pages.flatMap((p) => p.sessions)}
        whole={!hasNextPage}
      />
    </div>
  );
}

/** Brings sessions to the edition one after the other; what fails is left, and said. */
function useBringAll(edition: number) {
  const { going, undone, run } = useOneByOne(
    (line: Line) => line.session.title,
    ({ session, revision }: Line) =>
      askOnce("followInSession", { session: session.id }, { edition, revision }),
  );
  const bring = async (lines: readonly Line[]): Promise<void> => {
    const done = await run(lines);
    if (done > 0) mention(`${plural(done, "session follows", "sessions follow")} edition ${edition}.`);
    await Promise.all(
      ["earlier", "session", "sessions", "check-in", "today"].map((key) =>
        queryClient.invalidateQueries({ queryKey: [key] }),
      ),
    );
  };
  return { going, undone, bring };
}

function Lines({ edition, lines, whole }: { edition: number; lines: readonly Line[]; whole: boolean }) {
  const me = useMe();
  const { going, undone, bring } = useBringAll(edition);
  const mine = (l: Line): boolean => me !== null && me.right !== "assistant" && worksIn(me, l.session.room);
  const ready = lines.filter((l) => l.left.length === 0 && mine(l));
  const asked = lines.filter((l) => l.left.length > 0).length;
  return (
    <>
      <PageHead
        crumbs={[["Sessions", "/sessions"]]}
        title={`Bring to edition ${edition}`}
        beside={
          lines.length > 0 ? (
            <Pill look="look">{plural(lines.length, "session")} under an earlier one</Pill>
          ) : undefined
        }
      >
        <Going what="Bringing forward" going={going} />
        {ready.length > 0 && (
          <Button look="main" disabled={going !== null || !whole} onClick={() => void bring(ready)}>
            Bring {plural(ready.length, "session")} to it
          </Button>
        )}
      </PageHead>
      {me?.right === "lead" && <EditionSteps done={ready.length === 0 && whole} />}
      <LeftAsItIs undone={undone} />
      {lines.length === 0 && whole ? (
        <div className="card">
          <Empty title="Every open session follows the edition in force">
            Those that are closed stay as they were.
          </Empty>
        </div>
      ) : (
        <p className="text-sm text-ink-2">
          {asked === 0
            ? "All of them go without a question."
            : `${lines.length - asked} go without a question; ` +
              `${asked} ${asked === 1 ? "has" : "have"} something for a person to decide.`}{" "}
          Only what the edition asks is changed; what the rooms did stays, and each can be taken back on its
          own page.
        </p>
      )}
      <ul className="flex flex-col gap-3">
        {lines.map((line) => (
          <EarlierLine
            key={line.session.id}
            line={line}
            onBring={mine(line) && going === null ? () => void bring([line]) : null}
          />
        ))}
      </ul>
    </>
  );
}

function EarlierLine({ line, onBring }: { line: Line; onBring: (() => void) | null }) {
  const { session: s, says, left } = line;
  return (
    <li className="card flex flex-col gap-1.5 p-3.5">
      <CardHead to={`/sessions/${s.id}`} title={s.title} says={`${s.roomName} · edition ${s.edition}`}>
        {left.length > 0 ? (
          <Pill look="look">{left.length} to decide</Pill>
        ) : (
          <Pill look="ok">goes without a question</Pill>
        )}
        {left.length > 0 && s.lastCheckIn && (
          <Button small asChild>
            <Link to={`/check-ins/${s.lastCheckIn.id}`}>Decide</Link>
          </Button>
        )}
        {onBring && (
          <Button small aria-label={`${bringWord(left)}: ${s.title}`} onClick={onBring}>
            {bringWord(left)}
          </Button>
        )}
      </CardHead>
      <LeftToDecide title={s.title} left={left} />
      {line.changes > 0 && <p className="text-sm">{line.asks}</p>}
      <ul className="text-sm text-ink-2">
        {says.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
        {line.changes === 0 && <li>Nothing changes in it; it is only said to follow the later edition.</li>}
      </ul>
    </li>
  );
}

const bringWord = (left: readonly string[]): string =>
  left.length === 0 ? "Bring to it" : "Bring it, leave these open";
