import type { Today } from "@mossy/contract/today";
import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { MENU_ITEM, Menu } from "./menu.tsx";
import { standIn } from "../rooms/standing.ts";

/** Chooses the room one stands in. */
export default function RoomMenu({ rooms, trigger }: { rooms: Today["rooms"]; trigger: ReactNode }) {
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
