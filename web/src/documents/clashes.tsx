import type { Change } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import { inWords } from "@mossy/core/session/says";
import { Button } from "../ui/button.tsx";
import { BeforeAfter } from "../ui/pieces.tsx";
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
        {clashes.map((c) => {
          const { name, what, theirs, yours } = words(c);
          return (
            <li key={c.id} className="flex flex-wrap items-center gap-3 pt-1.5 text-sm">
              <span className="font-mono font-semibold">{name}</span>
              <span className="text-ink-2">{what}</span>
              <span>
                theirs <BeforeAfter before={null} after={theirs} />
              </span>
              <span>
                yours <BeforeAfter before={null} after={yours} />
              </span>
              <span className="ml-auto flex gap-2">
                <Button small onClick={() => work.settle(c.id, "theirs")}>
                  Keep theirs
                </Button>
                {c.yours.length > 0 && (
                  <Button small look="main" onClick={() => work.settle(c.id, "yours")}>
                    Take mine
                  </Button>
                )}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
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
