import { clsx } from "clsx";
import { X } from "lucide-react";
import { Toast } from "radix-ui";
import { Link } from "react-router";

export interface Note {
  readonly id: number;
  readonly weight: "note" | "look" | "broken";
  readonly says: string;
  readonly to?: string | undefined;
  readonly next?: string | undefined;
}

const LOOK = {
  note: "border-line-strong bg-surface",
  look: "border-lantern bg-lantern-soft",
  broken: "border-brick bg-brick-soft",
} as const;

export default function ToastList({
  shown,
  onGone,
}: {
  shown: readonly Note[];
  onGone: (id: number) => void;
}) {
  return (
    <Toast.Provider duration={7000} swipeDirection="down">
      {shown.map((n) => (
        <Toast.Root
          key={n.id}
          onOpenChange={(open) => {
            if (!open) onGone(n.id);
          }}
          className={clsx(
            "fade-in flex items-center gap-3 rounded-lg border px-4 py-2.5 shadow-lg",
            LOOK[n.weight],
          )}
        >
          <Toast.Description className="flex-1 text-ink">{n.says}</Toast.Description>
          {n.to !== undefined && (
            <Toast.Action altText={n.next ?? "Open"} asChild>
              <Link to={n.to} className="font-semibold text-moss underline-offset-2 hover:underline">
                {n.next ?? "Open"}
              </Link>
            </Toast.Action>
          )}
          <Toast.Close
            className="grid size-6 place-items-center rounded-sm text-ink-2 hover:bg-sunk"
            aria-label="Close"
          >
            <X size={14} />
          </Toast.Close>
        </Toast.Root>
      ))}
      <Toast.Viewport
        className={clsx(
          "fixed bottom-1.5 left-[calc(50%+94px)] z-50 flex w-[420px] -translate-x-1/2 flex-col",
          "gap-2",
        )}
      />
    </Toast.Provider>
  );
}
