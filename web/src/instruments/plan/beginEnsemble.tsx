import { playersIn } from "@mossy/core/instruments/plan/edits";
import type { Known } from "@mossy/core/instruments/plan/offers";
import { setSessionField } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import type { Workpiece } from "../../documents/workpiece.ts";
import { Button } from "../../ui/button.tsx";
import { Empty, Failed, Loading, Trouble } from "../../ui/states.tsx";
import { later } from "../../wire/laterQueries.ts";

/** Nobody plays yet: from which libraries to begin, with everybody they have. */
export function BeginEnsemble({ session, work }: { session: Session; work: Workpiece | null }) {
  const { data, error, refetch } = useQuery(later.sampleLibraries);
  const client = useQueryClient();
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const [problem, setProblem] = useState<unknown>(null);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Fetching the sample libraries" />;
  const all = data.libraries.filter((l) => !l.gone);
  if (!work)
    return <Empty title="No sampled instruments">The lead has not said who plays in this template.</Empty>;
  if (all.length === 0)
    return (
      <Empty title="No sample library yet">
        Tracks of sampled instruments are planned from{" "}
        <Link to="/library/instruments" className="text-moss hover:underline">
          the house's sample libraries
        </Link>
        . Take one in first.
      </Empty>
    );
  const begin = async (): Promise<void> => {
    try {
      const known = await Promise.all(
        ticked.map(async (id): Promise<Known> => {
          const whole = await client.fetchQuery(later.sampleLibrary(id));
          return { id, library: whole.library };
        }),
      );
      const players = playersIn(known).slice(0, 400);
      if (players.length === 0)
        throw new Error("Of none of their patches it is known who plays. Say so in their sheets first.");
      work.edit(
        [
          setSessionField(session, "players", players),
          setSessionField(session, "ensemble", { ...session.ensemble, libraries: [...ticked] }),
        ],
        "begin an ensemble",
      );
    } catch (e) {
      setProblem(e);
    }
  };
  return (
    <form
      aria-label="Begin an ensemble"
      className="mx-auto flex max-w-xl flex-col gap-3 p-6"
      onSubmit={(e) => {
        e.preventDefault();
        void begin();
      }}
    >
      <h2 className="font-title text-lg font-semibold">Who plays?</h2>
      <p className="text-ink-2">
        Choose sample libraries, the one you prefer first. Everybody they have plays then, with all they
        can; take out whom you do not need. The fewest tracks are planned from that, each brought into time
        by one offset.
      </p>
      <ul className="flex flex-col gap-1">
        {all.map((l) => (
          <li key={l.id}>
            <label className="flex items-center gap-2.5 rounded-md px-2 py-1 hover:bg-bg">
              <input
                type="checkbox"
                checked={ticked.includes(l.id)}
                onChange={(e) =>
                  setTicked(e.target.checked ? [...ticked, l.id] : ticked.filter((id) => id !== l.id))
                }
              />
              <span className="font-semibold">{l.name}</span>
              <span className="text-sm text-ink-2">
                {plural(l.patches, "patch", "patches")}, {plural(l.articulations, "articulation")}
                {l.unmeasured > 0 && `, ${l.unmeasured} without a lag`}
              </span>
              {ticked.includes(l.id) && ticked.length > 1 && (
                <span className="ml-auto font-mono text-sm text-ink-2">{ticked.indexOf(l.id) + 1}</span>
              )}
            </label>
          </li>
        ))}
      </ul>
      <Trouble error={problem} />
      <Button look="main" type="submit" className="self-start" disabled={ticked.length === 0}>
        {ticked.length === 0 ? "Begin" : `Begin with ${plural(ticked.length, "library", "libraries")}`}
      </Button>
    </form>
  );
}
