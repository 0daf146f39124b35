import type { Change } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import { inWords } from "@mossy/core/session/says";
import { useState } from "react";
import { onlyOther } from "./onlyOther.ts";
import { Button } from "../ui/button.tsx";
import { BeforeAfter } from "../ui/beforeAfter.tsx";
import type { Workpiece, WorkpieceState } from "./workpiece.ts";
import type { Clash } from "./rules.ts";

/** A clash as a person reads it: of what, which value, theirs and one's own. */
export interface ClashWords {
  readonly name: string;
  readonly what: string;
  readonly theirs: string;
  readonly yours: string;
}

/** Edits of one's own that somebody else's change shut out: neither is lost, one is chosen. */
export function ClashList<D, C>({
  work,
  clashes,
  words,
}: {
  work: Workpiece<D, C>;
  clashes: readonly Clash<C>[];
  words: (clash: Clash<C>) => ClashWords;
}) {
  if (clashes.length === 0) return null;
  const many = clashes.length === 1 ? "the same thing" : `${clashes.length} of the same things`;
  return (
    <section
      role="alert"
      aria-label="Clashes"
      className="rounded-md border border-line bg-lantern-soft p-3"
    >
      <h2 className="text-sm font-semibold text-lantern">Somebody else changed {many} meanwhile</h2>
      <ul>
        {clashes.map((c) => (
          <ClashLine
            key={c.id}
            said={words(c)}
            may={c.yours.length > 0}
            onSettle={(as) => work.settle(c.id, as)}
            parts={c.parts.length < 2 ? [] : c.parts.map((part) => words({ ...c, yours: part, parts: [] }))}
            onPart={(part, as) => work.settle(c.id, as, part)}
          />
        ))}
      </ul>
    </section>
  );
}

/** One clash: as a whole, or part by part. */
function ClashLine({
  said: { name, what, theirs, yours },
  may,
  onSettle,
  parts,
  onPart,
}: {
  said: ClashWords;
  /** Whether one's own can still be brought about. */
  may: boolean;
  onSettle: (as: "yours" | "theirs") => void;
  /** Empty where it is one thing only. */
  parts: readonly ClashWords[];
  onPart: (part: number, as: "yours" | "theirs") => void;
}) {
  const [open, setOpen] = useState(false);
  const apart = open && parts.length > 0;
  const [short, own] = onlyOther(theirs, yours);
  return (
    <li className="pt-1.5 text-sm">
      <div className="flex flex-wrap items-center gap-3">
        <span className="font-mono font-semibold">{name}</span>
        <span className="text-ink-2">{what}</span>
        {!apart && (
          <>
            <span>
              theirs <BeforeAfter before={null} after={short} />
            </span>
            <span>
              yours <BeforeAfter before={null} after={own} />
            </span>
          </>
        )}
        <span className="ml-auto flex flex-wrap gap-2">
          {parts.length > 0 && (
            <Button small look="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
              {open ? "All at once" : `One by one (${parts.length})`}
            </Button>
          )}
          <Button small onClick={() => onSettle("theirs")}>
            Keep {apart ? "all of theirs" : "theirs"}
          </Button>
          {may && (
            <Button small look="main" onClick={() => onSettle("yours")}>
              Take {apart ? "all of mine" : "mine"}
            </Button>
          )}
        </span>
      </div>
      {apart && (
        <ul aria-label={`Parts of ${what}`} className="mt-1 border-l-2 border-line-strong pl-3">
          {parts.map((part, n) => (
            <ClashLine
              // Parts are told apart by what they are: one that was decided goes.
              key={`${part.name} ${part.what} ${part.yours}`}
              said={part}
              may
              onSettle={(as) => onPart(n, as)}
              parts={[]}
              onPart={() => {}}
            />
          ))}
        </ul>
      )}
    </li>
  );
}

/** The clashes of a session. */
export function Clashes({ work, state }: { work: Workpiece; state: WorkpieceState }) {
  return <ClashList work={work} clashes={state.clashes} words={(c) => inSession(state.doc, c)} />;
}

function inSession(session: Session, { label, yours }: Clash<Change>): ClashWords {
  const [said, ...more] = inWords(session, session, yours);
  return {
    name: said?.name ?? label,
    what: `${said?.what ?? ""}${more.length > 0 ? ` and ${more.length} more` : ""}`,
    theirs: said?.before ?? "taken out",
    yours: said?.after ?? label,
  };
}
