import { dress } from "@mossy/core/house/dress";
import { planHouse } from "@mossy/core/house/plan";
import type { Style } from "@mossy/core/house/style";
import { apply } from "@mossy/core/session/apply";
import type { Session, Track } from "@mossy/core/session/document";
import { byId, depthOf } from "@mossy/core/session/routing";
import type { ChangeSentence } from "@mossy/core/session/says";
import { inWords } from "@mossy/core/session/says";
import { useMemo, useState } from "react";
import { BeforeAfter } from "../ui/beforeAfter.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { Empty } from "../ui/states.tsx";
import { Tile } from "../ui/tile.tsx";

/**
 * A real template as it stands and as the house would arrange it, and the moves that lead there: as few as
 * can be.
 */
export function OnTemplate({
  style,
  session,
  pick,
}: {
  style: Style;
  session: Session | null;
  pick: React.ReactNode;
}) {
  const [show, setShow] = useState<"before" | "after" | "moves">("after");
  const made = useMemo(() => {
    if (!session) return null;
    const changes = dress(style, session);
    const after = apply(session, changes);
    return {
      after,
      moves: inWords(session, after, changes).filter((s) => s.sort !== "changed"),
      count: changes.filter((c) => c.do === "move" || c.do === "add").length,
    };
  }, [style, session]);
  const shown = show === "before" ? session : (made?.after ?? null);
  return (
    <section aria-label="On a real template" className="card flex min-h-0 flex-col">
      <div className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-2">
        <h2 className="font-semibold">On a real template</h2>
        {pick}
        <span className="ml-auto">
          <Choice
            label="What to show"
            value={show}
            choices={[
              ["before", "Before"],
              ["after", "After"],
              ["moves", `Moves · ${made?.count ?? 0}`],
            ]}
            onChoose={setShow}
          />
        </span>
      </div>
      <div
        className="min-h-0 flex-1 overflow-y-auto"
        tabIndex={0}
        role="region"
        aria-label="Tracks of the template"
      >
        {session === null && pick === null ? (
          <Empty title="No template yet">What the house does to a real one shows here.</Empty>
        ) : show === "moves" ? (
          <Moves moves={made?.moves ?? []} />
        ) : (
          shown && <TrackTree session={shown} style={style} />
        )}
      </div>
    </section>
  );
}

function TrackTree({ session, style }: { session: Session; style: Style }) {
  const tracks = byId(session);
  const { wanted } = planHouse(style, session);
  return (
    <ul>
      {session.tracks.map((t: Track) => (
        <li
          key={t.id}
          className="flex items-center gap-2 border-b border-line py-[3px] pr-3"
          style={{ paddingLeft: 14 + depthOf(tracks, t) * 18 }}
        >
          <Tile colour={wanted.get(t.id)?.colour ?? t.colour} icon={t.icon} size={18} />
          <span className={`truncate font-mono text-sm ${t.kind === "folder" ? "font-bold" : ""}`}>
            {t.name}
          </span>
        </li>
      ))}
    </ul>
  );
}

function Moves({ moves }: { moves: readonly ChangeSentence[] }) {
  if (moves.length === 0)
    return <p className="p-6 text-center text-ink-2">It stands in house order already: nothing moves.</p>;
  return (
    <ul>
      {moves.map((m) => (
        <li
          key={`${m.track ?? ""}${m.what}`}
          className="flex flex-wrap items-center gap-x-2 border-b border-line px-3.5 py-1.5 text-sm"
        >
          <span className="font-mono font-semibold">{m.name}</span>
          <span className="text-ink-2">{m.sort === "added" ? "new folder" : m.what}</span>
          {m.sort !== "added" && <BeforeAfter before={m.before} after={m.after} />}
        </li>
      ))}
    </ul>
  );
}
