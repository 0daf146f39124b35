import { loudnessHere } from "@mossy/core/order/facts";
import type { Piece } from "@mossy/core/order/pieces";
import { becauseOf, pieceName, stateInWords } from "@mossy/core/order/words";
import { levelInWords } from "@mossy/core/session/valueWords";
import { timeInWords } from "@mossy/core/session/time";
import { useRef } from "react";
import { OpenButton, Table, openLine } from "../ui/listPage.tsx";
import { Pill } from "../ui/pieces.tsx";
import type { PillLook } from "../ui/pieces.tsx";
import { colourOf, isToCome } from "./shown.ts";
import type { ShownOrder } from "./shown.ts";

const HEADS = [
  ["Starts", "w-[74px] pl-3.5"],
  ["Piece", ""],
  ["Planned", "w-[64px] text-right max-[1000px]:hidden"],
  ["Length", "w-[64px] text-right"],
  ["LUFS", "w-[58px] text-right max-[1200px]:hidden"],
  ["Because it", "w-[27%] pl-4"],
  ["State", "w-[92px] pr-3.5"],
] as const;

const LOOKS: Readonly<Record<string, PillLook>> = {
  approved: "ok",
  recorded: "note",
  waiting: "look",
  missing: "broken",
};

/** How loud a piece is where it lies: its sound with its gain. One that is made of several says none. */
function loudness(p: Piece, { session, facts }: ShownOrder): string {
  const [part] = p.parts;
  const here = part && p.parts.length === 1 ? loudnessHere(part.item, session, facts) : null;
  return here === null ? "" : levelInWords(here);
}

/** The pieces as they are listed: when each starts, how long it is, and why. Arrows go up and down. */
export function PieceTable({
  order,
  picked,
  onPick,
  onMove,
}: {
  order: ShownOrder;
  picked: string | null;
  onPick: (id: string) => void;
  /** Puts what is chosen so many places further down; null where nobody may. */
  onMove: ((by: 1 | -1) => void) | null;
}) {
  const { pieces, laid, names, session } = order;
  const box = useRef<HTMLDivElement>(null);
  const go = (by: number): void => {
    const at = pieces.findIndex((p) => p.id === picked);
    const next = pieces[Math.max(0, Math.min(pieces.length - 1, at + by))];
    if (!next) return;
    onPick(next.id);
    box.current?.querySelector<HTMLElement>(`[data-piece="${next.id}"] button`)?.focus();
  };
  return (
    <div
      ref={box}
      className="min-h-0 flex-1 overflow-y-auto"
      onKeyDown={(e) => {
        const by = e.key === "ArrowDown" ? 1 : e.key === "ArrowUp" ? -1 : 0;
        if (by === 0) return;
        e.preventDefault();
        if (e.altKey) onMove?.(by);
        else go(by);
      }}
    >
      <Table head={HEADS}>
        {pieces.map((p) => {
          const place = laid.places.get(p.id);
          const because = becauseOf(p, names, session.fixedEnd);
          const state = stateInWords(p);
          const toCome = isToCome(p);
          return (
            <tr key={p.id} data-piece={p.id} className={openLine(p.id === picked)}>
              <td className="py-1.5 pl-3.5 font-mono text-sm">
                {place ? timeInWords(place.from, 1) : "–"}
              </td>
              <td className="pr-2">
                <OpenButton
                  here={p.id === picked}
                  className="flex w-full items-center gap-2"
                  onOpen={() => onPick(p.id)}
                >
                  <span
                    aria-hidden
                    className={`size-5 shrink-0 rounded-sm border border-line ${toCome ? "order-to-come" : ""}`}
                    style={toCome ? {} : { background: colourOf(p) }}
                  />
                  <span className="min-w-0 flex-1">
                    <span className="block truncate">{pieceName(p)}</span>
                    <span className="block truncate text-xs font-normal text-ink-2">
                      {p.kind}
                      {p.who === "" ? "" : `, ${p.who}`}
                    </span>
                  </span>
                </OpenButton>
              </td>
              <td className="text-right font-mono text-xs text-ink-2 max-[1000px]:hidden">
                {p.planned === null ? "" : timeInWords(p.planned, 1)}
              </td>
              <td className={`text-right font-mono text-sm ${toCome ? "text-ink-2" : ""}`}>
                {timeInWords(place ? place.to - place.from : p.length, 1)}
              </td>
              <td className="text-right font-mono text-xs max-[1200px]:hidden">{loudness(p, order)}</td>
              <td className="truncate pl-4 text-sm text-ink-2" title={because}>
                {because}
              </td>
              <td className="pr-3.5">
                <Pill look={LOOKS[state] ?? "quiet"}>{state}</Pill>
              </td>
            </tr>
          );
        })}
      </Table>
    </div>
  );
}
