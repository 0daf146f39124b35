import { articulationWords } from "@mossy/core/house/style";
import type { Known } from "@mossy/core/instruments/plan/offers";
import { AIMS, BUSES, SITS } from "@mossy/core/session/ensemble";
import type { Aim, Ensemble } from "@mossy/core/session/ensemble";
import { useQuery } from "@tanstack/react-query";
import { ArrowUp, X } from "lucide-react";
import { LimitsForm } from "../../session/limitsForm.tsx";
import { Button } from "../../ui/button.tsx";
import { Chooser, PickOne } from "../../ui/chooser.tsx";
import { later } from "../../wire/laterQueries.ts";
import { AsideHead } from "./asideHead.tsx";
import { setEnsemble } from "./usePlan.ts";
import type { Planning } from "./usePlan.ts";

const AIM: Readonly<Record<Aim, string>> = {
  tracks: "the fewest tracks",
  patches: "the fewest patches",
  "load time": "the least time to load",
};
const BUS: Readonly<Record<Ensemble["buses"], string>> = {
  none: "as the house order carries them",
  player: "one for each player",
  section: "one for each section",
};
const SIT: Readonly<Record<Ensemble["sits"], string>> = {
  session: "inside the session",
  machine: "on a machine, over MIDI",
};

/** From which libraries, within what, and to what end the tracks are planned. */
export function HowPlanned({ planning, onDone }: { planning: Planning; onDone: () => void }) {
  const { session, style, work, ground } = planning;
  const { ensemble } = session;
  const set = (more: Partial<Ensemble>, label: string): void => setEnsemble(planning, more, label);
  const own = ensemble.limits !== null;
  return (
    <section aria-label="How it is planned" className="card flex flex-col gap-3 p-3.5">
      <AsideHead title="How it is planned" onDone={onDone} />
      <TakenFrom planning={planning} catalogue={ground.catalogue} />
      <Chooser<Aim>
        label="Plan for"
        value={ensemble.aim}
        options={AIMS.map((a) => [a, AIM[a]])}
        onChoose={work && ((aim) => aim && set({ aim }, "what is to be least"))}
      />
      <Chooser<Ensemble["buses"]>
        label="Buses"
        value={ensemble.buses}
        options={BUSES.map((b) => [b, BUS[b]])}
        onChoose={work && ((buses) => buses && set({ buses }, "buses"))}
      />
      <Chooser<Ensemble["sits"]>
        label="Instruments sit"
        value={ensemble.sits}
        options={SITS.map((s) => [s, SIT[s]])}
        onChoose={work && ((sits) => sits && set({ sits }, "where instruments sit"))}
      />
      <label className="flex items-center gap-2 text-sm">
        <input
          type="checkbox"
          checked={own}
          disabled={!work}
          onChange={(e) => set({ limits: e.target.checked ? style.house.sampled : null }, "limits")}
        />
        Limits of its own, not the house's
      </label>
      <LimitsForm
        of={ground.limits}
        words={articulationWords(style.house)}
        onChange={work && own ? (limits) => set({ limits }, "limits") : null}
      />
    </section>
  );
}

/** The libraries, the one preferred first. */
function TakenFrom({ planning, catalogue }: { planning: Planning; catalogue: readonly Known[] }) {
  const { session, work } = planning;
  const { libraries } = session.ensemble;
  const { data } = useQuery(later.sampleLibraries);
  const nameOf = (id: string): string =>
    catalogue.find((k) => k.id === id)?.library.name ??
    data?.libraries.find((l) => l.id === id)?.name ??
    "a library that is gone";
  const put = (next: string[], label: string): void => setEnsemble(planning, { libraries: next }, label);
  const free = (data?.libraries ?? []).filter((l) => !l.gone && !libraries.includes(l.id));
  return (
    <div role="group" aria-label="Libraries">
      <p className="pb-1 text-xs font-semibold text-ink-2">Libraries, the one preferred first</p>
      <ol>
        {libraries.map((id, n) => (
          <li key={id} className="flex items-center gap-1 text-sm">
            <span className="min-w-0 flex-1 truncate">{nameOf(id)}</span>
            {work && n > 0 && (
              <Button
                small
                look="quiet"
                className="px-1"
                aria-label={`Prefer ${nameOf(id)}`}
                onClick={() =>
                  put(
                    [...libraries.slice(0, n - 1), id, ...libraries.slice(n - 1).filter((x) => x !== id)],
                    "prefer",
                  )
                }
              >
                <ArrowUp size={14} aria-hidden />
              </Button>
            )}
            {work && (
              <Button
                small
                look="quiet"
                className="px-1"
                aria-label={`Without ${nameOf(id)}`}
                onClick={() =>
                  put(
                    libraries.filter((x) => x !== id),
                    "without a library",
                  )
                }
              >
                <X size={14} aria-hidden />
              </Button>
            )}
          </li>
        ))}
      </ol>
      {work && free.length > 0 && (
        <PickOne
          small
          className="mt-1 w-full"
          aria-label="Take from another library"
          says="Take from another…"
          options={free.map((l) => [l.id, l.name])}
          onPick={(id) => put([...libraries, id].slice(0, 12), "another library")}
        />
      )}
    </div>
  );
}
