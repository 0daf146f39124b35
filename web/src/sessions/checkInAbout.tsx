import { moment } from "../ui/dates.ts";
import { countStand } from "@mossy/core/check/causes";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import { inWords } from "@mossy/core/session/says";
import { useMemo } from "react";
import type { Findings } from "../check/useFindings.ts";
import { GoesBack } from "./goesBack.tsx";
import { SetAside } from "./setAside.tsx";
import { Button } from "../ui/button.tsx";
import { Pill, Share } from "../ui/pieces.tsx";
import { ChangeList } from "../session/changeList.tsx";
import type { AnswerOf } from "@mossy/contract/routes";

export type CheckIn = AnswerOf<"checkIn">;

export function About({
  checkIn: c,
  session,
  findings,
  edition,
  revision,
}: {
  checkIn: CheckIn;
  session: Session;
  findings: Findings;
  edition: number;
  /** Of what was put right and is saved; null while something is on its way. */
  revision: number | null;
}) {
  const stand = countStand(session, findings.all, findings.causes);
  const kept = findings.all.length - findings.open.length;
  return (
    <aside aria-label="About this check-in" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
      <section aria-label="Follows the house" className="card p-3.5">
        <h2 className="pb-2 font-semibold">Follows the house</h2>
        <dl className="grid grid-cols-[auto_1fr] items-center gap-x-3 gap-y-1.5 text-sm">
          <dt className="text-ink-2">as it came</dt>
          <dd className="justify-self-end">
            <Share
              share={c.tracks === 0 ? 1 : c.followedThen / c.tracks}
              label="Share that followed the house as it came"
            />
          </dd>
          <dt className="text-ink-2">now</dt>
          <dd className="justify-self-end">
            <Share
              share={stand.tracks === 0 ? 1 : stand.following / stand.tracks}
              label="Share that follows the house now"
            />
          </dd>
        </dl>
        <p className="mt-2 flex flex-wrap gap-2 border-t border-line pt-2.5">
          <Pill look={stand.open.room > 0 ? "look" : "ok"}>{stand.open.room} to look at</Pill>
          {stand.open.edition > 0 && (
            <Pill look="note">
              edition {edition} asks {stand.open.edition}
            </Pill>
          )}
          {stand.open.release > 0 && <Pill>{stand.open.release} went out like that</Pill>}
          {kept > 0 && <Pill>{kept} kept</Pill>}
          <Pill>{c.findingsThen} as it came</Pill>
        </p>
      </section>
      <section aria-label="How it came" className="card p-3.5 text-sm">
        <h2 className="pb-2 text-base font-semibold">How it came</h2>
        <p className="[overflow-wrap:anywhere]">
          <span className="font-mono">{c.fileName}</span>
          <br />
          <span className="text-ink-2">
            {c.handedInBy.name}, {moment(c.handedInAt)}
          </span>
        </p>
        <p className="mt-2 text-ink-2">
          {c.recognised === "ids"
            ? "Its tracks carry our ids, so each was known for sure."
            : "Its tracks were recognised by likeness."}
        </p>
        {c.notices.length > 0 && (
          <ul className="mt-2 flex flex-col gap-1.5">
            {c.notices.map((r) => (
              <li key={r} className="rounded-sm bg-tide-soft px-2 py-1 text-tide">
                {r}
              </li>
            ))}
          </ul>
        )}
      </section>
      <GoesBack checkIn={c.id} revision={revision} />
      <SetAside checkIn={c} />
      <section aria-label="Went out as" className="card p-3.5 text-sm">
        <h2 className="pb-1 text-base font-semibold">Went out as</h2>
        <p className="text-ink-2">
          {c.session.templateName}, release {c.session.release}, under edition {c.session.edition}, fitted
          to {c.session.roomName}, {c.session.tracks} tracks.
        </p>
      </section>
    </aside>
  );
}

export function Differences({
  baseline,
  session,
  onPropose,
}: {
  baseline: Session;
  session: Session;
  onPropose: () => void;
}) {
  const said = useMemo(() => inWords(baseline, session, diff(baseline, session)), [baseline, session]);
  return (
    <>
      <div className="flex items-center gap-3 border-b border-line px-3.5 py-2">
        <h2 className="flex-1 text-sm font-semibold">From what went out to how it stands now</h2>
        {said.length > 0 && (
          <Button small onClick={onPropose}>
            Propose some of it
          </Button>
        )}
      </div>
      <ChangeList said={said} />
    </>
  );
}
