import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";

export const MENU_ITEM =
  "flex items-center gap-2 rounded-sm px-2.5 py-1.5 outline-none data-[highlighted]:bg-sunk";

/** A menu above its button, open from the start: it is only made when somebody wants it. */
export function Menu({ trigger, children }: { trigger: ReactNode; children: ReactNode }) {
  return (
    <DropdownMenu.Root defaultOpen>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          side="top"
          align="start"
          sideOffset={6}
          className="card fade-in z-50 min-w-44 p-1.5"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
