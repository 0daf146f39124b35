import type { FitLook } from "@mossy/contract/sessions";
import { NO_CHOICES, alsoLeftOut } from "@mossy/core/fit/choices";
import { putOn } from "@mossy/core/fit/putOn";
import { inSetUp } from "@mossy/core/fit/room";
import type { Room } from "@mossy/core/fit/room";
import { wishesOf } from "@mossy/core/fit/wish";
import { variantOf } from "@mossy/core/library/variant";
import type { Session, TrackId } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import { useMutation } from "@tanstack/react-query";
import { Printer } from "lucide-react";
import { Suspense, lazy, useMemo, useState } from "react";
import { Button } from "../ui/button.tsx";
import { Chooser } from "../ui/chooser.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { Loading } from "../ui/states.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { useShown } from "../ui/useShown.ts";
import { mention } from "../ui/toasts.tsx";
import { askFile } from "../wire/files.ts";
import { Adjusted, CannotBePlaced, LeaveMoreOut, LeftOut, Pairs, Without48 } from "./fitReport.tsx";
import { LoadThere } from "./loadThere.tsx";
import { MissingDevices } from "./missingDevices.tsx";
import { PatchPicture } from "./patchPicture.tsx";
import { Recalled } from "./recalled.tsx";
import { SampledThere } from "./sampledThere.tsx";
import { SourcePanel } from "./sourcePanel.tsx";
import { StartBlocks } from "./startBlocks.tsx";
import { StartSettings } from "./startSettings.tsx";
import type { Fitting } from "./useFitting.ts";
import { WaysOut } from "./waysOut.tsx";

const FittedSheet = lazy(() => import("./fittedSheet.tsx"));

/** How it fits: the inputs, and beside them what is to be decided. */
export function Fitted({
  look,
  waits,
  fitting,
  room,
  whole,
  running,
}: {
  look: FitLook;
  /** The next fit is on its way; this is the one before. */
  waits: boolean;
  fitting: Fitting;
  room: Room;
  whole: Session;
  /** Whether a running session is handed over: what it was started with stays. */
  running: boolean;
}) {
  const { begun, change, choose } = fitting;
  const [chosen, setChosen] = useState<TrackId | null>(null);
  const [as, showAs] = useShown("as", ["inputs", "sheet"]);
  const wired = inSetUp(room, begun.setUp);
  const variant = whole.variants.find((v) => v.id === begun.variant) ?? null;
  const session = useMemo(() => (variant ? variantOf(whole, variant).session : whole), [whole, variant]);
  const leave = (...ids: TrackId[]): void => choose(alsoLeftOut(begun.choices, ids));
  const put = (track: TrackId, input: number): void => {
    const at = new Map(look.session.tracks.map((t) => [t.id, t.input]));
    const next = putOn(begun.choices, wishesOf(look.session), at, wired.inputs, track, input);
    if (next) choose(next);
  };
  return (
    <>
      <div className="flex flex-wrap items-center gap-2">
        <HowItFits look={look} />
        <OnPaper fitting={fitting} name={whole.title} />
        <Choice
          label="What is shown of it"
          value={as}
          choices={[
            ["inputs", "Inputs"],
            ["sheet", "Track sheet"],
          ]}
          onChoose={showAs}
        />
        {room.setUps.length > 0 && (
          <span className="ml-auto">
            <Choice
              label="How the room is wired"
              value={begun.setUp ?? ""}
              choices={[["", "as usual"], ...room.setUps.map((s) => [s.id, s.name] as const)]}
              onChoose={(id) => change({ setUp: id === "" ? null : id })}
            />
          </span>
        )}
      </div>
      <Recalled fitting={fitting} />
      <div className="beside min-h-0 flex-1 [--beside:304px]" aria-busy={waits}>
        <Shown
          as={as}
          before={session}
          look={look}
          room={wired}
          chosen={chosen}
          onChoose={setChosen}
          onPut={put}
        />
        <aside aria-label="Fit report" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
          {chosen !== null && <SourcePanel track={chosen} look={look} room={wired} fitting={fitting} />}
          <SampledThere look={look} fitting={fitting} room={room} />
          <MissingDevices look={look} fitting={fitting} />
          <CannotBePlaced look={look} onLeaveOut={leave} onChoose={setChosen}>
            <WaysOut fitting={fitting} />
          </CannotBePlaced>
          <Pairs
            tracks={whole.tracks}
            pairs={begun.choices.asPair}
            onApart={(pair) => choose({ asPair: begun.choices.asPair.filter((p) => p !== pair) })}
          />
          {whole.variants.length > 0 && !running && (
            <section aria-label="Which part" className="card p-3.5">
              <Chooser
                label="Which part of it"
                value={variant?.id ?? null}
                none="Everything"
                options={whole.variants.map((v) => [v.id, v.name] as const)}
                onChoose={(next) => change({ variant: next, choices: NO_CHOICES })}
              />
            </section>
          )}
          {session.notes !== "" && (
            <section aria-label="Opening note" className="card border-l-4 border-l-glow p-3.5">
              <h2 className="pb-1 font-semibold">Before you start</h2>
              <p className="text-sm whitespace-pre-wrap">{session.notes}</p>
            </section>
          )}
          {!running && (
            <>
              <StartBlocks chosen={begun.blocks} onChange={(blocks) => change({ blocks })} />
              <StartSettings
                session={session}
                chosen={begun.settings}
                onChange={(settings) => change({ settings })}
              />
            </>
          )}
          <LoadThere look={look} fitting={fitting} />
          <LeftOut
            tracks={whole.tracks.filter((t) => begun.choices.leaveOut.includes(t.id))}
            onTake={(id) => choose({ leaveOut: begun.choices.leaveOut.filter((x) => x !== id) })}
          />
          <Without48
            tracks={whole.tracks.filter((t) => begun.choices.without48.includes(t.id))}
            onFeed={(id) => choose({ without48: begun.choices.without48.filter((x) => x !== id) })}
          />
          <Adjusted session={look.session} adjusted={look.report.adjusted} />
          <LeaveMoreOut session={look.session} onLeaveOut={leave} />
        </aside>
      </div>
    </>
  );
}

