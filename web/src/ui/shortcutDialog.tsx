import { clsx } from "clsx";
import { Dialog } from "radix-ui";
import { Key } from "./button.tsx";

/** What a key does, for the list. */
export interface KeyHint {
  readonly keys: string;
  readonly says: string;
}

/** The shortcuts of this page and of everywhere. */
export default function ShortcutDialog({
  here,
  everywhere,
  onClose,
}: {
  here: readonly KeyHint[];
  everywhere: readonly KeyHint[];
  onClose: () => void;
}) {
  const groups = [
    ["On this page", here],
    ["Everywhere", everywhere],
  ] as const;
  return (
    <Dialog.Root
      open
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
    >
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className={clsx(
            "card fade-in fixed top-[12vh] left-1/2 z-50 max-h-[76vh] w-[440px] max-w-[92vw]",
            "-translate-x-1/2 overflow-y-auto p-5",
          )}
        >
          <Dialog.Title className="mb-3 text-md font-semibold">What the keyboard does</Dialog.Title>
          {groups.map(([title, list]) =>
            list.length === 0 ? null : (
              <section key={title} aria-label={title} className="mb-3">
                <h2 className="mb-1 text-xs font-semibold text-ink-2">{title}</h2>
                <ul>
                  {list.map((s) => (
                    <li key={s.keys + s.says} className="flex items-center justify-between gap-3 py-1">
                      <span>{s.says}</span>
                      <Key>{s.keys}</Key>
                    </li>
                  ))}
                </ul>
              </section>
            ),
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
