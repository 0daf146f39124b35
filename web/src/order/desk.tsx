import type { Piece } from "@mossy/core/order/pieces";
import { liesUnder } from "@mossy/core/order/pieces";
import { pieceName } from "@mossy/core/order/words";
import { timeInWords } from "@mossy/core/session/time";
import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { z } from "zod";
import { Button, Key } from "../ui/button.tsx";
import { useKept } from "../ui/useKept.ts";
import type { ShownOrder } from "./shown.ts";

/** A second, and a little: so that no second is left out. */
const TICK = 200;

/** So many seconds of the evening are gone; null while its clock does not run. */
function useGone(began: number | null): number | null {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (began === null) return;
    const timer = setInterval(() => setNow(Date.now()), TICK);
    return () => clearInterval(timer);
  }, [began]);
  return began === null ? null : Math.max(0, (Math.max(now, began) - began) / 1000);
}

interface Laid {
  readonly piece: Piece;
  readonly from: number;
  readonly to: number;
}
const rowOf = ({ pieces, laid }: ShownOrder): Laid[] =>
  pieces
    .filter((p) => !liesUnder(p))
    .flatMap((piece) => {
      const place = laid.places.get(piece.id);
      return place ? [{ piece, ...place }] : [];
    })
    .sort((a, b) => a.from - b.from);

/** What is left, rounded up: at 0:00 it is over. */
const left = (seconds: number): string => timeInWords(Math.ceil(Math.max(0, seconds)), 0);

/** The order for the desk of the evening: what is on, what comes, and the time that is left, to be read from afar. */
export function Desk({ order, name, onClose }: { order: ShownOrder; name: string; onClose: () => void }) {
  const [began, setBegan] = useKept<number | null>(`desk-${name}`, null, z.number().nullable());
  const gone = useGone(began);
  const row = rowOf(order);
  const at = gone ?? 0;
  const now = row.findLast((r) => r.from <= at && r.to > at) ?? null;
  const next = row.find((r) => r.from > at) ?? null;
  const toggle = (): void => setBegan(began === null ? Date.now() : null);
  /** The next piece begins now, whatever the plan says. */
  const onward = (): void => {
    if (next) setBegan(Date.now() - next.from * 1000);
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-0 z-50 flex flex-col gap-4 overflow-y-auto bg-bg p-6 text-ink"
          onKeyDown={(e) => {
            if (e.target instanceof HTMLButtonElement && e.key === " ") return;
            if (e.key === " ") toggle();
            else if (e.key === "ArrowRight") onward();
            else return;
            e.preventDefault();
          }}
        >
          <header className="flex flex-wrap items-center gap-3">
            <Dialog.Title className="min-w-0 flex-1 truncate font-title text-2xl font-semibold">
              {name}
            </Dialog.Title>
            <Button look={began === null ? "main" : "plain"} onClick={toggle}>
              {began === null ? "Start the clock" : "Set the clock back"}
            </Button>
            {began !== null && (
              <Button disabled={!next} onClick={onward}>
                Next piece now <Key>→</Key>
              </Button>
            )}
            <Button look="quiet" onClick={onClose}>
              Close
            </Button>
          </header>
          <div
            className={
              "grid grid-cols-[minmax(0,1fr)_auto] items-end gap-x-8 gap-y-2 rounded-lg bg-surface p-6 " +
              "max-[700px]:grid-cols-1"
            }
          >
            <div className="min-w-0">
              <p className="text-lg text-ink-2">
                {gone === null ? "Begins with" : now ? "On now" : "Nothing on"}
              </p>
              <p className="truncate font-title text-[clamp(2rem,5vw,4rem)] leading-tight font-semibold">
                {pieceName((now ?? row[0])?.piece ?? { name: "no piece", kind: "speech" })}
              </p>
              <p className="truncate text-xl text-ink-2">{(now ?? row[0])?.piece.who}</p>
            </div>
            <p className="text-right">
              <span className="block text-lg text-ink-2">left of it</span>
              <span
                role="timer"
                aria-label="Left of the piece"
                className="font-mono text-[clamp(3rem,9vw,7rem)] leading-none font-semibold"
              >
                {now ? left(now.to - at) : row[0] && gone === null ? left(row[0].to - row[0].from) : "–"}
              </span>
            </p>
          </div>
          <div className="flex flex-wrap gap-x-10 gap-y-2 px-2 text-xl">
            <Said label="Gone">{timeInWords(Math.floor(at), 0)}</Said>
            <Said label="Left of the evening">{left(order.end - at)}</Said>
            {next && <Said label={`Then ${pieceName(next.piece)} in`}>{left(next.from - at)}</Said>}
          </div>
          <ol className="rounded-lg bg-surface">
            {row.map((r) => (
              <li
                key={r.piece.id}
                aria-current={r === now ? "true" : undefined}
                className={`flex items-baseline gap-4 border-b border-line px-6 py-2 text-xl last:border-b-0 ${
                  r === now ? "bg-moss-soft font-semibold" : gone !== null && r.to <= at ? "text-ink-3" : ""
                }`}
              >
                <span className="w-24 shrink-0 font-mono">{timeInWords(r.from, 0)}</span>
                <span className="min-w-0 flex-1 truncate">{pieceName(r.piece)}</span>
                <span className="font-mono">{timeInWords(r.to - r.from, 0)}</span>
              </li>
            ))}
          </ol>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

const Said = ({ label, children }: { label: string; children: string }) => (
  <p>
    <span className="text-ink-2">{label}</span> <span className="font-mono font-semibold">{children}</span>
  </p>
);
