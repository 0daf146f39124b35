import { dress } from "@mossy/core/house/dress";
import type { Style } from "@mossy/core/house/style";
import { apply } from "@mossy/core/session/apply";
import type { Change } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import { inWords } from "@mossy/core/session/says";
import type { ChangeSentence } from "@mossy/core/session/says";
import { arrange, dressInPlace } from "@mossy/core/sheet/arrange";
import { useMemo, useRef, useState } from "react";
import { Button } from "../ui/button.tsx";
import { Pill } from "../ui/pieces.tsx";
import { useDoneKeys } from "../ui/useDoneKeys.ts";
import { ChangeList } from "../session/changeList.tsx";
import { plural } from "@mossy/core/session/plural";
import type { Workpiece } from "../documents/workpiece.ts";

interface PanelProps {
  readonly style: Style;
  readonly session: Session;
  readonly work: Workpiece;
  readonly onDone: () => void;
}

/**
 * Changes as they are shown before they are done: folders made and moves first. Feeds go along with moves.
 */
function shown(session: Session, changes: readonly Change[]): readonly ChangeSentence[] {
  const said = inWords(session, apply(session, changes), changes).filter((s) => s.what !== "feeds");
  const moves = (s: ChangeSentence): boolean => s.sort === "added" || s.sort === "moved";
  return [...said.filter(moves), ...said.filter((s) => !moves(s))];
}

/**
 * Dressing all: every name, look and place it would change, before it does; the order can be left alone.
 */
export function DressPanel({ style, session, work, onDone }: PanelProps) {
  const [order, setOrder] = useState(true);
  const changes = useMemo(
    () => (order ? dress(style, session) : dressInPlace(style, session)),
    [style, session, order],
  );
  const moves = useMemo(() => arrange(style, session).length > 0, [style, session]);
  return (
    <Shown
      title="Dress all"
      label="dress all"
      nothing="Every track is named, looks and stands as the house wants it."
      says="Names, colours and icons of what is read for sure, and where the house keeps it."
      session={session}
      changes={changes}
      work={work}
      onDone={onDone}
    >
      {moves && (
        <label className="flex items-center gap-2 text-sm">
          <input type="checkbox" checked={!order} onChange={(e) => setOrder(!e.target.checked)} /> Leave the
          order and the folders alone
        </label>
      )}
    </Shown>
  );
}

/** Arranging by the house: the moves first, then done in one go. */
export function ArrangePanel({ style, session, work, onDone }: PanelProps) {
  const changes = useMemo(() => arrange(style, session), [style, session]);
  return (
    <Shown
      title="Arrange by the house"
      label="arrange by the house"
      nothing="Every track stands where the house wants it."
      says="Folders and order as the house style has them. Names and colours stay; feeds go along."
      session={session}
      changes={changes}
      work={work}
      onDone={onDone}
    />
  );
}

/** Changes looked at before they are done in one go. */
function Shown({
  title,
  label,
  says,
  nothing,
  session,
  changes,
  work,
  onDone,
  children,
}: {
  title: string;
  label: string;
  says: string;
  nothing: string;
  session: Session;
  changes: readonly Change[];
  work: Workpiece;
  onDone: () => void;
  children?: React.ReactNode;
}) {
  const said = useMemo(() => shown(session, changes), [session, changes]);
  const none = said.length === 0;
  const box = useRef<HTMLElement>(null);
  const run = (): void => {
    work.edit(changes, label);
    onDone();
  };
  useDoneKeys(box, none ? onDone : run, onDone);
  const made = said.filter((s) => s.sort === "added").map((s) => s.name);
  const moved = said.filter((s) => s.sort === "moved").length;
  return (
    <section ref={box} aria-label={title} className="card flex min-h-0 flex-col gap-3 p-3.5">
      <div>
        <h2 className="font-semibold">{title}</h2>
        <p className="text-sm text-ink-2">{none ? nothing : says}</p>
      </div>
      {children}
      {!none && (
        <p className="flex flex-wrap gap-1.5">
          {made.length > 0 && <Pill look="note">makes {made.join(", ")}</Pill>}
          {moved > 0 && <Pill look="note">moves {moved}</Pill>}
          <Pill>{plural(said.length, "change")}</Pill>
        </p>
      )}
      {!none && (
        <div
          className="min-h-0 flex-1 overflow-y-auto"
          tabIndex={0}
          role="region"
          aria-label="What would change"
        >
          <ChangeList said={said} narrow />
        </div>
      )}
      <div className="flex gap-2">
        {!none && (
          <Button look="main" autoFocus title="Ctrl+Enter" onClick={run}>
            Do {said.length === 1 ? "this" : `these ${said.length}`}
          </Button>
        )}
        <Button autoFocus={none} onClick={onDone}>
          {none ? "Good" : "Cancel"}
        </Button>
      </div>
    </section>
  );
}
