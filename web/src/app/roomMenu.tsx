import type { Today } from "@mossy/contract/today";
import { DropdownMenu, Popover } from "radix-ui";
import { useState } from "react";
import type { ReactNode } from "react";
import { MENU_ITEM, Menu } from "./menu.tsx";
import { standIn } from "../rooms/standing.ts";
import { LongList } from "../ui/longList.tsx";
import { FindField } from "../ui/findField.tsx";

/** More rooms than one runs through by key: they are looked for. */
const MANY = 12;

/** Chooses the room one stands in. */
export default function RoomMenu({ rooms, trigger }: { rooms: Today["rooms"]; trigger: ReactNode }) {
  if (rooms.length > MANY) return <RoomFinder rooms={rooms} trigger={trigger} />;
  return (
    <Menu trigger={trigger}>
      {rooms.map((r) => (
        <DropdownMenu.Item key={r.id} className={MENU_ITEM} onSelect={() => standIn(r.id)}>
          {r.name}
        </DropdownMenu.Item>
      ))}
    </Menu>
  );
}

function RoomFinder({ rooms, trigger }: { rooms: Today["rooms"]; trigger: ReactNode }) {
  const [open, setOpen] = useState(true);
  const [text, setText] = useState("");
  const wanted = text.trim().toLowerCase();
  const shown = rooms.filter((r) => `${r.name} ${r.says}`.toLowerCase().includes(wanted));
  const choose = (id: string): void => {
    standIn(id);
    setOpen(false);
    setText("");
  };
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          align="start"
          sideOffset={6}
          aria-label="The room you are in"
          className="card fade-in z-50 flex w-60 flex-col p-1.5"
        >
          <form
            onSubmit={(e) => {
              e.preventDefault();
              if (shown[0]) choose(shown[0].id);
            }}
          >
            <FindField label="Find a room" className="w-full" value={text} onFind={setText} />
          </form>
          <div className="mt-1.5 h-72 overflow-y-auto" tabIndex={-1}>
            <LongList items={shown} keyOf={(r) => r.id} height={32}>
              {(r) => (
                <button
                  type="button"
                  className="w-full rounded-sm px-2.5 py-1.5 text-left hover:bg-sunk"
                  onClick={() => choose(r.id)}
                >
                  {r.name}
                </button>
              )}
            </LongList>
            {shown.length === 0 && <p className="px-2.5 py-1.5 text-ink-2">No room is called that.</p>}
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
