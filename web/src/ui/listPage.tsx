import { ArrowDown, ArrowUp } from "lucide-react";
import type { CSSProperties, ReactNode } from "react";
import { Button } from "./button.tsx";

/** The line at the head of a card: what it holds, and what one does with it. */
export function Bar({ children, className = "" }: { children: ReactNode; className?: string }) {
  return (
    <div className={`flex items-center gap-3 border-b border-line px-3.5 py-2 ${className}`}>
      {children}
    </div>
  );
}

const ALERT = { broken: "bg-brick-soft text-brick", look: "bg-lantern-soft text-lantern" } as const;

/**
 * A line about something that is off, across a card or as a block in a panel; none where there is nothing
 * to say.
 */
export function AlertLine({
  look = "broken",
  across = false,
  children,
}: {
  look?: keyof typeof ALERT;
  across?: boolean;
  children: ReactNode;
}) {
  if (children === null || children === "" || children === false) return null;
  const shape = across ? "border-b border-line px-3.5 py-2" : "rounded-md px-2.5 py-1.5";
  return (
    <p role="alert" className={`${shape} text-sm ${ALERT[look]}`}>
      {children}
    </p>
  );
}

/** A card of lines with a head, and beside it what is chosen; lists to choose from stand before it. */
export function ListPage({
  label,
  lists,
  bar,
  foot,
  selected,
  width,
  children,
}: {
  label: string;
  lists?: ReactNode;
  bar: ReactNode;
  /** What stays below the lines while they scroll. */
  foot?: ReactNode;
  /** The panel beside; without one the lines have the whole width. */
  selected: ReactNode;
  width: `${number}px`;
  children: ReactNode;
}) {
  const shape = selected === null ? "grid-cols-1" : lists === undefined ? "beside" : "three";
  return (
    <div className={`grid h-full min-h-0 gap-4 ${shape}`} style={{ "--beside": width } as CSSProperties}>
      {lists}
      <section aria-label={label} className="card flex min-h-0 flex-col">
        <Bar>{bar}</Bar>
        {children}
        {foot}
      </section>
      {selected !== null && (
        <aside aria-label="Selected" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
          {selected}
        </aside>
      )}
    </div>
  );
}

/** What scrolls between the head of a card and its foot. */
export function Scroll({ children }: { children: ReactNode }) {
  return <div className="min-h-0 flex-1 overflow-y-auto">{children}</div>;
}

/** A column of a table: what it is called and how wide it is. */
export type Head = readonly [name: string, className?: string];

/** The heads of a table. @param cell how each of them looks */
export function Heads({
  of,
  cell = "",
  className = "",
}: {
  of: readonly Head[];
  cell?: string;
  className?: string;
}) {
  return (
    <thead className={`text-left text-xs text-ink-2 ${className}`}>
      <tr>
        {of.map(([name, width = ""]) => (
          <th key={name} scope="col" className={`font-semibold ${cell} ${width}`}>
            {name}
          </th>
        ))}
      </tr>
    </thead>
  );
}

/** A plain table whose heads stay while it scrolls. */
export function Table({ head, children }: { head: readonly Head[]; children: ReactNode }) {
  return (
    <table className="w-full table-fixed">
      <Heads of={head} cell="border-b border-line py-1.5" className="sticky top-0 z-20 bg-surface" />
      <tbody>{children}</tbody>
    </table>
  );
}

/** How a line looks that its `OpenButton` opens: the chosen one is marked. */
export const openLine = (here: boolean): string =>
  `relative border-b border-line ${here ? "bg-moss-soft" : "hover:bg-bg"}`;

/** What is put on a control in such a line that does something of its own. */
export const ABOVE_LINE = "relative z-10";

/** The name in a line, which opens it; a click anywhere in the line reaches it. */
export function OpenButton({
  here,
  onOpen,
  className = "",
  children,
}: {
  here: boolean;
  onOpen: () => void;
  className?: string;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-current={here ? "true" : undefined}
      className={`text-left font-semibold after:absolute after:inset-0 ${className}`}
      onClick={onOpen}
    >
      {children}
    </button>
  );
}

/** What is done with a line as a whole: its place among the others, and taking it out. */
export function LineActs({
  earlier,
  later,
  onMove,
  onTakeOut,
}: {
  earlier: string;
  later: string;
  onMove: (by: -1 | 1) => void;
  onTakeOut: () => void;
}) {
  return (
    <div className="flex gap-2 border-t border-line pt-3">
      <Button small aria-label={earlier} onClick={() => onMove(-1)}>
        <ArrowUp size={14} aria-hidden />
      </Button>
      <Button small aria-label={later} onClick={() => onMove(1)}>
        <ArrowDown size={14} aria-hidden />
      </Button>
      <Button small className="ml-auto" onClick={onTakeOut}>
        Take out
      </Button>
    </div>
  );
}
