import type { SoundsKept } from "@mossy/contract/sounds";
import { inSize } from "@mossy/core/formats/bytes";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { PageHead } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { later } from "../wire/laterQueries.ts";

/** How much sound the house keeps, and where it came from. */
export default function KeptPage() {
  const { data, error, refetch } = useQuery(later.soundsKept);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  return (
    <div className="flex flex-col gap-4">
      <PageHead
        crumbs={[
          ["Library", "/library"],
          ["Sounds", "/library/sounds"],
        ]}
        title="What is kept"
      />
      <p className="text-ink-2">
        On the shelves {plural(data.shelves.files, "file")},{" "}
        <b className="text-ink">{inSize(data.shelves.bytes)}</b>; what came in with sessions{" "}
        {plural(data.sessions.files, "file")}, <b className="text-ink">{inSize(data.sessions.bytes)}</b>.
        Each is kept once
        {data.twice > 0 ? `: that saves ${inSize(data.twice)}, which came in more often.` : "."}
      </p>
      <div className="two-up items-start">
        <Where title="By room" of={data.rooms} to={(id) => `/rooms/${id}`} />
        <Where title="By template" of={data.templates} to={(id) => `/library/${id}`} />
      </div>
    </div>
  );
}

function Where({ title, of, to }: { title: string; of: SoundsKept["rooms"]; to: (id: string) => string }) {
  const most = Math.max(1, ...of.map((o) => o.bytes));
  return (
    <section aria-label={title} className="card">
      <h2 className="px-4 py-3 font-semibold">{title}</h2>
      {of.length === 0 && (
        <Empty title="Nothing yet">
          Sessions that are handed in with their recordings are counted here.
        </Empty>
      )}
      <ul>
        {of.map((o) => (
          <li key={o.id} className="flex items-center gap-3 border-t border-line px-4 py-2">
            <Link to={to(o.id)} className="min-w-32 flex-1 truncate font-semibold hover:underline">
              {o.name}
            </Link>
            <span aria-hidden className="h-2 w-28 overflow-hidden rounded-full bg-sunk">
              <span
                className="block h-full rounded-full bg-moss"
                style={{ width: `${(o.bytes / most) * 100}%` }}
              />
            </span>
            <span className="w-20 text-right text-sm text-ink-2">{plural(o.files, "file")}</span>
            <span className="w-20 text-right font-mono text-sm">{inSize(o.bytes)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
