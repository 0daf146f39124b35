import type { Present, Remark, RemarksOf } from "@mossy/contract/remarks";
import type { Finding } from "@mossy/core/check/rule";
import type { Style } from "@mossy/core/house/style";
import type { Session, TrackId } from "@mossy/core/session/document";
import { takeOut, wrap } from "@mossy/core/sheet/folders";
import { useMemo, useState } from "react";
import { mention } from "../ui/toasts.tsx";
import type { Findings } from "../check/useFindings.ts";
import { Empty } from "../ui/states.tsx";
import type { Workpiece, WorkpieceState } from "../documents/workpiece.ts";
import { useHere } from "../documents/useHere.ts";
import { HereList } from "../remarks/hereList.tsx";
import { RemarksOnTrack } from "../remarks/remarksOn.tsx";
import { signsOf } from "../remarks/signs.ts";
import { Inspector } from "../sheet/inspector.tsx";
import { ManyPanel } from "../sheet/manyPanel.tsx";
import { newId } from "../session/newId.ts";
import { HeldCard } from "../blocks/heldCard.tsx";
import { PutBlock } from "../blocks/putPanel.tsx";
import { rowsOfBlocks } from "../blocks/useHeld.ts";
import type { Held } from "../blocks/useHeld.ts";
import { Button, Key } from "../ui/button.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { NONE, only, still, these } from "../ui/grid/selection.ts";
import { LinkStrip } from "../sheet/linkStrip.tsx";
import { SheetView } from "../sheet/sheetView.tsx";

interface CheckInSheetProps {
  readonly style: Style;
  readonly session: Session;
  readonly findings: Findings;
  /** The blocks that stand in it, and where they are looked at. */
  readonly held: readonly Held[];
  readonly blocksAt: string;
  readonly work: Workpiece | null;
  readonly state: WorkpieceState;
  /** The tracks that are to be seen at first. */
  readonly first: readonly TrackId[];
  /** Whose remarks are shown and made here, those that are open, and the document that is worked on. */
  readonly of: RemarksOf;
  readonly document: string;
  readonly remarks: readonly Remark[];
  readonly onRemark: (finding: Finding) => void;
}

/**
 * A check-in's tracks: chosen, looked at, copied and, by who may put right, typed into like those of a
 * template.
 */
export function CheckInSheet({
  style,
  session,
  findings,
  held,
  blocksAt,
  work,
  state,
  first,
  of,
  document,
  remarks,
  onRemark,
}: CheckInSheetProps) {
  const [chosen, setChosen] = useState(() => these(first));
  const [putting, setPutting] = useState(false);
  const frames = useMemo(() => rowsOfBlocks(held), [held]);
  const [find, setFind] = useState("");
  const [compact, setCompact] = useState(false);
  const [shows, setShows] = useState("");
  const there = useMemo(() => new Set(session.tracks.map((t) => t.id)), [session]);
  const selection = useMemo(() => still(chosen, there), [chosen, there]);
  const tracks = session.tracks.filter((t) => selection.all.has(t.id));
  const ids = tracks.map((t) => t.id);
  const [track] = tracks;
  const ofBlock = track && held.find((h) => h.tracks.includes(track.id));
  const here = useHere(document, ids);
  const signs = useMemo(() => signsOf(remarks, here), [remarks, here]);
  useShortcuts(work ? [{ keys: "K", says: "Put in a block", run: () => setPutting(true) }] : []);
  const wrapThem = (): void => {
    const id = newId();
    if (work?.edit(wrap(style, session, ids, id), "wrap in a folder")) setChosen(only(id));
  };
  const takeThemOut = (): void => {
    if (work?.edit(takeOut(session, ids), ids.length === 1 ? "take out" : `take out ${ids.length}`))
      setChosen(NONE);
  };
  return (
    <div className="beside min-h-0 flex-1 [--beside:276px]">
      <section aria-label="Tracks of the check-in" className="card flex min-h-0 flex-col overflow-hidden">
        <div className="min-h-0 flex-1">
          <SheetView
            style={style}
            session={session}
            findings={findings}
            work={work}
            frames={frames}
            signs={signs}
            compact={compact}
            onDense={() => setCompact(!compact)}
            selection={selection}
            onSelect={setChosen}
            find={find}
            onFind={setFind}
            showing={shows}
            onShow={setShows}
            onTakeOut={takeThemOut}
            onPasteNames={() =>
              mention("Names are added in a template. Tracks copied there or here can be pasted.", {
                weight: "look",
              })
            }
          />
        </div>
        {work && <LinkStrip session={session} work={work} state={state} />}
      </section>
      <aside aria-label="Selected" className="flex min-h-0 flex-col overflow-y-auto">
        <AlsoHere here={here} />
        {putting && work && (
          <PutBlock
            style={style}
            session={session}
            work={work}
            self={null}
            behind={selection.at}
            onDone={(made) => {
              setPutting(false);
              if (made.length > 0) setChosen(these(made));
            }}
          />
        )}
        {!putting && track && tracks.length === 1 && (
          <>
            {ofBlock && <HeldCard held={ofBlock} track={track.id} to={blocksAt} />}
            <Inspector
              style={style}
              session={session}
              track={track}
              findings={findings.byTrack.get(track.id) ?? []}
              work={work}
              ofJob
              onChoose={(list) => setChosen(these(list))}
              onRemark={onRemark}
            />
            <RemarksOnTrack key={track.id} of={of} track={track.id} name={track.name} />
          </>
        )}
        {!putting && tracks.length > 1 && work && (
          <ManyPanel
            style={style}
            session={session}
            ids={ids}
            at={selection.at}
            work={work}
            onWrap={wrapThem}
            onTakeOut={takeThemOut}
            onSelect={(id) => setChosen(only(id))}
          />
        )}
        {!putting && (tracks.length === 0 || (tracks.length > 1 && !work)) && (
          <NothingSelected many={tracks.length} onPut={work ? () => setPutting(true) : null} />
        )}
      </aside>
    </div>
  );
}

/** Who else works on the check-in now. */
const AlsoHere = ({ here }: { here: readonly Present[] }) =>
  here.length > 0 && (
    <div className="flex items-center justify-end gap-2 pb-2 text-sm text-ink-2">
      Also here <HereList here={here} />
    </div>
  );

function NothingSelected({ many, onPut }: { many: number; onPut: (() => void) | null }) {
  return (
    <div className="card">
      <Empty title={many === 0 ? "Nothing selected" : `${many} tracks chosen`}>
        Choose a track to see what it is, what is off and why. What is chosen can be copied into a template.
      </Empty>
      {onPut && (
        <div className="flex justify-center pb-4">
          <Button small onClick={onPut}>
            Put in a block <Key>K</Key>
          </Button>
        </div>
      )}
    </div>
  );
}
