import { addPiece } from "@mossy/core/order/edits";
import { gapInWords } from "@mossy/core/order/words";
import { setSessionField } from "@mossy/core/session/change";
import { PIECE_KINDS } from "@mossy/core/session/pieces";
import type { PieceKind, Programme } from "@mossy/core/session/pieces";
import { plural } from "@mossy/core/session/plural";
import { levelInWords } from "@mossy/core/session/valueWords";
import type { Workpiece } from "../documents/workpiece.ts";
import { ProgrammeForm } from "../session/programmeForm.tsx";
import { Button } from "../ui/button.tsx";
import { PickOne } from "../ui/chooser.tsx";
import { AlertLine } from "../ui/listPage.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Section } from "../ui/section.tsx";
import { mention } from "../ui/toasts.tsx";
import { editOrder, isToCome } from "./shown.ts";
import type { ShownOrder } from "./shown.ts";

/** Adds a piece of a kind behind the one that is chosen, or as the last. */
export function AddPiece({
  order,
  work,
  rule,
  picked,
  onPick,
}: {
  order: ShownOrder;
  work: Workpiece;
  rule: Programme | null;
  picked: string | null;
  onPick: (id: string) => void;
}) {
  const add = (kind: PieceKind): void => {
    const made = addPiece(order.session, kind, picked ?? order.pieces.at(-1)?.id ?? null, rule);
    if (!made) {
      mention("There are as many pieces as an order holds.");
      return;
    }
    editOrder(work, order, made.changes, `add ${kind}`);
    onPick(made.id);
  };
  return (
    <PickOne
      small
      aria-label="Add a piece"
      className="w-32"
      says="Add a piece…"
      options={PIECE_KINDS.map((k) => [k, k])}
      onPick={(k) => add(k as PieceKind)}
    />
  );
}

/** How the order stands: what is free or too much, what is to come, how loud it is. */
export function Pills({ order }: { order: ShownOrder }) {
  const { gaps, laid, pieces, loud, names } = order;
  const toCome = pieces.filter(isToCome).length;
  return (
    <span role="status" className="flex flex-wrap items-center gap-1.5">
      {laid.problems.length > 0 && (
        <Pill look="broken">{plural(laid.problems.length, "contradiction")}</Pill>
      )}
      {gaps.map((g) => (
        <Pill key={`${g.sort} ${g.before}`} look="broken">
          {gapInWords(g, names)}
        </Pill>
      ))}
      {pieces.length > 0 && gaps.length === 0 && laid.problems.length === 0 && (
        <Pill look="ok">closes to the second</Pill>
      )}
      {toCome > 0 && <Pill look="look">{plural(toCome, "placeholder")}</Pill>}
      {loud.integrated !== null && (
        <span title="Of what is laid out, faders at rest; the peak is no higher than this">
          <Pill look="ok">
            programme {levelInWords(loud.integrated)} LUFS
            {loud.atMost === null ? "" : `, at most ${levelInWords(loud.atMost)} dBTP`}
          </Pill>
        </span>
      )}
      {loud.unmeasured > 0 && <Pill>{loud.unmeasured} not measured</Pill>}
      {pieces.length > 0 && <Pill>{plural(pieces.length, "piece")}</Pill>}
    </span>
  );
}

/** That something lies or sounds otherwise than the order says, and how it is put right. */
export function OffLine({ order, work }: { order: ShownOrder; work: Workpiece }) {
  if (order.off.length === 0) return null;
  return (
    <div className="flex items-center gap-3">
      <span className="flex-1">
        <AlertLine look="look">
          What lies on {plural(order.off.length, "track")} is elsewhere, or as loud as before: the order
          says otherwise.
        </AlertLine>
      </span>
      <Button small onClick={() => editOrder(work, order, [], "lay out by the order")}>
        Lay it out by the order
      </Button>
    </div>
  );
}

/** How loud it is to be, and how its beds make way. */
export function Loudness({
  order: { session },
  usual,
  work,
}: {
  order: ShownOrder;
  /** What the house begins programmes of this shelf with. */
  usual: Programme | null;
  work: Workpiece | null;
}) {
  const rule = session.programme;
  return (
    <section aria-label="Loudness" className="px-1 pb-3">
      <Section title="Loudness">
        {rule ? (
          <>
            <ProgrammeForm
              of={rule}
              onChange={
                work && ((to) => work.edit([setSessionField(session, "programme", to)], "loudness"))
              }
            />
            {work && (
              <Button
                small
                onClick={() => work.edit([setSessionField(session, "programme", null)], "no loudness")}
              >
                Leave levels alone
              </Button>
            )}
          </>
        ) : (
          <>
            <p className="text-sm text-ink-2">Levels stay as they were set.</p>
            {work && usual && (
              <Button
                small
                onClick={() => work.edit([setSessionField(session, "programme", usual)], "loudness")}
              >
                Bring pieces to {levelInWords(usual.target)} LUFS, as the house does
              </Button>
            )}
          </>
        )}
      </Section>
    </section>
  );
}
