import type { Style } from "@mossy/core/house/style";
import { megabytesInWords } from "@mossy/core/instruments/machines/words";
import { columnsOf } from "@mossy/core/instruments/plan/edits";
import { overInWords } from "@mossy/core/instruments/plan/sections";
import type { Known } from "@mossy/core/instruments/plan/offers";
import type { Session, TrackId } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import type { Workpiece } from "../../documents/workpiece.ts";
import { Button } from "../../ui/button.tsx";
import { Pill } from "../../ui/pieces.tsx";
import { Choice } from "../../ui/sideBySide.tsx";
import { Failed, Loading } from "../../ui/states.tsx";
import { useShown } from "../../ui/useShown.ts";
import { GivenView } from "../given/givenView.tsx";
import { MachinesView } from "../machines/machinesView.tsx";
import { AddPlayer } from "./addPlayer.tsx";
import { BeginEnsemble } from "./beginEnsemble.tsx";
import { coloursOf } from "./colours.ts";
import { CurveCard } from "./curveCard.tsx";
import { HowPlanned } from "./howPlanned.tsx";
import { PartTable } from "./partTable.tsx";
import type { Part } from "./partTable.tsx";
import { PlanTracksButton } from "./planTracksButton.tsx";
import { PlayerCard } from "./playerCard.tsx";
import { SameCard } from "./sameCard.tsx";
import { useChoices, useKnown, usePlanning } from "./usePlan.ts";
import type { Planning } from "./usePlan.ts";

interface Props {
  readonly style: Style;
  readonly session: Session;
  /** Null for who may only look. */
  readonly work: Workpiece | null;
  /** Under which id it is kept, and what it is called. */
  readonly document: string;
  readonly title: string;
  /** Where the tracks are seen once they are planned. */
  readonly to: string;
  readonly onTrack: (id: TrackId) => void;
  /** Shows a track in another view of the workbench. */
  readonly onView: (id: TrackId, view: "inputs" | "map") => void;
}

/** Sampled instruments of a session: who plays what, how late it comes, on how few tracks it fits. */
export function PlanView(props: Props) {
  const { known, waiting, unknown, error } = useKnown(props.session);
  if (props.session.players.length === 0)
    return <BeginEnsemble session={props.session} work={props.work} />;
  if (error) return <Failed error={error} />;
  if (waiting) return <Loading what="Fetching the sample libraries" />;
  return <Planned {...props} catalogue={known} unknown={unknown} />;
}

