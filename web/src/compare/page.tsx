import { compare } from "@mossy/core/compare/sentences";
import type { Comparison, Sentence } from "@mossy/core/compare/sentences";
import type { Row } from "@mossy/core/compare/rows";
import { rowsOf } from "@mossy/core/compare/rows";
import { underSameIds } from "@mossy/core/compare/sameIds";
import { wantedBy } from "@mossy/core/compare/wanted";
import type { TrackId } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import { ArrowLeftRight } from "lucide-react";
import { useMemo, useState } from "react";
import type { ReactNode } from "react";
import { Link, useSearchParams } from "react-router";
import { Button } from "../ui/button.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { useStyle } from "../wire/queries.ts";
import { LOOKS, belongsTo, lookOf } from "./columns.ts";
import type { Look } from "./columns.ts";
import { RemarkStack } from "../remarks/remarksOn.tsx";
import { useRemarksOfBoth } from "../remarks/useRemarks.ts";
import { onInWords } from "../remarks/words.ts";
import { remarksIn } from "./remarksOut.ts";
import { FilesOut } from "./filesOut.tsx";
import { MapCompare } from "./mapCompare.tsx";
import { PictureCompare } from "./pictureCompare.tsx";
import { RowDetail } from "./rowDetail.tsx";
import type { Pairing } from "./rowDetail.tsx";
import { SentenceList } from "./sentenceList.tsx";
import { SideBySide } from "./sideBySide.tsx";
import { SidePicker } from "./sidePicker.tsx";
import { pairsOf, sideInAddress, sideOf, withPair } from "./sides.ts";
import type { Pairs, Side } from "./sides.ts";
import { useSide } from "./useSide.ts";
import type { ChosenFile, LoadedSide } from "./useSide.ts";

/** Any two states of anything, compared: releases, drafts, sessions, files. The address is the comparison. */
export default function ComparePage() {
  const [params, setParams] = useSearchParams();
  const [a, b] = [sideOf(params.get("a")), sideOf(params.get("b"))];
  const [files, setFiles] = useState<Partial<Record<"a" | "b", ChosenFile>>>({});
  const said = params.getAll("pair").join(" ");
  // oxlint-disable-next-line react-hooks/exhaustive-deps -- the pairs are what the address says of them
  const byHand = useMemo(() => pairsOf(params), [said]);
  const first = useSide(a, files.a ?? null);
  const second = useSide(b, files.b ?? null);
  const set = (to: Readonly<Record<string, Side | string>>): void => {
    setParams((was) => {
      const next = new URLSearchParams(was);
      // Pairs are of these two only.
      next.delete("pair");
      for (const [key, value] of Object.entries(to))
        next.set(key, typeof value === "string" ? value : sideInAddress(value));
      return next;
    });
  };
  const choose = (at: "a" | "b") => (side: Side) => set({ [at]: side });
  const take = (at: "a" | "b") => (file: ChosenFile) => {
    setFiles({ ...files, [at]: file });
    set({ [at]: { of: "file" } });
  };
  const turn = (): void => {
    setFiles({ ...(files.b && { a: files.b }), ...(files.a && { b: files.a }) });
    if (a && b) set({ a: b, b: a });
  };
  const failed = first.error ? first : second.error ? second : null;
  const pickers = (
    <div className="flex flex-wrap items-start gap-3">
      <SidePicker label="From" side={a} loaded={first.side} onChoose={choose("a")} onFile={take("a")} />
      <Button small aria-label="The other way round" className="mt-5" disabled={!a || !b} onClick={turn}>
        <ArrowLeftRight size={14} aria-hidden />
      </Button>
      <SidePicker label="To" side={b} loaded={second.side} onChoose={choose("b")} onFile={take("b")} />
    </div>
  );
  return (
    <div className="flex h-full min-h-[620px] flex-col gap-3">
      {failed ? (
        <>
          <PageHead title="Compare" />
          {pickers}
          <Failed error={failed.error} again={failed.again} />
        </>
      ) : first.side && second.side ? (
        <Compared
          key={`${params.get("a") ?? ""} ${params.get("b") ?? ""}`}
          a={first.side}
          b={second.side}
          look={lookOf(params.get("look"))}
          onLook={(look) =>
            setParams(
              (was) =>
                new URLSearchParams(
                  [...new URLSearchParams(was)].filter(([k]) => k !== "look").concat([["look", look]]),
                ),
              { replace: true },
            )
          }
          byHand={byHand}
          onPair={(from, to) => setParams((was) => withPair(was, from, to), { replace: true })}
          proposeAt={
            (a?.of === "draft" || a?.of === "release") && b && b.of !== "file"
              ? `/library/proposals/new?${new URLSearchParams({ a: sideInAddress(a), b: sideInAddress(b) }).toString()}`
              : null
          }
        >
          {pickers}
        </Compared>
      ) : a && b && a.of !== "file" && b.of !== "file" ? (
        <>
          <PageHead title="Compare" />
          {pickers}
          <Loading what="Fetching both" />
        </>
      ) : (
        <>
          <PageHead title="Compare" />
          {pickers}
          <div className="card">
            <Empty title="Choose two">
              Drafts, releases, sessions as they went out, came in or stand, and files: any two can be
              compared.
            </Empty>
          </div>
        </>
      )}
    </div>
  );
}

