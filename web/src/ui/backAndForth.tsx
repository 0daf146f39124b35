import { Redo2, Undo2 } from "lucide-react";
import type { LucideIcon } from "lucide-react";
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
  const button = (what: string, of: string | null, Icon: LucideIcon, onClick: () => void) => (
    <Button
      look="quiet"
      className="px-2"
      aria-label={says(what, of)}
      title={says(what, of)}
      disabled={of === null}
      onClick={onClick}
    >
      <Icon size={16} aria-hidden />
    </Button>
  );
  return (
    <div className="flex items-center gap-1.5">
      {button("Undo", undoes, Undo2, onUndo)}
      {button("Redo", redoes, Redo2, onRedo)}
    </div>
  );
}
