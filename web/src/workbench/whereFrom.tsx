import type { TemplateHistory } from "@mossy/contract/history";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { Section } from "../ui/section.tsx";
import { day } from "../ui/dates.ts";
import { Loading, Trouble } from "../ui/states.tsx";
import { later } from "../wire/laterQueries.ts";

interface Of {
  readonly template: string;
  readonly track: string;
  /** The revision of the draft, as the house has it. */
  readonly revision: number;
}

/** Where a track comes from: since which release, by whom, by which proposal, and since when its values stand so. */
export const WhereFrom = (of: Of) => (
  <section aria-label="Where it comes from" className="card mt-4 px-3.5 pb-3">
    <Section title="Where it comes from">
      <History {...of} />
    </Section>
  </section>
);

const named = (number: number): string => (number === 0 ? "the draft" : `release ${number}`);

function History({ template, track, revision }: Of) {
  const { data, error } = useQuery(later.trackHistory(template, track, revision));
  if (error) return <Trouble error={error} />;
  if (!data) return <Loading what="Looking through the releases" />;
  return (
    <>
      <ol className="text-sm">
        {data.steps.toReversed().map((s) => (
          <li key={s.number} className="border-t border-line py-1.5 first:border-t-0">
            {s.number === 0 ? (
              <span className="font-semibold">In the draft</span>
            ) : (
              <Link
                to={`/library/${template}/releases/${s.number}`}
                className="font-semibold text-moss hover:underline"
              >
                Release {s.number}
              </Link>
            )}{" "}
            <span className="text-ink-2">
              {[s.by?.name, s.at === null ? null : day(s.at)].filter(Boolean).join(", ")}
            </span>
            <ul>
              {s.says.map((line) => (
                <li key={line} className="[overflow-wrap:anywhere]">
                  {line}
                </li>
              ))}
            </ul>
            {s.proposals.map((p) => (
              <p key={p.id}>
                <Link to={`/library/proposals/${p.id}`} className="text-moss hover:underline">
                  Proposed by {p.by.name}
                </Link>
              </p>
            ))}
            {s.note !== "" && <p className="text-ink-2">{s.note}</p>}
          </li>
        ))}
      </ol>
      <div className="border-t border-line pt-2">
        <SinceWhen since={data.since} />
      </div>
    </>
  );
}

/** What stands so since which release, those of one together; the draft last. */
function SinceWhen({ since }: { since: TemplateHistory["settings"] }) {
  const groups = new Map<number, string[]>();
  for (const s of since) groups.set(s.number, [...(groups.get(s.number) ?? []), s.what]);
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-2 text-xs text-ink-2">
      {[...groups]
        .toSorted(([a], [b]) => (a === 0 ? 1 : b === 0 ? -1 : a - b))
        .map(([number, what]) => (
          <div key={number} className="contents">
            <dt className="font-semibold whitespace-nowrap">since {named(number)}</dt>
            <dd>{what.join(", ")}</dd>
          </div>
        ))}
    </dl>
  );
}

/** Since which release the settings of a template stand as they do. @param revision of its draft */
export function SettingsSince({
  template,
  latest,
  revision,
}: {
  template: string;
  latest: number;
  revision: number;
}) {
  const { data } = useQuery(later.history(template, latest, revision));
  if (!data || data.settings.length === 0) return null;
  return (
    <section aria-label="Since when" className="border-t border-line p-4">
      <h2 className="pb-1 font-semibold">Since when</h2>
      <SinceWhen since={data.settings} />
    </section>
  );
}

/** What a release brought, and whose proposals came with it. */
export function Brought({
  template,
  latest,
  number,
}: {
  template: string;
  latest: number;
  number: number;
}) {
  const { data } = useQuery(later.history(template, latest));
  const one = data?.releases.find((r) => r.number === number);
  if (!one) return null;
  return (
    <details className="mt-1 text-sm">
      <summary className="cursor-pointer font-semibold text-ink-2 hover:text-ink">
        What it brought
        {one.proposals.length > 0 ? `, ${plural(one.proposals.length, "proposal")} in it` : ""}
      </summary>
      <ul className="pt-0.5 text-ink-2">
        {one.says.map((s) => (
          <li key={s} className="[overflow-wrap:anywhere]">
            {s}
          </li>
        ))}
        {one.more > 0 && <li>and {one.more} more</li>}
        {one.proposals.map((p) => (
          <li key={p.id}>
            <Link to={`/library/proposals/${p.id}`} className="text-moss hover:underline">
              Proposed by {p.by.name}: {p.says}
            </Link>
          </li>
        ))}
      </ul>
    </details>
  );
}