interface ComparedProps {
  readonly a: LoadedSide;
  readonly b: LoadedSide;
  readonly look: Look;
  readonly onLook: (look: Look) => void;
  readonly byHand: Pairs;
  readonly onPair: (b: TrackId, a: TrackId | null) => void;
  /** Where what the second one has is proposed to the template of the first; null where that is none. */
  readonly proposeAt: string | null;
  /** Where the two are chosen. */
  readonly children: ReactNode;
}

/** Two under the same ids, and what happened between them. */
function useComparison(a: LoadedSide, b: LoadedSide, byHand: Pairs) {
  const { number, style } = useStyle();
  return useMemo(() => {
    const same = underSameIds(style, a.session, b.session, byHand);
    const asked = { edition: number, wanted: wantedBy(style, a.session) };
    const compared = compare(a.session, same.session, asked);
    return { compared, same, rows: rowsOf(compared) };
  }, [style, number, a.session, b.session, byHand]);
}

function Compared({ a, b, look, onLook, byHand, onPair, proposeAt, children }: ComparedProps) {
  const { compared, same, rows } = useComparison(a, b, byHand);
  const [sentence, setSentence] = useState<Sentence | null>(null);
  const [at, setAt] = useState<string | null>(null);
  const wanted = useMemo(() => {
    const tracks = sentence && new Set(sentence.tracks);
    return (row: Row): boolean => {
      const track = row.b ?? row.a;
      return tracks ? track !== null && tracks.has(track.id) : belongsTo(look, row);
    };
  }, [sentence, look]);
  const differing = useMemo(() => rows.filter(wanted), [rows, wanted]);
  useSteps(differing, at, setAt);
  const row = rows.find((r) => r.key === at) ?? null;
  const track = row?.b ?? row?.a ?? null;
  const toTrack = (id: TrackId): void => {
    const found = rows.find((r) => (r.b ?? r.a)?.id === id && r.sort !== "moved away");
    if (found) setAt(found.key);
  };
  const names = [a.name, b.name] as const;
  const remarks = useRemarksOfBoth(a.of, b.of);
  const said = useMemo(() => remarksIn(compared, remarks), [compared, remarks]);
  const pairing = same.by === "likeness" ? pairingOf(compared, rows, same.pairs, onPair) : null;
  return (
    <>
      <PageHead
        title="Compare"
        beside={
          <Pill look={compared.changes.length === 0 ? "ok" : "note"}>
            {compared.changes.length === 0
              ? "both are the same"
              : plural(compared.changes.length, "change")}
          </Pill>
        }
      >
        <FilesOut compared={compared} names={names} remarks={remarks} />
        {proposeAt !== null && compared.changes.length > 0 && (
          <Button asChild>
            <Link to={proposeAt}>Propose some of it</Link>
          </Button>
        )}
      </PageHead>
      {children}
      <div className="flex flex-wrap items-center gap-3 text-sm text-ink-2">
        <Choice label="What to look at" value={look} choices={LOOKS} onChoose={onLook} />
        {same.by === "likeness" && (
          <span>
            {same.pairs.size} of {b.session.tracks.length} tracks were known by likeness; a wrong pair is
            put right beside the sheet.
          </span>
        )}
      </div>
      <div className="beside min-h-0 flex-1 [--beside:300px]">
        <section aria-label="Both sheets" className="card min-h-0 overflow-hidden">
          {look === "map" ? (
            <MapCompare compared={compared} at={track?.id ?? null} onAt={toTrack} />
          ) : look === "picture" ? (
            <PictureCompare compared={compared} at={track?.id ?? null} onAt={toTrack} />
          ) : (
            <SideBySide
              compared={compared}
              rows={rows}
              look={look}
              names={names}
              wanted={wanted}
              at={at}
              onAt={setAt}
            />
          )}
        </section>
        <aside aria-label="What happened" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
          <section aria-labelledby="happened" className="card shrink-0 overflow-hidden">
            <h2 id="happened" className="border-b border-line px-3 py-2 font-semibold">
              What happened
            </h2>
            <SentenceList sentences={compared.sentences} chosen={sentence} onChoose={setSentence} />
          </section>
          {said.length > 0 && (
            <section aria-label="Remarks" className="card flex shrink-0 flex-col gap-2 p-3">
              <h2 className="font-semibold">Remarks</h2>
              <RemarkStack remarks={said} on={(r) => onInWords(r, null)} />
            </section>
          )}
          {row && <RowDetail compared={compared} row={row} pairing={pairing} />}
        </aside>
      </div>
    </>
  );
}

/** Goes from one difference to the next by key. */
function useSteps(differing: readonly Row[], at: string | null, onAt: (key: string) => void): void {
  const step = (by: 1 | -1) => (): void => {
    const now = differing.findIndex((r) => r.key === at);
    const next = differing[now < 0 ? (by > 0 ? 0 : differing.length - 1) : now + by];
    if (next) onAt(next.key);
  };
  useShortcuts([
    { keys: "N", says: "Go to the next difference", run: step(1) },
    { keys: "Shift+N", says: "Go to the difference before", run: step(-1) },
  ]);
}

/** @param pairs which track of the second side was taken for which of the first */
function pairingOf(
  compared: Comparison,
  rows: readonly Row[],
  pairs: ReadonlyMap<TrackId, TrackId>,
  onPair: (b: TrackId, a: TrackId | null) => void,
): Pairing {
  // What stands in the comparison goes by the first side's ids; pairs are said by the second's own.
  const own = new Map([...pairs].map(([from, to]) => [to, from]));
  return {
    free: rows.flatMap((r) => (r.sort === "taken out" && r.a ? [r.a] : [])),
    onPair: (id, to) => onPair(own.get(id) ?? id, to),
  };
}
