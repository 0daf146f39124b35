import type { TrackUses, UsesOf } from "@mossy/contract/library";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { LongList } from "../ui/longList.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { later } from "../wire/laterQueries.ts";
import { useStyle } from "../wire/queries.ts";

type Place = TrackUses["places"][number];
const isUsesOf = (text: string | null): text is UsesOf =>
  text === "role" || text === "device" || text === "chain";

/** All tracks of drafts and open sessions that are of a role, or carry a device or a chain. */
export default function UsesPage() {
  const [query] = useSearchParams();
  const [of, what] = [query.get("of"), query.get("what") ?? ""];
  if (!isUsesOf(of) || what === "")
    return <Empty title="There is no page here">The address may be old. Choose a place at the left.</Empty>;
  return <Uses of={of} what={what} />;
}

/** What it is called, and the page that says what it is. */
function useNamed(of: UsesOf, what: string): { title: string; to: string | null } {
  const { style } = useStyle();
  const { data } = useQuery({ ...later.chains, enabled: of === "chain" });
  if (of === "device") return { title: what, to: null };
  if (of === "chain")
    return { title: data?.chains.find((c) => c.id === what)?.name ?? what, to: "/library/chains" };
  const role = style.reader.roles.get(what);
  return { title: role?.name ?? what, to: role ? `/house/${role.family}/${role.id}` : null };
}

const SAYS: Readonly<Record<UsesOf, string>> = { role: "role", device: "device", chain: "chain" };

function Uses({ of, what }: { of: UsesOf; what: string }) {
  const { data, error, refetch } = useQuery(later.trackUses(of, what));
  const { title, to } = useNamed(of, what);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Looking through drafts and sessions" />;
  const listed = data.places.reduce((n, p) => n + p.tracks.length, 0);
  return (
    <div className="flex flex-col gap-4">
      <PageHead
        crumbs={[["Library", "/library"]]}
        title={`Where “${title}” is used`}
        beside={<Pill>{plural(data.of, "track")}</Pill>}
      />
      <p className="text-sm text-ink-2">
        Tracks with this {SAYS[of]} in drafts of the library, and in open sessions as they stand.
        {to !== null && (
          <>
            {" "}
            <Link to={to} className="font-semibold text-moss hover:underline">
              What the house says of it
            </Link>
          </>
        )}
        {listed < data.of && ` The first ${listed} are listed.`}
      </p>
      {data.of === 0 ? (
        <div className="card">
          <Empty title="No track has it">Neither a draft nor an open session.</Empty>
        </div>
      ) : (
        <div className="two-up items-start">
          <Places
            title="In templates and blocks"
            places={data.places.filter((p) => p.sort === "template")}
          />
          <Places title="In open sessions" places={data.places.filter((p) => p.sort === "session")} />
        </div>
      )}
    </div>
  );
}

function Places({ title, places }: { title: string; places: readonly Place[] }) {
  return (
    <section aria-label={title} className="card">
      <h2 className="flex items-center gap-2 px-4 py-3 font-semibold">
        <span className="flex-1">{title}</span>
        <span className="text-sm font-normal text-ink-2">{places.length}</span>
      </h2>
      {places.length === 0 && <p className="border-t border-line px-4 py-3 text-sm text-ink-2">None.</p>}
      <LongList items={places} keyOf={(p) => p.id} height={64}>
        {(p) => (
          <div className="border-t border-line px-4 py-2 text-sm">
            <p>
              <Link
                to={p.sort === "template" ? `/library/${p.id}` : `/sessions/${p.id}`}
                className="font-semibold hover:underline"
              >
                {p.name}
              </Link>
              {p.room !== null && <span className="text-ink-2"> · {p.room}</span>}
            </p>
            <ul className="-ml-1.5 flex flex-wrap font-mono text-ink-2">
              {p.tracks.map((t) => (
                <li key={t.id} className="[overflow-wrap:anywhere]">
                  {p.sort === "template" ? (
                    <Link
                      to={`/library/${p.id}?track=${encodeURIComponent(t.id)}`}
                      className="inline-block min-h-6 min-w-6 rounded-sm px-1.5 py-0.5 hover:bg-sunk hover:text-ink"
                    >
                      {t.name}
                    </Link>
                  ) : (
                    <span className="inline-block px-1.5 py-0.5">{t.name}</span>
                  )}
                </li>
              ))}
            </ul>
          </div>
        )}
      </LongList>
    </section>
  );
}
