import { within } from "@mossy/core/sampled/cover";
import type { Choice } from "@mossy/core/instruments/plan/choices";
import { msInWords } from "@mossy/core/instruments/plan/sections";
import { plural } from "@mossy/core/session/plural";
import { Suspense, lazy, useState } from "react";
import { PickOne } from "../../ui/chooser.tsx";
import { Choice as Sides } from "../../ui/sideBySide.tsx";
import { setEnsemble } from "./usePlan.ts";
import type { Planning } from "./usePlan.ts";

const Curve = lazy(() => import("./curve.tsx"));

/** What a choice allows, a little above what it needs: halves of sums are not exact. */
const allowing = (c: Choice): number => Math.min(500, Math.ceil(c.error * 100) / 100);

/** What one gets for more tracks, with the present choice marked; another is taken by a click, or from a list. */
export function CurveCard({
  planning,
  all,
}: {
  planning: Planning;
  /** Null until it is worked out. */
  all: readonly Choice[] | null;
}) {
  const { work, ground } = planning;
  const [of, setOf] = useState<"error" | "load">("error");
  const present = all?.findLast((c) => within(c.error, ground.limits.error));
  const pick = (c: Choice): void =>
    setEnsemble(
      planning,
      { limits: { ...ground.limits, error: allowing(c) } },
      `within ${msInWords(c.error)}`,
    );
  return (
    <section aria-label="What one gets for it" className="card flex flex-col gap-2 p-3.5">
      <div className="flex flex-wrap items-start justify-between gap-2">
        <h2 className="font-semibold">What one gets for it</h2>
        <Sides
          label="What is shown against tracks"
          value={of}
          choices={[
            ["error", "Error"],
            ["load", "Load time"],
          ]}
          onChoose={setOf}
        />
      </div>
      <p className="text-sm text-ink-2">
        {of === "error" ? "largest error left, in ms," : "seconds until all is loaded,"} against tracks
      </p>
      <div className="h-36">
        {all && present && (
          <Suspense>
            <Curve all={all} present={present} of={of} onPick={work && pick} />
          </Suspense>
        )}
      </div>
      {all && present && (
        <div className="flex flex-wrap items-center gap-2 text-sm">
          <span className="font-mono font-semibold text-moss">
            {plural(present.tracks, "track")}, ±{msInWords(present.error)}
          </span>
          {work && (
            <PickOne
              small
              className="ml-auto w-25"
              aria-label="Take another choice"
              says="Another…"
              options={all.map((c, i) => [
                String(i),
                `${plural(c.tracks, "track")}, ±${msInWords(c.error)}, ${Math.round(c.load)} s`,
              ])}
              onPick={(i) => {
                const c = all[Number(i)];
                if (c) pick(c);
              }}
            />
          )}
        </div>
      )}
    </section>
  );
}