function Planned({
  catalogue,
  unknown,
  ...of
}: Props & {
  catalogue: readonly Known[];
  /** Of how many libraries the house knows nothing. */
  unknown: number;
}) {
  const { work } = of;
  const planning = usePlanning(of, catalogue);
  const [section, setSection] = useState<string | null>(null);
  const [chosen, setChosen] = useState<Part | null>(null);
  const [aside, setAside] = useState<"how" | "same" | null>(null);
  const toggle = (what: "how" | "same"): void => setAside(aside === what ? null : what);
  const onMachine = of.session.ensemble.sits === "machine";
  const [asked, showAs] = useShown("show", ["parts", "given", "machines"]);
  const as = asked === "machines" && !onMachine ? "parts" : asked;
  const { sections } = planning;
  const shown = sections.find((s) => s.id === section) ?? sections[0];
  const players = useMemo(() => shown?.players ?? [], [shown]);
  const columns = useMemo(() => columnsOf(players.map((p) => p.player)), [players]);
  const colours = useMemo(() => coloursOf(players, columns), [players, columns]);
  const ahead = useChoices(planning, players);
  const player = players.find((p) => p.player.id === chosen?.player) ?? players[0];
  return (
    <div className="flex h-full min-h-0 flex-col gap-3 overflow-y-auto p-3">
      <div className="flex flex-wrap items-center gap-2">
        <Choice
          label="What is shown of it"
          value={as}
          choices={SHOWN.filter(([what]) => what !== "machines" || onMachine)}
          onChoose={showAs}
        />
        {as !== "machines" && (
          <Choice
            label="Section"
            value={shown?.id ?? ""}
            choices={sections.map((s) => [s.id, s.name])}
            onChoose={setSection}
          />
        )}
        <Sums planning={planning} />
        {as === "parts" && (
          <span className="ml-auto flex flex-wrap items-center justify-end gap-2">
            <Button small aria-expanded={aside === "how"} onClick={() => toggle("how")}>
              How it is planned
            </Button>
            <Button small aria-expanded={aside === "same"} onClick={() => toggle("same")}>
              Keys and levels
            </Button>
            <Measure catalogue={catalogue} />
          </span>
        )}
        <span className={as === "parts" ? "contents" : "ml-auto"}>
          <PlanTracksButton planning={planning} unknown={unknown} />
        </span>
      </div>
      {as === "machines" && <MachinesView planning={planning} catalogue={catalogue} title={of.title} />}
      {as === "given" && (
        <GivenView
          key={shown?.id}
          planning={planning}
          section={shown ?? null}
          sections={sections}
          onView={of.onView}
        />
      )}
      {as === "parts" && (
        <div className="grid min-h-64 flex-1 grid-cols-[minmax(0,1fr)_288px] gap-3 max-[900px]:grid-cols-1">
          <section aria-label="Parts" className="card flex min-h-0 flex-col overflow-hidden">
            <div className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-1.5">
              <p className="min-w-48 flex-1 text-sm text-ink-2">
                <b className="text-ink">{shown?.name}</b> milliseconds from note to sound; one colour and
                number is one track, one offset
              </p>
              {work && <AddPlayer planning={planning} columns={columns} />}
            </div>
            <PartTable
              planning={planning}
              players={players}
              columns={columns}
              colours={colours}
              chosen={chosen ?? (player ? { player: player.player.id, need: null } : null)}
              onChoose={setChosen}
            />
            <ToLookAt planning={planning} enough={ahead?.enough ?? []} unknown={unknown} />
          </section>
          <aside
            aria-label="Of the plan"
            className="flex min-h-0 flex-col gap-3 overflow-y-auto max-[900px]:overflow-visible"
          >
            {aside === "how" && <HowPlanned planning={planning} onDone={() => setAside(null)} />}
            {aside === "same" && (
              <SameCard
                planning={planning}
                document={of.document}
                title={of.title}
                onDone={() => setAside(null)}
              />
            )}
            {aside === null && <CurveCard planning={planning} all={ahead?.choices ?? null} />}
            {player && (
              <PlayerCard
                planning={planning}
                player={player}
                columns={columns}
                colours={colours}
                need={chosen?.player === player.player.id ? chosen.need : null}
              />
            )}
          </aside>
        </div>
      )}
    </div>
  );
}

const SHOWN = [
  ["parts", "Parts"],
  ["given", "As it stands"],
  ["machines", "Machines"],
] as const;

/** What all of it comes to. */
function Sums({ planning: { totals, over } }: { planning: Planning }) {
  const { tracks, patches, memory, load, unknown } = totals;
  return (
    <Pill look={over.length > 0 ? "look" : "quiet"}>
      {plural(tracks, "track")} of {plural(patches, "patch", "patches")} · {megabytesInWords(memory)} ·{" "}
      {Math.round(load)} s{unknown > 0 && `, ${unknown} not known`}
    </Pill>
  );
}

/** The way to measuring, where there is one library it could be. */
function Measure({ catalogue }: { catalogue: readonly Known[] }) {
  const [first] = catalogue;
  if (!first) return null;
  const to = catalogue.length === 1 ? `/library/instruments/${first.id}/measure` : "/library/instruments";
  return (
    <Button small asChild>
      <Link to={to}>Measure</Link>
    </Button>
  );
}

/** What is over the limits, lacking, or not known. */
function ToLookAt({
  planning,
  enough,
  unknown,
}: {
  planning: Planning;
  enough: readonly (number | null)[];
  unknown: number;
}) {
  const { over, planned, totals, ground } = planning;
  const offers = planned.flatMap((p) => p.tracks.flatMap((t) => t.of));
  const unmeasured = offers.filter((o) => !o.measured).length;
  const far = planned.flatMap((p) => p.tracks).filter((t) => t.error > ground.limits.error + 1e-9).length;
  const said = [
    ...(unknown > 0
      ? [`${plural(unknown, "library is", "libraries are")} not in this house's catalogue.`]
      : []),
    ...over.map((o, i) => overInWords(o, enough[i])),
    ...(totals.lacking > 0 ? [`${plural(totals.lacking, "part")} no library plays.`] : []),
    ...(unmeasured > 0 ? [`Of ${plural(unmeasured, "part")} nobody knows the lag.`] : []),
    ...(far > 0
      ? [
          `${plural(far, "track")} further off than ${ground.limits.error} ms: by how hard it is struck, or as held.`,
        ]
      : []),
  ];
  if (said.length === 0) return null;
  return (
    <p className="flex flex-wrap items-center gap-2 border-t border-line px-3.5 py-2 text-sm text-ink-2">
      <Pill look="look">{said.length} to look at</Pill> {said.join(" · ")}
    </p>
  );
}
