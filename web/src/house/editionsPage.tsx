import type { Doer } from "@mossy/contract/people";
import { writeHouseFile } from "@mossy/core/formats/houseFile";
import { differences } from "@mossy/core/house/differences";
import { housePieces } from "@mossy/core/house/pieces";
import type { HousePiece } from "@mossy/core/house/pieces";
import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { Download, Printer, Undo2 } from "lucide-react";
import { useMemo, useState } from "react";
import { z } from "zod";
import { askOnce, fileAddress } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queries, queryClient } from "../wire/queries.ts";
import { mention } from "../ui/toasts.tsx";
import { day, moment } from "../ui/dates.ts";
import { saveAs } from "../ui/saveAs.ts";
import { Button } from "../ui/button.tsx";
import { Field, TextArea } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { useKept } from "../ui/useKept.ts";
import { useHouseWork } from "./work.ts";
import { ImpactList } from "./impactList.tsx";
import { Starters } from "./houseStarters.tsx";
import { Sentences } from "./sentences.tsx";

/** What the next edition would change, publishing it, and the editions there are, any two compared. */
export default function EditionsPage() {
  const { house, next, changes, change, saved, revision, takeBack } = useHouseWork();
  const { data: edition } = useQuery(queries.edition);
  const pieces = useMemo(() => (edition ? housePieces(edition.style.house, house) : []), [edition, house]);
  const { data } = useQuery(queries.house);
  const [problem, setProblem] = useState<unknown>(null);
  const takeUp = async (number: number): Promise<void> => {
    setProblem(null);
    try {
      const edition = await queryClient.fetchQuery(later.wholeEdition(number));
      change?.(edition.house);
      mention(`The draft says what edition ${number} says. Undo brings back what it was.`);
    } catch (e) {
      setProblem(e);
    }
  };
  if (!data) return <Loading />;
  return (
    <div className="two-up h-full min-h-0">
      <section
        aria-label={`Publish edition ${next}`}
        className="card flex min-h-0 flex-col gap-3 overflow-y-auto p-4"
        tabIndex={0}
      >
        <div>
          <h2 className="font-semibold">
            {change ? `Publish edition ${next}` : `What edition ${next} would change`}
          </h2>
          <p className="text-sm text-ink-2">
            Nobody's session changes by itself: what no longer fits becomes findings with fixes.
          </p>
        </div>
        {changes === null ? (
          <Loading what="Comparing" />
        ) : changes.length === 0 ? (
          <p className="rounded-md bg-tide-soft px-2.5 py-1.5 text-sm text-tide">
            The draft says the same as edition {next - 1}.
          </p>
        ) : (
          <Pieces pieces={pieces} revision={revision} onTakeBack={takeBack} />
        )}
        {saved && <ImpactList revision={revision} />}
        {change && (
          <PublishForm
            next={next}
            ready={changes !== null && changes.length > 0 && saved}
            revision={revision}
          />
        )}
      </section>
      <section aria-label="Editions so far" className="card min-h-0 overflow-y-auto p-4" tabIndex={0}>
        <div className="flex flex-wrap items-center gap-2 pb-2">
          <h2 className="flex-1 whitespace-nowrap font-semibold">Editions so far</h2>
          <Button small asChild>
            <a href={fileAddress("houseBook", {})} download>
              <Printer size={14} aria-hidden /> On paper
            </a>
          </Button>
          <Button
            small
            onClick={() =>
              saveAs(`House style ${house.name}.json`, "application/json", writeHouseFile(house))
            }
          >
            <Download size={14} aria-hidden /> {change ? "Save the draft as a file" : "Save it as a file"}
          </Button>
        </div>
        <ol>
          {data.editions.map((e) => (
            <li key={e.number} className="border-t border-line py-2">
              <span className="font-semibold">Edition {e.number}</span>{" "}
              <span className="text-sm text-ink-2">
                · {e.publishedBy.name}, {day(e.publishedAt)}
              </span>
              <br />
              {e.note}
              <span className="flex flex-wrap gap-x-4 text-sm font-semibold text-moss">
                {change && (
                  <button type="button" className="hover:underline" onClick={() => void takeUp(e.number)}>
                    Take it up as the draft
                  </button>
                )}
                <a
                  href={fileAddress("houseBook", {}, { edition: String(e.number) })}
                  download
                  className="hover:underline"
                >
                  On paper (PDF)
                </a>
              </span>
            </li>
          ))}
        </ol>
        <Trouble error={problem} />
        {change && <Starters name={house.name} onTake={change} />}
        {data.editions.length > 1 && <Compare numbers={data.editions.map((e) => e.number)} />}
      </section>
    </div>
  );
}

