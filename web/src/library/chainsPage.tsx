import { clsx } from "clsx";
import type { Chain, ChainUse } from "@mossy/contract/chains";
import type { Processor } from "@mossy/core/session/processor";
import { differs, putChain } from "@mossy/core/sheet/chains";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { Printer } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { ask, fileAddress } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { useMe } from "../wire/queries.ts";
import { mention } from "../ui/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { workpieceOf } from "../documents/workpieces.ts";
import { day } from "../ui/dates.ts";
import { Input, PageHead, Pill } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { usesAddress } from "../words/usesAddress.ts";

/** The shelf of chains: every version of each, what it changed, and which drafts stand on which. */
export default function ChainsPage() {
  const { data, error, refetch } = useQuery(later.chains);
  const { data: used, error: noUses } = useQuery(later.chainUses);
  const [text, setText] = useState("");
  const failed = error ?? noUses;
  if (failed) return <Failed error={failed} again={() => void refetch()} />;
  if (!data || !used) return <Loading />;
  const wanted = text.trim().toLowerCase();
  const shown = data.chains.filter((c) => wanted === "" || wordsOf(c).toLowerCase().includes(wanted));
  return (
    <div className="flex flex-col gap-4">
      <PageHead crumbs={[["Library", "/library"]]} title="Chains">
        <Input
          type="search"
          aria-label="Find a chain"
          placeholder="Name or processor"
          className="w-48"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        {data.chains.length > 0 && (
          <Button asChild>
            <a href={fileAddress("chainSheets", {})} download>
              <Printer size={15} aria-hidden /> All on paper (PDF)
            </a>
          </Button>
        )}
      </PageHead>
      {shown.length === 0 && (
        <div className="card">
          <Empty title={data.chains.length === 0 ? "No chain on the shelf yet" : "No chain like that"}>
            {data.chains.length > 0 ? (
              "Try another word, or clear the field."
            ) : (
              <>
                Open a template, choose a track whose processors are as they should be, and save them to the
                shelf from its Processors.{" "}
                <Link to="/library" className="font-semibold text-moss hover:underline">
                  To the library
                </Link>
              </>
            )}
          </Empty>
        </div>
      )}
      <ul className="flex flex-col gap-3">
        {shown.map((c) => (
          <li key={c.id}>
            <ChainCard chain={c} uses={used.uses.filter((u) => u.chain === c.id)} />
          </li>
        ))}
      </ul>
    </div>
  );
}

function ChainCard({ chain, uses }: { chain: Chain; uses: readonly ChainUse[] }) {
  const latest = chain.versions[0]?.version ?? 1;
  const behind = uses.filter((u) => u.version < latest).reduce((n, u) => n + u.tracks, 0);
  return (
    <section
      aria-label={chain.name}
      className="card grid grid-cols-[minmax(0,1fr)_minmax(0,320px)] max-[900px]:grid-cols-1"
    >
      <div className="p-4">
        <div className="flex items-center gap-3">
          <h2 className="font-semibold">{chain.name}</h2>
          <TakeUp chain={chain} uses={uses} />
          <Button small look="quiet" className="order-last ml-auto" asChild>
            <a
              href={fileAddress("chainSheets", {}, { chain: chain.id })}
              download
              aria-label={`${chain.name} on paper (PDF)`}
              title="On paper (PDF)"
            >
              <Printer size={14} aria-hidden />
            </a>
          </Button>
          <Pill look={behind > 0 ? "look" : "ok"}>
            version {latest}
            {behind > 0 ? `, ${plural(behind, "track")} on an earlier one` : ""}
          </Pill>
        </div>
        <ol className="mt-1">
          {chain.versions.map((v, i) => (
            <VersionLine key={v.version} version={v} before={chain.versions[i + 1]?.processors ?? null} />
          ))}
        </ol>
      </div>
      <div className="border-l border-line p-4">
        <h3 className="flex items-baseline gap-2 text-sm font-semibold">
          <span className="flex-1">In the drafts of</span>
          {uses.length > 0 && (
            <Link
              to={usesAddress("chain", chain.id)}
              className="font-normal text-moss hover:underline"
              aria-label={`its tracks: ${chain.name}`}
            >
              its tracks
            </Link>
          )}
        </h3>
        {uses.length === 0 ? (
          <p className="text-sm text-ink-2">No template uses it.</p>
        ) : (
          <ul>
            {uses.map((u) => (
              <li
                key={`${u.template} ${u.version}`}
                className="flex items-center gap-2 border-b border-line py-1 text-sm last:border-0"
              >
                <Link to={`/library/${u.template}`} className="min-w-0 flex-1 truncate hover:underline">
                  {u.name}
                </Link>
                <span className="text-ink-2">{plural(u.tracks, "track")}</span>
                <Pill look={u.version < latest ? "look" : "quiet"}>version {u.version}</Pill>
              </li>
            ))}
          </ul>
        )}
      </div>
    </section>
  );
}

