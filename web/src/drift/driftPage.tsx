import { DRIFT_WEEKS } from "@mossy/contract/drift";
import type { DriftOverTime } from "@mossy/contract/drift";
import { sinceInWords } from "@mossy/core/drift/inWords";
import { DRIFT_BY } from "@mossy/core/drift/overTime";
import type { DriftBy } from "@mossy/core/drift/overTime";
import { PARTS, PART_SAYS, ruleTitle } from "@mossy/core/drift/parts";
import { driftTable } from "@mossy/core/formats/driftTable";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { Printer, X } from "lucide-react";
import { Suspense, lazy } from "react";
import { Link } from "react-router";
import { Button } from "../ui/button.tsx";
import { SaveList } from "../ui/listFiles.tsx";
import { PageHead } from "../ui/pieces.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { Select } from "../ui/select.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { fileAddress } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { RoomAndTemplate, useAddress } from "../sessions/narrowed.tsx";
import { WeekBars } from "./weekBars.tsx";

const WeekChart = lazy(() => import("./weekChart.tsx"));

const BY_SAYS: Readonly<Record<DriftBy, string>> = {
  rule: "Rule",
  part: "Part",
  room: "Room",
  template: "Template",
};
/** What each is narrowed to is looked at by, when one goes into it. */
const INTO: Readonly<Record<DriftBy, DriftBy>> = {
  rule: "room",
  part: "rule",
  room: "rule",
  template: "rule",
};
const ASKED = ["by", "weeks", "room", "template", "rule", "part"] as const;

/** What drifts, over some weeks: taken together by rule, part, room or template, never by person. */
export default function DriftPage() {
  const { params, go } = useAddress();
  const asked = Object.fromEntries(
    ASKED.flatMap((key) => (params.has(key) ? [[key, params.get(key) ?? ""]] : [])),
  );
  const { data, error, refetch } = useQuery(later.driftOver(asked));
  const by = DRIFT_BY.find((b) => b === params.get("by")) ?? "rule";
  return (
    <div className="flex flex-col gap-4">
      <PageHead crumbs={[["Sessions", "/sessions"]]} title="Drift">
        <Button asChild>
          <a href={fileAddress("driftPaper", {}, asked)} download>
            <Printer size={15} aria-hidden /> For the weekly meeting (PDF)
          </a>
        </Button>
        <SaveList
          list={() => driftTable(BY_SAYS[by], data?.weeks ?? [], data?.groups ?? [])}
          file={`Drift by ${by}`}
          disabled={!data}
        />
      </PageHead>
      <div className="flex flex-wrap items-center gap-2">
        <Choice
          label="Taken together by"
          value={by}
          choices={DRIFT_BY.map((b) => [b, BY_SAYS[b]] as const)}
          onChoose={(to) => go({ by: to })}
        />
        <Select
          small
          aria-label="Weeks"
          value={params.get("weeks") ?? "12"}
          onChange={(e) => go({ weeks: e.target.value })}
        >
          {DRIFT_WEEKS.map((n) => (
            <option key={n} value={n}>
              {n} weeks
            </option>
          ))}
        </Select>
        <RoomAndTemplate />
        <Narrowed />
      </div>
      {error ? (
        <Failed error={error} again={() => void refetch()} />
      ) : data ? (
        <Drifted data={data} by={by} />
      ) : (
        <Loading what="Looking through what came back" />
      )}
    </div>
  );
}

/** What it is narrowed to besides, to be taken away. */
function Narrowed() {
  const { params, go } = useAddress();
  const [rule, part] = [params.get("rule"), PARTS.find((p) => p === params.get("part"))];
  const says: readonly (readonly [key: string, says: string])[] = [
    ...(rule === null ? [] : [["rule", ruleTitle(rule)] as const]),
    ...(part === undefined ? [] : [["part", PART_SAYS[part]] as const]),
  ];
  return says.map(([key, name]) => (
    <Button key={key} small aria-label={`${name}: look at everything`} onClick={() => go({ [key]: null })}>
      {name} <X size={13} aria-hidden />
    </Button>
  ));
}

