import type { SampleLibraryCard } from "@mossy/contract/instruments";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useDeferredValue, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { Button } from "../ui/button.tsx";
import { day } from "../ui/dates.ts";
import { FindField } from "../ui/findField.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { later } from "../wire/laterQueries.ts";
import { queries, useMe } from "../wire/queries.ts";
import { FoundList } from "./foundList.tsx";
import { NewLibrary } from "./newLibrary.tsx";

/** The sample libraries of the house, and everything they play looked for in one field. */
export default function CataloguePage() {
  const { data, error, refetch } = useQuery(later.sampleLibraries);
  const { data: edition, error: noEdition } = useQuery(queries.edition);
  const [query, setQuery] = useSearchParams();
  const [making, setMaking] = useState(false);
  const [away, setAway] = useState(false);
  const may = useMe()?.right !== "assistant";
  // What is typed shows at once; the address, and what is found, follow.
  const [find, setFind] = useState(query.get("find") ?? "");
  const asked = useDeferredValue(find.trim());
  const failed = error ?? noEdition;
  if (failed) return <Failed error={failed} again={() => void refetch()} />;
  if (!data || !edition) return <Loading what="Fetching the sample libraries" />;
  const gone = data.libraries.filter((l) => l.gone);
  const shown = away ? gone : data.libraries.filter((l) => !l.gone);
  return (
    <div className="flex flex-col gap-4">
      <PageHead crumbs={[["Library", "/library"]]} title="Instruments">
        <FindField
          label="Who has a flutter tongue…"
          className="w-72"
          value={find}
          onFind={(text) => {
            setFind(text);
            setQuery(text === "" ? {} : { find: text }, { replace: true });
          }}
        />
        {may && (
          <Button look="main" onClick={() => setMaking(true)}>
            <Plus size={15} aria-hidden /> New sample library
          </Button>
        )}
      </PageHead>
      {making && <NewLibrary style={edition.style} onLeave={() => setMaking(false)} />}
      {asked !== "" ? (
        <FoundList style={edition.style} find={asked} />
      ) : (
        <Libraries
          shown={shown}
          away={away}
          makerOf={(id) => edition.style.reader.positions.get(id)?.short ?? id}
        />
      )}
      {asked === "" && (gone.length > 0 || away) && (
        <Button look="quiet" className="self-start" onClick={() => setAway(!away)}>
          {away ? "Show those in use" : `Show ${gone.length} put away`}
        </Button>
      )}
    </div>
  );
}

function Libraries({
  shown,
  away,
  makerOf,
}: {
  shown: readonly SampleLibraryCard[];
  away: boolean;
  makerOf: (id: string) => string;
}) {
  if (shown.length === 0)
    return (
      <div className="card">
        {away ? (
          <Empty title="Nothing is put away">
            Put away, a library is offered to nobody and keeps what is known of it.
          </Empty>
        ) : (
          <Empty title="No sample library yet">
            Take in what the house plays with: from a table of patches and articulations, or typed into a
            sheet. How late and how loud each comes is what templates are planned with.
          </Empty>
        )}
      </div>
    );
  return (
    <section aria-label={away ? "Put away" : "Sample libraries"} className="card overflow-x-auto">
      <table className="w-full text-left">
        <thead>
          <tr className="text-xs text-ink-2">
            {[
              "Library",
              "Code",
              "Issue",
              "Patches",
              "Articulations",
              "Recorded",
              "Where it lies",
              "Changed",
            ].map((h) => (
              <th key={h} className="px-3.5 py-2 font-semibold">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((l) => (
            <tr key={l.id} className="border-t border-line hover:bg-bg">
              <td className="px-3.5 py-2">
                <Link to={`/library/instruments/${l.id}`} className="font-semibold hover:underline">
                  {l.name}
                </Link>
                <span className="block text-sm text-ink-2">{l.maker}</span>
              </td>
              <td className="px-3.5 font-mono text-sm">{l.code === null ? "" : makerOf(l.code)}</td>
              <td className="px-3.5 font-mono text-sm">{l.issue}</td>
              <td className="px-3.5 font-mono text-sm">{l.patches}</td>
              <td className="px-3.5 font-mono text-sm whitespace-nowrap">
                {l.articulations}{" "}
                {l.unmeasured > 0 && (
                  <span className="ml-1 font-sans">
                    <Pill look="look">{l.unmeasured} without a lag</Pill>
                  </span>
                )}
              </td>
              <td className="px-3.5 text-sm whitespace-nowrap text-ink-2">{l.recorded}</td>
              <td className="px-3.5 text-sm text-ink-2">{whereItLies(l)}</td>
              <td className="px-3.5 text-sm whitespace-nowrap text-ink-2">
                {day(l.at)}, {l.by.name}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** In which rooms, and whether that is more than its licences allow. */
function whereItLies({ rooms, licences }: SampleLibraryCard): string {
  const named = rooms.length === 0 ? "nobody said" : rooms.map((r) => r.name).join(", ");
  if (licences === null) return named;
  return `${named} · ${plural(licences, "licence")}`;
}
