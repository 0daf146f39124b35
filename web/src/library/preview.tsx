import type { Session } from "@mossy/core/session/document";
import { byId, depthOf } from "@mossy/core/session/routing";
import { Tile } from "../ui/tile.tsx";

/** The tracks a template begins with, under their house names. */
export function Preview({ session }: { session: Session }) {
  const tracks = byId(session);
  return (
    <section
      aria-label="What it begins with"
      tabIndex={0}
      className="card min-h-0 flex-1 overflow-y-auto p-4"
    >
      <h2 className="pb-2 font-semibold">What it begins with</h2>
      <ul className="columns-3 gap-6 max-[900px]:columns-2">
        {session.tracks.map((t) => (
          <li
            key={t.id}
            className="flex break-inside-avoid items-center gap-2 py-0.5"
            style={{ paddingLeft: depthOf(tracks, t) * 16 }}
          >
            <Tile colour={t.colour} icon={t.icon} size={20} />
            <span className={`truncate font-mono text-sm ${t.kind === "folder" ? "font-bold" : ""}`}>
              {t.name}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