/** What is fitted: its sources on the inputs of the room, or its tracks as they will stand there. */
function Shown({
  as,
  before,
  look,
  room,
  chosen,
  onChoose,
  onPut,
}: {
  as: "inputs" | "sheet";
  before: Session;
  look: FitLook;
  room: Room;
  chosen: TrackId | null;
  onChoose: (track: TrackId | null) => void;
  onPut: (track: TrackId, input: number) => void;
}) {
  if (as === "sheet")
    return (
      <section aria-label="Track sheet" className="card min-h-0 overflow-hidden">
        <Suspense fallback={<Loading />}>
          <FittedSheet session={look.session} chosen={chosen} onChoose={onChoose} />
        </Suspense>
      </section>
    );
  return (
    <section aria-label="Inputs" tabIndex={0} className="card min-h-0 overflow-y-auto p-4">
      <PatchPicture
        before={before}
        session={look.session}
        room={room}
        unplaced={new Set(look.report.unplaced.map((u) => u.track))}
        chosen={chosen}
        onChoose={onChoose}
        onPut={onPut}
      />
    </section>
  );
}

/** The report to print, as it was decided so far. */
function OnPaper({ fitting: { wish }, name }: { fitting: Fitting; name: string }) {
  const paper = useMutation({
    mutationFn: () => askFile("fitPaper", {}, wish),
    onSuccess: (bytes) => saveAs(`Fit, ${name}.pdf`, "application/pdf", bytes),
    onError: (e) => mention(e.message, { weight: "broken" }),
  });
  return (
    <Button small aria-label="PDF on paper" disabled={paper.isPending} onClick={() => paper.mutate()}>
      <Printer size={13} aria-hidden /> PDF
    </Button>
  );
}

function HowItFits({ look: { report, missing } }: { look: FitLook }) {
  const undecided = missing.filter((m) => m.decided === null).length;
  return (
    <p className="flex flex-wrap items-center gap-2">
      <Pill look="ok">{report.fits} sources as they are</Pill>
      <Pill look={report.adjusted.length > 0 ? "look" : "quiet"}>{report.adjusted.length} adjusted</Pill>
      <Pill look={report.unplaced.length > 0 ? "broken" : "quiet"}>
        {report.unplaced.length} cannot be placed
      </Pill>
      {undecided > 0 && <Pill look="broken">{plural(undecided, "device")} not installed</Pill>}
      {report.leftOut.length > 0 && <Pill>{report.leftOut.length} left out</Pill>}
    </p>
  );
}
