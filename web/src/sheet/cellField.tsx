import { clsx } from "clsx";
import type { Style } from "@mossy/core/house/style";
import type { Session } from "@mossy/core/session/document";
import { PATHS } from "@mossy/core/session/kind";
import { PROCESSORS } from "@mossy/core/session/processor";
import type { Cell } from "@mossy/core/sheet/cells";
import { useId, useState } from "react";
import { useTyped } from "../ui/useTyped.ts";

/** What a cell's field suggests. */
function suggestions(style: Style, session: Session, cell: Cell): readonly string[] {
  if (cell === "feeds") return session.tracks.filter((t) => PATHS.has(t.kind)).map((t) => t.name);
  if (cell === "role") return style.house.words.roles.map((r) => r.name);
  return cell === "inserts" ? PROCESSORS : [];
}

/**
 * A cell that is being typed into: Enter sets it, Escape leaves it as it was; what cannot be is said beside
 * it.
 */
export function CellField({
  style,
  session,
  cell,
  start,
  name,
  onType,
  onLeave,
}: {
  style: Style;
  session: Session;
  cell: Cell;
  start: string;
  name: string;
  onType: (text: string) => string | null;
  onLeave: () => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const {
    text: typed,
    type,
    leave: put,
    drop,
  } = useTyped((said) => {
    if (said === start) {
      onLeave();
      return true;
    }
    const wrong = onType(said);
    setProblem(wrong);
    return wrong === null;
  });
  const text = typed ?? start;
  const list = useId();
  const offered = suggestions(style, session, cell);
  const leave = (): void => {
    drop();
    onLeave();
  };
  const done = (leaving: boolean): void => {
    if (typed === null) {
      leave();
      return;
    }
    // Left with a value that cannot be: it stays as it was.
    if (!put() && leaving) leave();
  };
  return (
    <span className="relative flex min-w-0 flex-1" onPointerDown={(e) => e.stopPropagation()}>
      <input
        aria-label={cell === "name" ? `Name of ${name}` : `${cell} of ${name}`}
        aria-invalid={problem !== null}
        autoFocus
        maxLength={400}
        list={offered.length > 0 ? list : undefined}
        value={text}
        onFocus={(e) => e.target.select()}
        onChange={(e) => {
          type(e.target.value);
          setProblem(null);
        }}
        onClick={(e) => e.stopPropagation()}
        onDoubleClick={(e) => e.stopPropagation()}
        onBlur={() => done(true)}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === "Enter") {
            e.preventDefault();
            done(false);
          }
          if (e.key === "Escape") leave();
        }}
        className={clsx(
          "w-full min-w-0 rounded-sm border border-moss bg-surface px-1.5 font-mono outline-none",
          "aria-invalid:border-brick",
        )}
      />
      {offered.length > 0 && (
        <datalist id={list}>
          {offered.map((o) => (
            <option key={o} value={o} />
          ))}
        </datalist>
      )}
      {problem !== null && (
        <span
          role="alert"
          className={clsx(
            "absolute top-full left-0 z-30 mt-1 w-max max-w-72 rounded-md bg-brick-soft px-2.5 py-1.5",
            "text-sm text-brick shadow-sm",
          )}
        >
          {problem}
        </span>
      )}
    </span>
  );
}
