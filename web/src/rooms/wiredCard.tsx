import { inSetUp } from "@mossy/core/fit/room";
import type { Room, Wiring } from "@mossy/core/fit/room";
import { standingInWords } from "@mossy/core/fit/standingWords";
import { useSearchParams } from "react-router";
import { inputGroups, outputGroups } from "../fit/inputGroups.ts";
import type { SocketGroup } from "../fit/inputGroups.ts";
import { Choice } from "../ui/sideBySide.tsx";
import { useStyle } from "../wire/queries.ts";

const USUAL = "";

/** How a room is wired, set-up by set-up: what it has, what hangs on it, and where it usually has what. */
export function WiredCard({ room }: { room: Room }) {
  const [query, setQuery] = useSearchParams();
  const at = room.setUps.find((s) => s.id === query.get("set-up")) ?? null;
  const now = inSetUp(room, at?.id ?? null);
  return (
    <section aria-labelledby="wired" className="card flex flex-col gap-3 p-4">
      <div className="flex flex-wrap items-center gap-3">
        <h2 id="wired" className="flex-1 font-semibold">
          How it is wired
        </h2>
        {room.setUps.length > 0 && (
          <Choice
            label="Set-up"
            value={at?.id ?? USUAL}
            choices={[[USUAL, "as usual"], ...room.setUps.map((s) => [s.id, s.name] as const)]}
            onChoose={(id) =>
              setQuery(
                (was) => {
                  if (id === USUAL) was.delete("set-up");
                  else was.set("set-up", id);
                  return was;
                },
                { replace: true },
              )
            }
          />
        )}
      </div>
      {at && at.says !== "" && <p className="text-sm text-ink-2">{at.says}</p>}
      <div className="grid grid-cols-2 gap-4 text-sm">
        <Groups title="Inputs" groups={inputGroups(now)} none="none yet" />
        <Groups title="Outputs" groups={outputGroups(now)} none="not said yet: cue mixes are left alone" />
      </div>
      <StandingPatch wiring={now} />
    </section>
  );
}

function Groups({ title, groups, none }: { title: string; groups: readonly SocketGroup[]; none: string }) {
  return (
    <div>
      <h3 className="pb-1 text-xs font-semibold text-ink-2">{title}</h3>
      {groups.length === 0 && <p className="text-ink-2">{none}</p>}
      <ul className="flex flex-col gap-0.5">
        {groups.map((g) => (
          <li key={g.from} className="flex gap-3">
            <span className="w-14 shrink-0 font-mono text-ink-2">
              {g.from === g.to ? g.from : `${g.from}–${g.to}`}
            </span>
            <span>{g.says}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Where the room usually has what. */
function StandingPatch({ wiring }: { wiring: Wiring }) {
  const { style } = useStyle();
  if (wiring.standing.length === 0) return null;
  return (
    <div className="text-sm">
      <h3 className="pb-1 text-xs font-semibold text-ink-2">Usually here</h3>
      <ul className="flex flex-wrap gap-x-5 gap-y-0.5">
        {wiring.standing.map((s) => (
          <li key={s.input}>
            <span className="pr-2 font-mono text-ink-2">{s.input}</span>
            {standingInWords(s, style.house.words)}
          </li>
        ))}
      </ul>
    </div>
  );
}