function Drifted({ data, by }: { data: DriftOverTime; by: DriftBy }) {
  const { all, groups, weeks } = data;
  if (all.of === 0)
    return (
      <div className="card">
        <Empty title="Nothing came back in these weeks">
          Choose more weeks, or another room. What rooms hand in is compared with the house and kept here.
        </Empty>
      </div>
    );
  return (
    <>
      <section aria-label="In all" className="card flex flex-wrap items-stretch gap-x-8 gap-y-3 p-4">
        <div className="max-w-80 min-w-60 flex-1">
          <p>
            <span className="font-title text-2xl font-semibold">{all.came}</span>{" "}
            {all.came === 1 ? "thing" : "things"} came in other than the house has it, in {all.sessions} of{" "}
            {plural(all.of, "session")}.
          </p>
          <p className="pt-1 text-sm text-ink-2">
            {all.right} were put right, {all.kept} let stand with a reason, {all.open} are still off.{" "}
            {all.back === 0
              ? "Nothing that was put right came back."
              : `${all.back} had been put right before and came back.`}
          </p>
          {all.since && (
            <p className="pt-1 text-sm font-semibold text-lantern">{sinceInWords(all.since)}</p>
          )}
        </div>
        <div className="h-36 min-w-64 flex-[2]">
          <Suspense fallback={<Loading what="Drawing" />}>
            <WeekChart weeks={weeks} counts={all.weeks} />
          </Suspense>
        </div>
      </section>
      {groups.length === 0 ? (
        <div className="card">
          <Empty title="Nothing drifted">Every session came back as the house has it.</Empty>
        </div>
      ) : (
        <Groups data={data} by={by} />
      )}
      <p className="text-xs text-ink-2">
        “Since” is said where more sessions drift from an edition (of a template: from a release) on than
        before, and Fisher&rsquo;s exact test (1935) leaves chance less than 5 % even after as many tries as
        there were (Bonferroni). Rooms and rules count here, never people.
      </p>
    </>
  );
}

const LED_INTO =
  "text-left font-semibold underline decoration-line-strong underline-offset-2 hover:decoration-ink";
/** What gives way in a narrow window. */
const ROOMY = "max-[999px]:hidden";
const NUMBER = "px-2 py-2 text-right font-mono";

function Groups({ data: { groups, weeks }, by }: { data: DriftOverTime; by: DriftBy }) {
  const { params, go } = useAddress();
  const most = Math.max(1, ...groups.flatMap((g) => g.weeks));
  const rightOf = (key: string): string => {
    const next = new URLSearchParams();
    for (const k of ["rule", "room", "template"]) if (params.has(k)) next.set(k, params.get(k) ?? "");
    if (by !== "part") next.set(by, key);
    return `/sessions/right?${next.toString()}`;
  };
  return (
    <section aria-label={`By ${by}`} className="card overflow-x-auto">
      <table className="w-full">
        <thead className="text-left text-xs text-ink-2">
          <tr className="border-b border-line">
            <th scope="col" className="px-4 py-2 font-semibold">
              {BY_SAYS[by]}
            </th>
            {["Came in", "In sessions", "Put right", "Came back", "Still off"].map((h) => (
              <th
                key={h}
                scope="col"
                className="px-2 py-2 text-right font-semibold min-[1000px]:whitespace-nowrap"
              >
                {h}
              </th>
            ))}
            <th scope="col" className={`px-2 py-2 font-semibold ${ROOMY}`}>
              Week by week
            </th>
            <th scope="col" className="px-4 py-2">
              <span className="sr-only">What to do</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {groups.map((g) => (
            <tr key={g.key} className="border-t border-line first:border-t-0 hover:bg-bg">
              <th scope="row" className="px-4 py-2 text-left font-normal">
                <button
                  type="button"
                  className={LED_INTO}
                  onClick={() => go({ [by]: g.key, by: INTO[by] })}
                >
                  {g.name}
                </button>
                {g.since && <span className="block text-sm text-lantern">{sinceInWords(g.since)}</span>}
              </th>
              <td className={NUMBER}>{g.came}</td>
              <td className={`${NUMBER} whitespace-nowrap`}>
                {g.sessions} of {g.of}
              </td>
              <td className={NUMBER}>{g.right}</td>
              <td className={`${NUMBER} ${g.back > 0 ? "font-semibold text-lantern" : ""}`}>{g.back}</td>
              <td className={NUMBER}>{g.open}</td>
              <td className={`px-2 py-2 ${ROOMY}`}>
                <WeekBars counts={g.weeks} weeks={weeks} most={most} className="h-6 w-36" />
              </td>
              <td className="px-4 py-2 text-right whitespace-nowrap">
                {g.open > 0 && by !== "part" && (
                  <Link
                    className="text-sm text-moss underline underline-offset-2"
                    to={rightOf(g.key)}
                    aria-label={`Put right: ${g.name}`}
                  >
                    Put right
                  </Link>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
