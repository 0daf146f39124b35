import type { LastStarted } from "@mossy/contract/life";
import type { RoomCard } from "@mossy/contract/rooms";
import { useQuery } from "@tanstack/react-query";
import { RotateCcw } from "lucide-react";
import { useEffect, useRef } from "react";
import { Button } from "../ui/button.tsx";
import { shortDay } from "../ui/dates.ts";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { later } from "../wire/laterQueries.ts";

/** Starts what was last started in a room once more: same template, wiring and settings, another name. */
export function Again({
  room,
  atOnce,
  onAgain,
}: {
  room: RoomCard;
  /** Whether it was asked for before one came here. */
  atOnce: boolean;
  onAgain: (last: NonNullable<LastStarted["last"]>) => void;
}) {
  const { data } = useQuery(later.lastStarted(room.id));
  const last = data?.last ?? null;
  const can = last !== null && last.release !== null;
  const again = (): void => {
    if (last && can) onAgain(last);
  };
  const taken = useRef(false);
  useEffect(() => {
    if (!atOnce || !can || taken.current) return;
    taken.current = true;
    again();
  });
  useShortcuts(can ? [{ keys: "A", says: "Again like last time", run: again }] : []);
  if (!last || !can) return null;
  return (
    <Button onClick={again} title="A">
      <RotateCcw size={15} aria-hidden /> Again like last time
      <span className="font-normal text-ink-2">
        {last.templateName}, {shortDay(last.at)}
      </span>
    </Button>
  );
}
