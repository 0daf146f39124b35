import { inWords } from "@mossy/core/session/says";
import { Button } from "../ui/button.tsx";
import { BeforeAfter } from "../ui/pieces.tsx";
import type { Desk, DeskState } from "./desk.ts";

/** Edits of one's own that somebody else's change shut out: neither is lost, one is chosen. */
export function Clashes({ desk, state }: { desk: Desk; state: DeskState }) {
  if (state.clashes.length === 0) return null;
  return (
    <section role="alert" aria-label="Clashes" className="rounded-md border border-line bg-lantern-soft p-3">
      <h2 className="text-sm font-semibold text-lantern">{state.clashes.length === 1 ? "Somebody else changed the same thing meanwhile" : `Somebody else changed ${state.clashes.length} of the same things meanwhile`}</h2>
      <ul>
        {state.clashes.map((c) => {
          const [said, ...more] = inWords(state.session, state.session, c.yours);
          return (
            <li key={c.id} className="flex flex-wrap items-center gap-3 pt-1.5 text-sm">
              <span className="font-mono font-semibold">{said?.name ?? c.label}</span><span className="text-ink-2">{said?.what}{more.length > 0 ? ` and ${more.length} more` : ""}</span>
              <span>theirs <BeforeAfter before={null} after={said?.before ?? "taken out"} /></span><span>yours <BeforeAfter before={null} after={said?.after ?? c.label} /></span>
              <span className="ml-auto flex gap-2"><Button small onClick={() => { desk.settle(c.id, "theirs"); }}>Keep theirs</Button>{c.yours.length > 0 && <Button small look="main" onClick={() => { desk.settle(c.id, "yours"); }}>Take mine</Button>}</span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