/** What the draft changes, thing by thing, with who did it last; each can be taken back by itself. */
function Pieces({
  pieces,
  revision,
  onTakeBack,
}: {
  pieces: readonly HousePiece[];
  revision: number;
  onTakeBack: ((piece: HousePiece) => void) | null;
}) {
  const { data } = useQuery({ ...later.houseHands(revision), placeholderData: keepPreviousData });
  return (
    <ul aria-label="What changes" className="text-sm">
      {pieces.map((p) => (
        <li key={p.says.join(" ")} className="flex items-start gap-3 border-t border-line py-1.5">
          <span className="min-w-0 flex-1 [overflow-wrap:anywhere]">
            {p.says.map((says) => (
              <span key={says} className="block">
                {says}
              </span>
            ))}
            <LastHand hand={data?.hands[p.thing]} />
          </span>
          {onTakeBack && (
            <Button
              small
              look="quiet"
              aria-label={`Take back: ${p.says[0] ?? ""}`}
              onClick={() => onTakeBack(p)}
            >
              <Undo2 size={14} aria-hidden /> Take back
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}

/** Who changed a thing last; nothing while that is on its way to the house. */
function LastHand({ hand }: { hand: { by: Doer; at: string } | undefined }) {
  if (!hand) return null;
  return (
    <span className="block text-ink-2">
      {hand.by.name}, {moment(hand.at)}
    </span>
  );
}

function PublishForm({ next, ready, revision }: { next: number; ready: boolean; revision: number }) {
  const [note, setNote, forgetNote] = useKept("edition-note", "", z.string());
  const publish = useMutation({
    mutationFn: () => askOnce("publishEdition", {}, { revision, note }),
    onSuccess: async (edition) => {
      forgetNote();
      await Promise.all(
        ["house", "edition", "unread", "today"].map((key) =>
          queryClient.invalidateQueries({ queryKey: [key] }),
        ),
      );
      mention(`Edition ${edition.number} of the house style is out.`, {
        to: "/library/follow",
        next: "Take it everywhere",
      });
    },
  });
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        publish.mutate();
      }}
    >
      <Field label="In a few words, for everybody">
        <TextArea
          required
          maxLength={2000}
          rows={2}
          value={note}
          onChange={(e) => setNote(e.target.value)}
        />
      </Field>
      <Trouble error={publish.error} />
      <Button
        look="main"
        className="self-start"
        type="submit"
        disabled={!ready || note.trim() === "" || publish.isPending}
      >
        Publish edition {next}
      </Button>
    </form>
  );
}

function Compare({ numbers }: { numbers: readonly number[] }) {
  const [from, setFrom] = useState(numbers[1] ?? 1);
  const [to, setTo] = useState(numbers[0] ?? 1);
  const a = useQuery(later.wholeEdition(from));
  const b = useQuery(later.wholeEdition(to));
  const pick = (label: string, value: number, set: (n: number) => void) => (
    <label className="flex items-center gap-2 text-sm">
      {label}
      <Select small value={value} onChange={(e) => set(Number(e.target.value))}>
        {numbers.map((n) => (
          <option key={n} value={n}>
            edition {n}
          </option>
        ))}
      </Select>
    </label>
  );
  const error = a.error ?? b.error;
  return (
    <div className="mt-4 border-t border-line pt-3">
      <div className="flex items-center gap-3 pb-2">
        <h3 className="font-semibold">Compare</h3>
        {pick("from", from, setFrom)}
        {pick("to", to, setTo)}
      </div>
      {error ? (
        <Failed error={error} />
      ) : !a.data || !b.data ? (
        <Loading />
      ) : differences(a.data.house, b.data.house).length === 0 ? (
        <Empty title="No difference">Both editions say the same.</Empty>
      ) : (
        <Sentences label="Differences" said={differences(a.data.house, b.data.house)} />
      )}
    </div>
  );
}