/**
 * The latest version taken up on every track of every draft that stands on an earlier one; undone in each
 * template's workbench.
 */
function TakeUp({ chain, uses }: { chain: Chain; uses: readonly ChainUse[] }) {
  const may = useMe()?.right === "lead";
  const [busy, setBusy] = useState(false);
  const [latest] = chain.versions;
  const behind = [
    ...new Set(uses.filter((u) => latest && u.version < latest.version).map((u) => u.template)),
  ];
  if (!may || !latest || behind.length === 0) return null;
  const takeUp = async (): Promise<void> => {
    setBusy(true);
    let many = 0;
    for (const template of behind) {
      const { draft } = await ask("template", { template });
      const work = workpieceOf(draft);
      const { doc } = work.state();
      const old = doc.tracks
        .filter((t) => t.inserts.some((i) => i.chain?.id === chain.id && i.chain.version < latest.version))
        .map((t) => t.id);
      if (
        work.edit(
          putChain(doc, old, latest.processors, { id: chain.id, version: latest.version }),
          `version ${latest.version} of ${chain.name}`,
        )
      )
        many += old.length;
    }
    setBusy(false);
    mention(
      `Version ${latest.version} of ` +
        `“${chain.name}” stands on ` +
        `${plural(many, "track")} in ` +
        `${plural(behind.length, "draft")}.`,
    );
  };
  return (
    <Button
      small
      look="main"
      disabled={busy}
      onClick={() => {
        takeUp().catch((e: unknown) => {
          setBusy(false);
          mention(e instanceof Error ? e.message : "That did not work.", { weight: "look" });
        });
      }}
    >
      Take up version {latest.version} everywhere
    </Button>
  );
}

function VersionLine({
  version: v,
  before,
}: {
  version: Chain["versions"][number];
  before: readonly Processor[] | null;
}) {
  const says = before === null ? [] : differs(before, v.processors);
  return (
    <li
      className={clsx(
        "grid grid-cols-[32px_minmax(0,1fr)] gap-2 border-b border-line py-2 text-sm",
        "last:border-0",
      )}
    >
      <span className="font-mono font-semibold">{v.version}</span>
      <span>
        <span className="font-mono">{v.processors.map((p) => p.device?.name ?? p.kind).join(" → ")}</span>
        {v.note !== "" && <span className="block">{v.note}</span>}
        <span className="block text-ink-2">
          {v.by.name}, {day(v.at)}
          {before === null
            ? ""
            : says.length === 0
              ? ". The same as the one before"
              : `. ${says.join("; ")}`}
        </span>
      </span>
    </li>
  );
}

/** A chain's name with what stands in it, to be searched. */
const wordsOf = (c: Chain): string =>
  [c.name, ...(c.versions[0]?.processors ?? []).flatMap((p) => [p.kind, p.device?.name ?? ""])].join(" ");
