import { plural } from "@mossy/core/session/plural";
import { useState } from "react";
import { Button } from "../../ui/button.tsx";
import { mention } from "../../ui/toasts.tsx";
import type { Planning } from "./usePlan.ts";

const named = (tracks: readonly { readonly name: string }[]): string => {
  const first = tracks.slice(0, 6).map((t) => t.name);
  return (
    first.join(", ") + (tracks.length > first.length ? ` and ${tracks.length - first.length} more` : "")
  );
};

/** Makes the tracks as they are planned; where some go, that is asked first. */
export function PlanTracksButton({
  planning,
  unknown,
}: {
  planning: Planning;
  /** Of how many libraries the house knows nothing: what plays from them would go. */
  unknown: number;
}) {
  const { work, to, tracks, totals } = planning;
  const [asking, setAsking] = useState(false);
  const { changes, come, go, changed } = tracks;
  if (!work) return null;
  const does = (): void => {
    setAsking(false);
    if (!work.edit([...changes], "plan tracks")) return;
    const said = [
      ...(come.length > 0 ? [`${plural(come.length, "track")} more`] : []),
      ...(changed.length > 0 ? [`${changed.length} changed`] : []),
      ...(go.length > 0 ? [`${plural(go.length, "track")} taken out`] : []),
    ];
    mention(`Planned: ${said.join(", ")}.`, { to, next: "Show them" });
  };
  if (changes.length === 0)
    return (
      <Button look="main" disabled>
        {totals.tracks === 0 ? "Nothing to plan" : "Planned"}
      </Button>
    );
  if (unknown > 0 && go.length > 0)
    return (
      <Button
        look="main"
        disabled
        title="What plays from libraries the house does not know would go. Take them out of how it is planned first."
      >
        Plan {plural(totals.tracks, "track")}
      </Button>
    );
  return (
    <>
      <Button look="main" onClick={() => (go.length > 0 ? setAsking(true) : does())}>
        Plan {plural(totals.tracks, "track")}
      </Button>
      {asking && (
        <div
          role="alert"
          className="flex w-full flex-wrap items-center gap-2 rounded-md bg-lantern-soft px-3 py-2 text-sm text-lantern"
        >
          <span className="min-w-0 flex-1">
            {plural(go.length, "track")} {go.length === 1 ? "is" : "are"} not needed any more and{" "}
            {go.length === 1 ? "goes" : "go"}, with what was done to {go.length === 1 ? "it" : "them"}:{" "}
            {named(go)}.
          </span>
          <Button small onClick={does}>
            Plan them so
          </Button>
          <Button small look="quiet" onClick={() => setAsking(false)}>
            Leave it
          </Button>
        </div>
      )}
    </>
  );
}
