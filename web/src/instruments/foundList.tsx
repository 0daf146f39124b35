import type { FoundArticulation } from "@mossy/contract/instruments";
import type { Style } from "@mossy/core/house/style";
import { colourFor, iconFor } from "@mossy/core/house/style";
import { articulationText, lagInShort, patchText } from "@mossy/core/instruments/cells";
import { plural } from "@mossy/core/session/plural";
import { useInfiniteQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { Button } from "../ui/button.tsx";
import { LongList } from "../ui/longList.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { Tile } from "../ui/tile.tsx";
import { later } from "../wire/laterQueries.ts";

/** Articulations of all libraries that are looked for. */
export function FoundList({ style, find }: { style: Style; find: string }) {
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage, isPlaceholderData } =
    useInfiniteQuery(later.articulations(find));
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Looking through the libraries" />;
  const found = data.pages.flatMap((p) => p.found);
  const of = data.pages[0]?.of ?? 0;
  return (
    <section aria-label="Found" className={`card ${isPlaceholderData ? "opacity-60" : ""}`}>
      <p role="status" className="border-b border-line px-3.5 py-2 font-semibold">
        {of === 0 ? "Nobody" : `${plural(of, "articulation")}`}
      </p>
      {found.length === 0 ? (
        <Empty title="Nobody plays that">
          Players, ways of playing and libraries were looked through, by the house's words and by their
          makers'. Try fewer words.
        </Empty>
      ) : (
        <LongList
          items={found}
          keyOf={(f) => `${f.library} ${f.articulation.id}`}
          height={48}
          itemClass="border-t border-line first:border-t-0"
        >
          {(f) => <Line style={style} of={f} />}
        </LongList>
      )}
      {hasNextPage && (
        <p className="border-t border-line px-3.5 py-2">
          <Button small look="quiet" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
            Show more
          </Button>
        </p>
      )}
    </section>
  );
}

const COLUMNS = "minmax(0,1.2fr) minmax(0,1.2fr) minmax(0,1fr) 110px";

function Line({ style, of: f }: { style: Style; of: FoundArticulation }) {
  const { reader } = style;
  const patch = { ...f.patch, articulations: [] };
  const who = { ...f.patch, of: null };
  const player = patchText(reader, patch, "plays");
  const lag = lagInShort(f.articulation);
  return (
    <Link
      to={`/library/instruments/${f.library}?row=${encodeURIComponent(f.articulation.id)}`}
      className="grid items-center gap-4 px-3.5 py-2 hover:bg-bg"
      style={{ gridTemplateColumns: COLUMNS }}
    >
      <span className="flex min-w-0 items-center gap-2.5">
        <Tile colour={colourFor(style, who)} icon={iconFor(style, who)} />
        <span className="min-w-0">
          <span className="block truncate font-semibold">{player === "" ? f.patch.name : player}</span>
          <span className="block truncate text-sm text-ink-2">
            {f.libraryName} · {f.patch.name}
          </span>
        </span>
      </span>
      <span className="min-w-0">
        <span className="block truncate">
          {articulationText(reader, f.articulation, "plays") || f.articulation.name}
        </span>
        <span className="block truncate text-sm text-ink-2">{f.articulation.name}</span>
      </span>
      <span className="truncate font-mono text-sm">
        {articulationText(reader, f.articulation, "called")}
      </span>
      <span className="truncate text-right font-mono text-sm">{lag === "" ? "no lag" : `${lag} ms`}</span>
    </Link>
  );
}
