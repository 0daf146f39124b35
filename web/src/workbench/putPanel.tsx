import type { Style } from "@mossy/core/house/style";
import type { Session, TrackId } from "@mossy/core/session/document";
import { pathsAlike, putPart } from "@mossy/core/sheet/part";
import { useMemo, useRef, useState } from "react";
import { PartPicker } from "../sheet/partPicker.tsx";
import { Button } from "../ui/button.tsx";
import { Tile } from "../ui/tile.tsx";
import { useDoneKeys } from "../ui/useDoneKeys.ts";
import type { Workpiece } from "../documents/workpiece.ts";
import { newId } from "../session/newId.ts";

/**
 * Puts a part of another template in here: what comes and what is used as it stands here is shown first.
 */
export function PutPanel({
  style,
  session,
  work,
  template,
  onDone,
}: {
  style: Style;
  session: Session;
  work: Workpiece;
  template: string;
  onDone: (made: readonly TrackId[]) => void;
}) {
  const [part, setPart] = useState<Session | null>(null);
  const changes = useMemo(() => (part ? putPart(style, session, part, newId) : []), [style, session, part]);
  const added = changes.flatMap((c) => (c.do === "add" ? [c.track] : []));
  const alike = useMemo(
    () => (part ? pathsAlike(session, part) : new Map<TrackId, TrackId>()),
    [session, part],
  );
  const here = session.tracks.filter((t) => new Set(alike.values()).has(t.id));
  const box = useRef<HTMLElement>(null);
  const put = (): void => {
    if (work.edit(changes, `put in ${added.length} from the library`)) onDone(added.map((t) => t.id));
  };
  useDoneKeys(box, added.length > 0 ? put : null, () => onDone([]));
  return (
    <section ref={box} aria-label="From the library" className="card flex min-h-0 flex-col gap-3 p-3.5">
      <div>
        <h2 className="font-semibold">From the library</h2>
        <p className="text-sm text-ink-2">
          A folder of another template, with its routing. Paths this template has too are used as they stand
          here.
        </p>
      </div>
      <PartPicker narrow except={template} onPick={setPart} />
      {part && (
        <>
          <ul
            aria-label="What comes"
            tabIndex={0}
            className="min-h-0 flex-1 overflow-y-auto border-t border-line py-1"
          >
            {added.map((t) => (
              <li key={t.id} className="flex items-center gap-2 py-0.5">
                <Tile colour={t.colour} icon={t.icon} size={20} />
                <span className={`truncate font-mono text-sm ${t.kind === "folder" ? "font-bold" : ""}`}>
                  {t.name}
                </span>
              </li>
            ))}
          </ul>
          {here.length > 0 && (
            <p className="text-xs text-ink-2">
              Used as they stand here: {here.map((t) => t.name).join(", ")}.
            </p>
          )}
        </>
      )}
      <div className="flex flex-wrap items-center gap-2">
        <Button look="main" disabled={added.length === 0} onClick={put}>
          Put in {added.length > 0 ? added.length : ""} {added.length === 1 ? "track" : "tracks"}
        </Button>
        <Button onClick={() => onDone([])}>Cancel</Button>
      </div>
      {part && added.length === 0 && <p className="text-sm text-ink-2">All of it stands here already.</p>}
    </section>
  );
}
