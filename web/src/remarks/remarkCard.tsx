import { clsx } from "clsx";
import type { Remark } from "@mossy/contract/remarks";
import { useState } from "react";
import type { ReactNode } from "react";
import { Button } from "../ui/button.tsx";
import { moment } from "../ui/dates.ts";
import { Input, Pill } from "../ui/pieces.tsx";
import { Trouble } from "../ui/states.tsx";
import { useMe } from "../wire/queries.ts";
import { useAnswer, useDone } from "./useRemarks.ts";

/** A remark with its answers: answered, done, taken up again. */
export function RemarkCard({ remark: r, on }: { remark: Remark; on?: ReactNode }) {
  const me = useMe();
  const done = useDone(r.id);
  const [answering, setAnswering] = useState(false);
  return (
    <article
      aria-label={`Remark ${r.number} of ${r.by.name}`}
      className={clsx("rounded-md p-2.5 text-sm", r.done ? "bg-sunk text-ink-2" : "bg-tide-soft")}
    >
      {on !== undefined && <p className="pb-0.5 text-xs text-ink-2">{on}</p>}
      <p className="flex flex-wrap items-baseline gap-x-2 gap-y-0.5">
        <span className="font-semibold">{r.by.name}</span>
        <span className="text-xs text-ink-2">{moment(r.at)}</span>
        {r.for && (
          <Pill look={r.for.id === me?.id && !r.done ? "look" : "quiet"}>
            for {r.for.id === me?.id ? "you" : r.for.name}
          </Pill>
        )}
      </p>
      <p className="whitespace-pre-wrap [overflow-wrap:anywhere]">{r.text}</p>
      {r.answers.length > 0 && (
        <ol className="mt-1.5 flex flex-col gap-1.5 border-l-2 border-line-strong pl-2.5">
          {r.answers.map((a) => (
            <li key={a.at}>
              <span className="font-semibold">{a.by.name}</span>{" "}
              <span className="text-xs text-ink-2">{moment(a.at)}</span>
              <p className="whitespace-pre-wrap [overflow-wrap:anywhere]">{a.text}</p>
            </li>
          ))}
        </ol>
      )}
      {r.done && (
        <p className="mt-1.5 text-xs">
          Done: {r.done.by.name}, {moment(r.done.at)}
        </p>
      )}
      {answering ? (
        <AnswerForm remark={r.id} onDone={() => setAnswering(false)} />
      ) : (
        <p className="mt-2 flex flex-wrap gap-2">
          <Button small onClick={() => setAnswering(true)}>
            Answer
          </Button>
          <Button small disabled={done.isPending} onClick={() => done.mutate(r.done === null)}>
            {r.done ? "Take up again" : "Done"}
          </Button>
        </p>
      )}
      <Trouble error={done.error} />
    </article>
  );
}

function AnswerForm({ remark, onDone }: { remark: string; onDone: () => void }) {
  const [text, setText] = useState("");
  const answer = useAnswer(remark, onDone);
  return (
    <form
      className="mt-2 flex flex-wrap gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (text.trim() !== "") answer.mutate(text);
      }}
    >
      <Input
        autoFocus
        small
        required
        maxLength={1000}
        aria-label="Answer"
        className="min-w-40 flex-1"
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === "Escape") onDone();
        }}
      />
      <Button small look="main" type="submit" disabled={text.trim() === "" || answer.isPending}>
        Answer
      </Button>
      <Trouble error={answer.error} />
    </form>
  );
}
