import { ChevronDown, ChevronRight } from "lucide-react";

/** Opens and closes what a row of a sheet holds; where it holds nothing, the room it would take. */
export function FoldButton({
  name,
  holds,
  closed,
  onClose,
}: {
  name: string;
  holds: number;
  closed: boolean;
  onClose: (shut: boolean) => void;
}) {
  if (holds === 0) return <span className="-ml-1.5 w-6 shrink-0" />;
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-label={`${closed ? "Open" : "Close"} ${name}`}
      onPointerDown={(e) => e.stopPropagation()}
      onClick={(e) => {
        e.stopPropagation();
        onClose(!closed);
      }}
      className="-ml-1.5 grid size-6 shrink-0 place-items-center rounded-sm text-ink-2 hover:bg-line"
    >
      {closed ? <ChevronRight size={14} /> : <ChevronDown size={14} />}
    </button>
  );
}
