import { summaryOf } from "@mossy/core/drift/summary";
import { plural } from "@mossy/core/session/plural";
import type { ReactNode } from "react";
import type { Whole } from "./sessionParts.tsx";

/** So many names are said; more are counted. */
const SAID = 12;
const listed = (names: readonly string[]): string =>
  names.length <= SAID
    ? names.join(", ")
    : `${names.slice(0, SAID).join(", ")} and ${names.length - SAID} more`;

/** How a session went: how it followed, what was kept and why, what it got and lost, what is still open. */
export function Summary({ session: s }: { session: Whole }) {
  const { kept, added, gone, renamed } = summaryOf(s.baseline, s.now);
  const counted = s.checkIns.filter((c) => c.aside === null);
  const [last, first] = [counted[0], counted.at(-1)];
  const came = counted.reduce((n, c) => n + c.findingsThen, 0);
  const toGo = s.baseline.checklist.filter((line) => !s.ticks.some((t) => t.item === line)).length;
  const forwards = s.forwards.filter((f) => f.undone === null).length;
  return (
    <dl className="grid grid-cols-[max-content_minmax(0,1fr)] gap-x-4 gap-y-1.5 text-sm">
      <Line name="Followed the house">
        {!first || !last
          ? "Nothing came back."
          : `${first.followedThen} of ${plural(first.tracks, "track")} when it first came back, ` +
            `${last.followNow} of ${last.tracksNow} now; ${plural(counted.length, "check-in")}, in which ` +
            `${plural(came, "thing")} came in other than the house has it.`}
      </Line>
      {last && (
        <Line name="Still off">
          {last.openNow === 0 ? (
            "Nothing."
          ) : (
            <span className="font-semibold text-lantern">
              {plural(last.openNow, "thing stays", "things stay")} off.
            </span>
          )}
        </Line>
      )}
      {kept.length > 0 && (
        <Line name="Let stand">
          <ul>
            {kept.map((k, i) => (
              <li key={i}>
                {k.on === null ? "" : <span className="font-mono">{k.on}: </span>}
                {k.what} — {k.why}
              </li>
            ))}
          </ul>
        </Line>
      )}
      {added.length > 0 && (
        <Line name="It added">
          {plural(added.length, "track")}: {listed(added)}
        </Line>
      )}
      {gone.length > 0 && (
        <Line name="It left out">
          {plural(gone.length, "track")}: {listed(gone)}
        </Line>
      )}
      {renamed.length > 0 && (
        <Line name="It calls otherwise">{listed(renamed.map((r) => `${r.from} → ${r.to}`))}</Line>
      )}
      {forwards > 0 && (
        <Line name="On the way">brought forward, moved or handed over {plural(forwards, "time")}</Line>
      )}
      {toGo > 0 && <Line name="Not gone through">{plural(toGo, "line")} of the list before recording</Line>}
    </dl>
  );
}

const Line = ({ name, children }: { name: string; children: ReactNode }) => (
  <>
    <dt className="font-semibold text-ink-2">{name}</dt>
    <dd className="min-w-0 [overflow-wrap:anywhere]">{children}</dd>
  </>
);
