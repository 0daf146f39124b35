import type { AnswerOf } from "@mossy/contract/routes";
import type { DeliverySort } from "@mossy/core/delivery/delivered";
import { wishesFor } from "@mossy/core/delivery/plan";
import { OFF_SORTS } from "@mossy/core/delivery/off";
import type { OffSort } from "@mossy/core/delivery/off";
import { planMoves } from "@mossy/core/disk/moves";
import type { Style } from "@mossy/core/house/style";
import type { TrackId } from "@mossy/core/session/document";
import { useMemo, useState } from "react";
import { PlanBar } from "../disk/planBar.tsx";
import { Button } from "../ui/button.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Empty, Trouble } from "../ui/states.tsx";
import { useMe } from "../wire/queries.ts";
import { FileTable } from "./fileTable.tsx";
import { HandOn } from "./handOn.tsx";
import { SumLists } from "./sumLists.tsx";
import type { Picked, Source } from "./sources.ts";
import { useDelivery } from "./useDelivery.ts";
import type { Delivery } from "./useDelivery.ts";

/** What is off with files, as it is said in short. */
export const OFF_WORDS: Readonly<Record<OffSort, string>> = {
  unread: "Not measured",
  unknown: "Unknown",
  misnamed: "Misnamed",
  twice: "Twice",
  rate: "Another rate",
  depth: "Bit depth",
  channels: "Channels",
  length: "Length",
  starts: "Start time",
  polarity: "Polarity",
  sound: "Sound",
};

/** The files of one place, as far as they were looked at, with what is off. */
export function Judged({
  session: s,
  style,
  source,
  sort,
  at,
  picked,
}: {
  session: AnswerOf<"session">;
  style: Style;
  source: Source;
  sort: DeliverySort;
  /** Where on the shared disk they lie; null elsewhere. */
  at: string | null;
  picked: Picked | null;
}) {
  const [said, setSaid] = useState<ReadonlyMap<string, TrackId>>(new Map());
  const [shown, setShown] = useState<OffSort | null>(null);
  const delivery = useDelivery(source, sort, { style, session: s.now }, said);
  const { look, done } = delivery;
  const rows = shown === null ? look.rows : look.rows.filter((r) => r.off.some((o) => o.sort === shown));
  const bag = picked ? null : { sort, ...(at === null ? {} : { at }) };
  return (
    <div className="beside min-h-0 flex-1 [--beside:272px]">
      <section aria-label="Files" className="card flex min-h-0 flex-col overflow-hidden">
        <div className="flex min-h-12 flex-wrap items-center gap-3 border-b border-line px-3.5 py-2">
          <Progress delivery={delivery} many={look.rows.length} />
          {done && (
            <HandOn session={s} house={style.house.name} look={look} says={`${source.says}.`} bag={bag} />
          )}
        </div>
        <div className="min-h-0 flex-1 overflow-y-auto">
          {look.rows.length === 0 && done ? (
            <Empty title={sort === "stems" ? "No stems here" : "No recorded files here"}>
              {source.says}: no sound file lies where the blueprint has{" "}
              {sort === "stems" ? "stems" : "what was recorded"}.
            </Empty>
          ) : (
            <FileTable
              rows={rows}
              wanted={look.wanted}
              said={said}
              onSay={(path, track) => {
                const next = new Map(said);
                if (track === null) next.delete(path);
                else next.set(path, track);
                setSaid(next);
              }}
            />
          )}
        </div>
        {done && (at !== null || picked) && <Renaming source={source} look={look} at={at} />}
      </section>
      <aside
        aria-label="Against the session"
        className="card flex min-h-0 flex-col gap-3 overflow-y-auto p-3.5"
      >
        <Against session={s} delivery={delivery} shown={shown} onShow={setShown} />
        {picked && done && <SumLists picked={picked} look={look} />}
      </aside>
    </div>
  );
}

