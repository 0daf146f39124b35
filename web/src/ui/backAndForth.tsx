import { Redo2, Undo2 } from "lucide-react";
import { Button } from "./button.tsx";

const says = (what: string, of: string | null): string =>
  of === null ? `Nothing to ${what.toLowerCase()}` : `${what}: ${of}`;

/** Undo and redo; each says what it would do. */
export function BackAndForth({
  undoes,
  redoes,
  onUndo,
  onRedo,
}: {
  undoes: string | null;
  redoes: string | null;
  onUndo: () => void;
  onRedo: () => void;
}) {
  return (
    <div className="flex items-center gap-1.5">
      <Button
        look="quiet"
        className="px-2"
        aria-label={says("Undo", undoes)}
        title={says("Undo", undoes)}
        disabled={undoes === null}
        onClick={onUndo}
      >
        <Undo2 size={16} aria-hidden />
      </Button>
      <Button
        look="quiet"
        className="px-2"
        aria-label={says("Redo", redoes)}
        title={says("Redo", redoes)}
        disabled={redoes === null}
        onClick={onRedo}
      >
        <Redo2 size={16} aria-hidden />
      </Button>
    </div>
  );
}
