import type { RecordKind, RecordLine } from "@mossy/contract/record";
import { useInfiniteQuery } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useDeferredValue, useState } from "react";
import { useSearchParams } from "react-router";
import { fileAddress } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { useMe } from "../wire/queries.ts";
import { Scroll, Table } from "../ui/listPage.tsx";
import { Button } from "../ui/button.tsx";
import { Options } from "../ui/chooser.tsx";
import { moment } from "../ui/dates.ts";
import { Input, PageHead } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";

const KINDS: readonly (readonly [RecordKind, string])[] = [
  ["signed-in", "signed in"],
  ["refused", "refused at the door"],
  ["signed-out", "signed out"],
  ["password", "passwords"],
  ["second-factor", "second factors"],
  ["people", "people"],
  ["rights", "rights"],
  ["station", "stations"],
  ["published", "published"],
  ["library", "the library"],
  ["taken-back", "taken back"],
  ["files", "files"],
  ["rooms", "rooms"],
  ["sessions", "sessions"],
];
const HEADS = [
  ["When", "w-36 pl-3.5"],
  ["Who", "w-44"],
  ["What", ""],
  ["From", "w-40 pr-3.5"],
] as const;

/** What is looked for, as the address and the request say it. */
const wishOf = (find: string, what: string): Record<string, string> => ({
  ...(find.trim() === "" ? {} : { find: find.trim() }),
  ...(what === "" ? {} : { what }),
});

/** The record of the house: who did what, when, from where. */
export default function RecordPage() {
  const lead = useMe()?.right === "lead";
  const [params, setParams] = useSearchParams();
  const [find, setFind] = useState(params.get("find") ?? "");
  const what = KINDS.find(([k]) => k === params.get("what"))?.[0] ?? "";
  const wish = wishOf(useDeferredValue(find), what);
  const { data, error, refetch, fetchNextPage, hasNextPage, isFetchingNextPage } = useInfiniteQuery({
    ...later.record(wish),
    enabled: lead,
  });
  if (!lead) return <Empty title="The leads read the record">Ask one of them.</Empty>;
  if (error) return <Failed error={error} again={() => void refetch()} />;
  const lines = data?.pages.flatMap((p) => p.lines) ?? [];
  const days = data?.pages[0]?.days;
  return (
    <div className="flex h-full min-h-[480px] flex-col gap-4">
      <PageHead crumbs={[["People", "/people"]]} title="The record">
        <Select
          aria-label="What about"
          value={what}
          onChange={(e) => setParams(wishOf(find, e.target.value), { replace: true })}
        >
          <option value="">everything</option>
          <Options of={KINDS} />
        </Select>
        <Input
          type="search"
          aria-label="Find in the record"
          placeholder="Find a name, a word, an address"
          className="w-60"
          value={find}
          onChange={(e) => {
            setFind(e.target.value);
            setParams(wishOf(e.target.value, what), { replace: true });
          }}
        />
        <Button asChild>
          <a href={fileAddress("recordFile", {}, wish)} download>
            <Download size={15} aria-hidden /> As CSV
          </a>
        </Button>
      </PageHead>
      <section aria-label="The record" className="card flex min-h-0 flex-1 flex-col overflow-hidden">
        {!data ? (
          <Loading />
        ) : lines.length === 0 ? (
          <Empty title="Nothing like that">Try another word, or everything.</Empty>
        ) : (
          <Scroll>
            <Table head={HEADS}>
              {lines.map((l) => (
                <Line key={l.id} line={l} />
              ))}
            </Table>
            {hasNextPage && (
              <div className="p-3 text-center">
                <Button small disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
                  Older lines
                </Button>
              </div>
            )}
          </Scroll>
        )}
        {days !== undefined && (
          <p className="border-t border-line px-3.5 py-2 text-sm text-ink-2">
            Kept for {days} days. Nobody can change it.
          </p>
        )}
      </section>
    </div>
  );
}

function Line({ line: l }: { line: RecordLine }) {
  return (
    <tr className="border-b border-line align-baseline">
      <td className="py-1.5 pl-3.5 text-sm whitespace-nowrap text-ink-2" title={l.at}>
        {moment(l.at)}
      </td>
      <td className="truncate pr-2">
        {l.name === "" ? <span className="text-ink-2">nobody known</span> : l.name}
      </td>
      <td className={`pr-2 [overflow-wrap:anywhere] ${l.what === "refused" ? "text-brick" : ""}`}>
        {l.what === "refused" && <span className="font-semibold">refused: </span>}
        {l.says}
      </td>
      <td className="pr-3.5 font-mono text-sm text-ink-2" title={`request ${l.request}`}>
        {l.address}
      </td>
    </tr>
  );
}
