import { X } from "lucide-react";
import { Button } from "../../ui/button.tsx";

/** The head of a card that was opened beside the table, and closes again. */
export const AsideHead = ({ title, onDone }: { title: string; onDone: () => void }) => (
  <h2 className="flex items-center font-semibold">
    {title}
    <Button
      small
      look="quiet"
      className="ml-auto px-1"
      aria-label={`Close ${title.charAt(0).toLowerCase()}${title.slice(1)}`}
      onClick={onDone}
    >
      <X size={14} aria-hidden />
    </Button>
  </h2>
);
