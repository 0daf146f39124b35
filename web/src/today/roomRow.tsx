import { followingOf } from "@mossy/contract/openWork";
import type { OpenSession, Today } from "@mossy/contract/today";
import { clsx } from "clsx";
import type { Ref } from "react";
import { Link } from "react-router";
import { Share } from "../ui/pieces.tsx";

export type RoomLine = Today["rooms"][number];
export const NONE: readonly OpenSession[] = [];

/** The heads of the table of rooms. */
export function RoomHeads({ className }: { className?: string }) {
  return (
    <thead className={className}>
      <tr className="text-left text-xs text-ink-2">
        <th scope="col" className="w-44 px-4 py-2.5 text-md text-ink">
          Rooms
        </th>
        <th scope="col" className="font-semibold">
          Open work, and the release it stands on
        </th>
        <th scope="col" className="w-44 font-semibold">
          Follows the house
        </th>
      </tr>
    </thead>
  );
}

/** A room and what goes on in it. */
export function RoomRow({
  ref,
  index,
  room: r,
  open,
}: {
  ref?: Ref<HTMLTableRowElement>;
  index: number;
  room: RoomLine;
  open: readonly OpenSession[];
}) {
  return (
    <tr
      ref={ref}
      data-index={index}
      aria-rowindex={index + 2}
      className="border-t border-line align-middle"
    >
      <td className="px-4 py-2.5">
        <Link to={`/rooms/${r.id}`} className="font-semibold hover:underline">
          {r.name}
        </Link>
        <span className="block text-sm text-ink-2">
          {r.inputs} in{r.says === "" ? "" : ` · ${r.says}`}
        </span>
      </td>
      <td className="py-2">
        <ul className="flex flex-wrap gap-1.5">
          {open.map((s) => (
            <li key={s.id}>
              <Link
                to={`/sessions/${s.id}`}
                className={clsx(
                  "inline-flex items-baseline gap-2 rounded-sm border border-line bg-bg px-2.5 py-1 text-sm",
                  "hover:border-line-strong",
                )}
                title={`from ${s.templateName}`}
              >
                {s.title}{" "}
                <span
                  className={clsx(
                    "font-mono",
                    s.release < s.latestRelease ? "font-bold text-lantern" : "text-ink-2",
                  )}
                >
                  release {s.release}
                  {s.release < s.latestRelease ? ` of ${s.latestRelease}` : ""}
                </span>
              </Link>
            </li>
          ))}
          {open.length === 0 && <li className="text-sm text-ink-3">nothing open</li>}
        </ul>
      </td>
      <td className="pr-4">
        <Share share={followingOf(open)} label={`Share of tracks in ${r.name} that follow the house`} />
      </td>
    </tr>
  );
}