function Progress({
  delivery: { share, doing, problem, stop, goOn },
  many,
}: {
  delivery: Delivery;
  many: number;
}) {
  return (
    <div className="flex min-w-0 flex-1 items-center gap-3">
      <h2 className="font-semibold">
        Files <span className="font-normal text-ink-2">{many}</span>
      </h2>
      {share !== null && (
        <>
          <progress
            aria-label="Looking at the files"
            value={share}
            className="h-2 w-28 accent-[var(--moss)]"
          />
          <span role="status" className="text-sm text-ink-2">
            {doing}
          </span>
          <Button small onClick={stop}>
            Leave off
          </Button>
        </>
      )}
      <Trouble error={problem} />
      {goOn && (
        <Button small onClick={goOn}>
          Go on
        </Button>
      )}
    </div>
  );
}

/** The moves that name the files as the house names them. */
function Renaming({ source, look, at }: { source: Source; look: Delivery["look"]; at: string | null }) {
  const lead = useMe()?.right === "lead";
  const plan = useMemo(() => {
    const whole = (path: string): string => (at === null ? path : `${at}/${path}`);
    const entries = source.files.map((f) => ({ path: whole(f.path), folder: false, size: f.size }));
    return planMoves(
      entries,
      wishesFor(look).map((w) => ({ ...w, from: whole(w.from) })),
    );
  }, [source, look, at]);
  if (plan.steps.length + plan.refused.length === 0) return null;
  return (
    <PlanBar
      what={source.says}
      puts={["names a file as the house does", "name the files as the house does"]}
      onDisk={at !== null}
      may={lead}
      plan={plan}
      again={() => undefined}
    />
  );
}

/** What the session wants, what of it is missing, and how much is off: each of that narrows the table. */
function Against({
  session: { now },
  delivery: { look, gone, done, share },
  shown,
  onShow,
}: {
  session: AnswerOf<"session">;
  delivery: Delivery;
  shown: OffSort | null;
  onShow: (sort: OffSort | null) => void;
}) {
  const counts = OFF_SORTS.map(
    (of) => [of, look.rows.filter((r) => r.off.some((o) => o.sort === of)).length] as const,
  );
  const off = counts.filter(([, many]) => many > 0);
  return (
    <>
      <div>
        <h2 className="font-semibold">Against the session</h2>
        <p className="text-sm text-ink-2">
          {now.sampleRate / 1000} kHz, {now.bitDepth} bit. {dueInWords(look)}
        </p>
      </div>
      {done && look.missing.length > 0 && (
        <div>
          <h3 className="flex items-center gap-2 text-sm font-semibold">
            Missing <Pill look="broken">{look.missing.length}</Pill>
          </h3>
          <ul aria-label="Missing" className="pt-1 text-sm">
            {look.missing.map(({ track }) => (
              <li key={track.id} className="[overflow-wrap:anywhere]">
                {track.name}
              </li>
            ))}
          </ul>
        </div>
      )}
      {off.length > 0 && (
        <div>
          <h3 className="pb-1 text-sm font-semibold">Off</h3>
          <ul aria-label="What is off" className="flex flex-col gap-1">
            {off.map(([of, many]) => (
              <li key={of}>
                <button
                  type="button"
                  aria-pressed={shown === of}
                  onClick={() => onShow(shown === of ? null : of)}
                  className={`flex w-full items-center justify-between rounded-md px-2 py-1 text-left text-sm ${
                    shown === of ? "bg-moss-soft" : "hover:bg-bg"
                  }`}
                >
                  {OFF_WORDS[of]} <Pill look="look">{many}</Pill>
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
      {done && share === null && look.rows.length > 0 && off.length === 0 && look.missing.length === 0 && (
        <Pill look="ok">All as it should be</Pill>
      )}
      {gone.size > 0 && (
        <ul aria-label="Not read" className="text-sm text-brick">
          {[...gone].map(([path, why]) => (
            <li key={path} className="[overflow-wrap:anywhere]">
              <span className="font-mono">{path}</span>: {why}.
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function dueInWords({ sort, wanted }: Delivery["look"]): string {
  const due = wanted.filter((w) => w.must).length;
  return sort === "stems"
    ? `A stem is due of each of the ${due} paths that feed the main path.`
    : `A file is due of each of the ${due} sources that are recorded.`;
}
