import { chosenIn } from "@mossy/core/delivery/chosen";
import type { Delivered, DeliverySort } from "@mossy/core/delivery/delivered";
import { lookAt } from "@mossy/core/delivery/look";
import type { Compared, DeliveryLook } from "@mossy/core/delivery/look";
import { rowsOf } from "@mossy/core/delivery/rows";
import { pairsIn } from "@mossy/core/delivery/together";
import type { Style } from "@mossy/core/house/style";
import type { Session, TrackId } from "@mossy/core/session/document";
import { useEffect, useMemo, useState } from "react";
import type { Source, Told } from "./sources.ts";

/** What is known of the files of one source. */
interface Found {
  readonly files: ReadonlyMap<string, Delivered>;
  readonly gone: ReadonlyMap<string, string>;
  readonly pairs: ReadonlyMap<string, Compared>;
}
const NOTHING: Found = { files: new Map(), gone: new Map(), pairs: new Map() };
const pairKey = (first: string, second: string): string => JSON.stringify([first, second]);

const withEntry = <V>(map: ReadonlyMap<string, V>, key: string, value: V): ReadonlyMap<string, V> =>
  new Map(map).set(key, value);

/** A delivery as far as it was looked at. */
export interface Delivery {
  readonly look: DeliveryLook;
  readonly gone: ReadonlyMap<string, string>;
  /** Whether all that can be measured was: before, nobody knows what is missing. */
  readonly done: boolean;
  /** How far it is, from 0 to 1; null where nothing goes on. */
  readonly share: number | null;
  readonly doing: string;
  readonly problem: Error | null;
  /** Leaves off; what was found stays. */
  readonly stop: () => void;
  readonly goOn: (() => void) | null;
}

/** Does what there is still to do: measures files, and then compares pairs of them. */
function useWork(
  source: Source,
  waiting: readonly { readonly path: string; readonly size: number }[],
  pairs: readonly (readonly [string, string])[],
  told: Told,
) {
  const [stopped, setStopped] = useState(false);
  const [problem, setProblem] = useState<Error | null>(null);
  // What is there when one round is over waits for the next one: names that were said make other pairs.
  const [round, setRound] = useState(0);
  const what = waiting.length > 0 ? "measure" : pairs.length > 0 ? "compare" : null;
  const idle = what === null || stopped || problem !== null;
  useEffect(() => {
    if (idle) return;
    const leave = new AbortController();
    let many = 0;
    const counted: Told = {
      file: (f) => (many++, told.file(f)),
      gone: (path, why) => (many++, told.gone(path, why)),
      pair: (p) => (many++, told.pair(p)),
    };
    const work =
      what === "measure"
        ? source.measure(waiting, counted, leave.signal)
        : source.compare(pairs, counted, leave.signal);
    work
      .then(() => {
        if (many === 0) throw new Error("Nothing more could be found out about these files. Try again.");
        if (!leave.signal.aborted) setRound((n) => n + 1);
      })
      .catch((e: unknown) => {
        if (!leave.signal.aborted) setProblem(e instanceof Error ? e : new Error(String(e)));
      });
    return () => leave.abort();
    // Once begun it goes through what waited then: the lists get shorter while it does.
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- see above
  }, [idle, what, round, source, told]);
  const goOn = (): void => {
    setStopped(false);
    setProblem(null);
  };
  return { what: idle ? null : what, problem, stopped, stop: () => setStopped(true), goOn };
}

/** Looks at the files of a source and holds them against a session, as they come. */
export function useDelivery(
  source: Source,
  sort: DeliverySort,
  against: { readonly style: Style; readonly session: Session },
  said: ReadonlyMap<string, TrackId>,
): Delivery {
  const { style, session } = against;
  const [found, setFound] = useState<Found>(NOTHING);
  const told = useMemo(
    (): Told => ({
      file: (f) => setFound((now) => ({ ...now, files: withEntry(now.files, f.path, f) })),
      gone: (path, why) => setFound((now) => ({ ...now, gone: withEntry(now.gone, path, why) })),
      pair: (p) =>
        setFound((now) => ({ ...now, pairs: withEntry(now.pairs, pairKey(p.first, p.second), p) })),
    }),
    [],
  );
  const chosen = useMemo(() => chosenIn(style.house, source.files, sort), [style, source, sort]);
  // What has another size by now is another file.
  const waiting = chosen.filter((f) => found.files.get(f.path)?.size !== f.size && !found.gone.has(f.path));
  const rows = useMemo(() => {
    const known = chosen.flatMap((f) => found.files.get(f.path) ?? []);
    return rowsOf({ style, session, sort }, known, new Map([...Object.entries(source.of), ...said]));
  }, [style, session, sort, chosen, found.files, source, said]);
  const pairs = useMemo(
    () =>
      pairsIn(style.house, rows)
        .map(({ first, second }) => [first.file.path, second.file.path] as const)
        .filter(([a, b]) => !found.pairs.has(pairKey(a, b))),
    [style, rows, found.pairs],
  );
  const look = useMemo(
    () => lookAt({ style, session, sort }, rows, [...found.pairs.values()]),
    [style, session, sort, rows, found.pairs],
  );
  const work = useWork(source, waiting, pairs, told);
  return {
    look,
    gone: found.gone,
    done: waiting.length === 0,
    share: work.what === null ? null : work.what === "compare" ? 1 : 1 - waiting.length / chosen.length,
    doing:
      work.what === "compare"
        ? "Comparing pairs"
        : `Measuring ${chosen.length - waiting.length + 1} of ${chosen.length}`,
    problem: work.problem,
    stop: work.stop,
    goOn: (work.stopped && waiting.length + pairs.length > 0) || work.problem ? work.goOn : null,
  };
}
