import { clsx } from "clsx";
import { exceptionOf } from "@mossy/core/house/exceptions";
import { houseProblems } from "@mossy/core/house/house";
import type { Exception, House } from "@mossy/core/house/house";
import { neverApply } from "@mossy/core/house/neverApplies";
import type { NeverApplies } from "@mossy/core/house/neverApplies";
import { freeId } from "@mossy/core/session/freeId";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { later } from "../wire/laterQueries.ts";
import { queries } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Empty } from "../ui/states.tsx";
import { ListPage, OpenButton, openLine } from "../ui/listPage.tsx";
import { ExceptionPanel } from "./exceptionPanel.tsx";
import { deadInWords, thenInWords, whenInWords } from "./exceptionWords.ts";
import { movedBy } from "./order.ts";
import { WhatChanges, useSample } from "./sample.tsx";
import { useHouseWork } from "./work.ts";

const TOUCHES = ["name", "colour", "icon", "place", "start", "reading"] as const;

/**
 * House rules for what the word list does not decide, in the order they are asked; those that can never
 * apply are said.
 */
export default function ExceptionsPage() {
  const { house, change, saved } = useHouseWork();
  const [params, setParams] = useSearchParams();
  const chosen = house.exceptions.find((e) => e.id === params.get("line")) ?? house.exceptions[0];
  const never = useMemo(
    () => new Map(neverApply(house.exceptions, house.words).map((n) => [n.id, n])),
    [house.exceptions, house.words],
  );
  const { data: draft } = useQuery(queries.house);
  const { data: uses } = useQuery({
    ...later.houseUses(draft?.draft.revision ?? 0),
    enabled: saved && draft !== undefined,
  });
  const { session, pick } = useSample();
  const [problem, setProblem] = useState<string | null>(null);
  const put = (exceptions: Exception[]): void => {
    const next: House = { ...house, exceptions };
    const [off] = houseProblems(next);
    setProblem(off ? `That does not work: ${off.message}.` : null);
    if (!off) change?.(next);
  };
  const add = (): void => {
    const id = freeId("exception", house.exceptions);
    put([...house.exceptions, exceptionOf(id, "new exception", {}, {})]);
    setParams({ line: id });
  };
  return (
    <ListPage
      label="Exceptions"
      width="310px"
      bar={
        <>
          <h2 className="font-semibold">
            In order{" "}
            <span className="font-normal text-ink-2">of each value, the first that fits decides</span>
          </h2>
          {change && (
            <Button small className="ml-auto" onClick={add}>
              <Plus size={14} aria-hidden /> Add an exception
            </Button>
          )}
        </>
      }
      selected={
        <>
          {chosen && (
            <ExceptionPanel
              key={chosen.id}
              house={house}
              exception={chosen}
              problem={problem}
              onChange={change && ((e) => put(house.exceptions.map((x) => (x.id === e.id ? e : x))))}
              onMove={change && ((by) => put(movedBy(house.exceptions, chosen, by)))}
              onGone={
                change &&
                (() => {
                  put(house.exceptions.filter((x) => x !== chosen));
                  setParams({});
                })
              }
            />
          )}
          <WhatChanges session={session} pick={pick} of={TOUCHES} />
        </>
      }
    >
      <ol className="min-h-0 flex-1 overflow-y-auto">
        {house.exceptions.length === 0 && (
          <Empty title="No exceptions">
            What the word list does not decide, they do: tracks with a word in their name, inside a folder,
            with a note…
          </Empty>
        )}
        {house.exceptions.map((e, i) => (
          <ExceptionLine
            key={e.id}
            house={house}
            exception={e}
            place={i + 1}
            here={e.id === chosen?.id}
            dead={never.get(e.id)}
            tracks={uses?.exceptions.find((u) => u.id === e.id)?.tracks ?? null}
            onOpen={() => setParams({ line: e.id })}
          />
        ))}
      </ol>
    </ListPage>
  );
}

function ExceptionLine({
  house,
  exception: e,
  place,
  here,
  dead,
  tracks,
  onOpen,
}: {
  house: House;
  exception: Exception;
  place: number;
  here: boolean;
  dead: NeverApplies | undefined;
  /** On how many tracks of the library and the open sessions it is met; null while that is counted. */
  tracks: number | null;
  onOpen: () => void;
}) {
  const nameOf = (id: string): string => house.exceptions.find((x) => x.id === id)?.says ?? id;
  return (
    <li
      className={clsx(
        "grid grid-cols-[28px_minmax(0,1fr)_auto] items-start gap-x-2 px-3.5 py-2",
        openLine(here),
      )}
    >
      <span className="text-right font-mono text-sm text-ink-2">{place}</span>
      <span className="min-w-0">
        <OpenButton here={here} className="block" onOpen={onOpen}>
          {e.says}
        </OpenButton>
        <span className="block text-sm text-ink-2">
          When {whenInWords(house, e)}, then {thenInWords(house, e)}.
        </span>
        {dead && <span className="block text-sm text-lantern">{deadInWords(dead, nameOf)}</span>}
        {tracks === 0 && !dead?.whole && (
          <span className="block text-sm text-lantern">
            No track in the library or in an open session meets it.
          </span>
        )}
      </span>
      <span className="flex gap-1">
        {dead ? <Pill look="look">{dead.whole ? "never applies" : "in part never"}</Pill> : null}
        {tracks !== null && tracks > 0 && <Pill>{plural(tracks, "track")}</Pill>}
      </span>
    </li>
  );
}
