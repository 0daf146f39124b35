import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { PickOne } from "../ui/chooser.tsx";
import { queries, useMayIn, useMe } from "../wire/queries.ts";
import type { Whole } from "./sessionParts.tsx";

/** Leads to the fit of a running session into another room, or into its own wired otherwise. */
export function HandOver({ session: s }: { session: Whole }) {
  const works = useMayIn(s.room);
  const may = useMe()?.right !== "assistant" && works && s.closedAt === null;
  const { data } = useQuery({ ...queries.rooms, enabled: may });
  const navigate = useNavigate();
  if (!may) return null;
  const rooms = (data?.rooms ?? []).filter(
    (r) => r.retiredAt === null && (r.id !== s.room || r.room.setUps.length > 0),
  );
  if (rooms.length === 0) return null;
  return (
    <PickOne
      small
      className="w-48"
      aria-label="Hand the session to"
      says="Hand to another room…"
      options={rooms.map((r) => [r.id, r.id === s.room ? `${r.room.name}, wired otherwise` : r.room.name])}
      onPick={(room) => void navigate(`/rooms/${room}/fit/${s.template}/${s.release}?session=${s.id}`)}
    />
  );
}
