import { useQuery } from "@tanstack/react-query";
import { useSearchParams } from "react-router";
import { Select } from "../ui/select.tsx";
import { queries } from "../wire/queries.ts";

/** What stands in the address, and another address with some of it otherwise (null: without). */
export function useAddress() {
  const [params, setParams] = useSearchParams();
  const go = (fields: Readonly<Record<string, string | null>>): void => {
    const next = new URLSearchParams(params);
    for (const [key, value] of Object.entries(fields))
      if (value === null) next.delete(key);
      else next.set(key, value);
    setParams(next, { replace: true });
  };
  return { params, go };
}

/** Narrows a page to one room, and to the sessions of one template. */
export function RoomAndTemplate() {
  const { params, go } = useAddress();
  const { data: rooms } = useQuery(queries.rooms);
  const { data: library } = useQuery(queries.library);
  const templates = library?.templates.filter((t) => t.kind === "template") ?? [];
  return (
    <>
      <Select
        small
        aria-label="Room"
        value={params.get("room") ?? ""}
        onChange={(e) => go({ room: e.target.value === "" ? null : e.target.value })}
      >
        <option value="">All rooms</option>
        {rooms?.rooms.map((r) => (
          <option key={r.id} value={r.id}>
            {r.room.name}
          </option>
        ))}
      </Select>
      <Select
        small
        aria-label="Template"
        className="max-w-52"
        value={params.get("template") ?? ""}
        onChange={(e) => go({ template: e.target.value === "" ? null : e.target.value })}
      >
        <option value="">All templates</option>
        {templates.map((t) => (
          <option key={t.id} value={t.id}>
            {t.name}
          </option>
        ))}
      </Select>
    </>
  );
}
