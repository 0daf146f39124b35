import type { Style } from "@mossy/core/house/style";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { CHANNELS } from "@mossy/core/session/document";
import { PATHS } from "@mossy/core/session/kind";
import { cellText, typeInto } from "@mossy/core/sheet/cells";
import type { ReactNode } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { NumberField } from "../ui/numberField.tsx";

/** Folders and buses that stand in the plan as one, and what is chosen in it. */
export function AroundSide({
  style,
  session,
  work,
  onSelect,
  children,
}: {
  style: Style;
  session: Session;
  work: Workpiece | null;
  onSelect: (id: TrackId | null) => void;
  children: ReactNode;
}) {
  const formats = new Map(session.tracks.map((t) => [t.id, t.format]));
  const wide = (id: TrackId | null): boolean => CHANNELS[formats.get(id ?? "") ?? "mono"] > 2;
  /** What is no wider than stereo and leads into what stands around. */
  const placed = session.tracks.filter(
    (t) =>
      PATHS.has(t.kind) &&
      t.kind !== "main" &&
      t.format !== null &&
      CHANNELS[t.format] <= 2 &&
      wide(t.feeds),
  );
  const type =
    (t: Track) =>
    (text: string): boolean => {
      const said = typeInto(style, session, [t.id], "place", text);
      if ("problem" in said) return false;
      work?.edit(said.changes, "place");
      return true;
    };
  return (
    <div
      className="flex min-h-0 flex-col gap-3 overflow-y-auto border-l border-line p-3.5"
      tabIndex={0}
      role="region"
      aria-label="Folders and buses"
    >
      {children}
      <h2 className="font-semibold">Folders and buses</h2>
      <p className="text-xs text-ink-2">
        What they hold stands in them from left to right; they stand in the plan as one.
      </p>
      {placed.length === 0 && <p className="text-sm text-ink-2">None is narrower than the main path.</p>}
      {placed.map((t) => (
        <div key={t.id} className="border-t border-line pt-2">
          <button
            type="button"
            className="max-w-full truncate font-mono text-sm font-semibold"
            onClick={() => onSelect(t.id)}
          >
            {t.name}
          </button>
          <NumberField
            text
            label="Where it stands"
            className="mt-1 block"
            value={cellText(style, session, t, "place")}
            hint="110° left, R 45°, 30° up, back; a width: 60 %"
            onSet={type(t)}
          />
        </div>
      ))}
    </div>
  );
}
