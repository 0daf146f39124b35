import type { TrackId } from "@mossy/core/session/document";
import type { ReactNode } from "react";
import { MakeBlock } from "../blocks/makePanel.tsx";
import { PutBlock } from "../blocks/putPanel.tsx";
import { LaterChanges } from "../library/laterChanges.tsx";
import { NewerBlocks } from "../blocks/newerBlocks.tsx";
import { HeldCard } from "../blocks/heldCard.tsx";
import { AddTracks } from "../sheet/addTracks.tsx";
import { Inspector } from "../sheet/inspector.tsx";
import { ManyPanel } from "../sheet/manyPanel.tsx";
import { SayFocus } from "../sheet/sayLine.tsx";
import { these } from "../ui/grid/selection.ts";
import { ViewForm } from "../sheet/viewForm.tsx";
import { viewOf } from "../sheet/viewMenu.tsx";
import { Key } from "../ui/button.tsx";
import { Empty } from "../ui/states.tsx";
import { RemarksOnTrack } from "../remarks/remarksOn.tsx";
import { RemarkPanel } from "../remarks/remarksView.tsx";
import { remarkOn, takeOutChosen, wishFor, wrapChosen } from "./acts.ts";
import type { Bench, Side } from "./bench.ts";
import { ArrangePanel, DressPanel } from "./dressPanel.tsx";
import { FindingsList } from "./findingsList.tsx";
import { currentOf } from "@mossy/contract/currentOf";
import { Publish } from "./publish.tsx";
import { WhereFrom } from "./whereFrom.tsx";
import { PutPanel } from "./putPanel.tsx";

/** The block a track came from. */
function OfBlock({ bench: b, track }: { bench: Bench; track: TrackId }) {
  const held = b.held.find((h) => h.tracks.includes(track));
  return held ? <HeldCard held={held} track={track} to={`/library/${b.template.id}/blocks`} /> : null;
}

/** What is chosen: one track, several, or how to choose. */
function Chosen({ bench: b }: { bench: Bench }) {
  if (b.track)
    return (
      <>
        <OfBlock bench={b} track={b.track.id} />
        <Inspector
          style={b.style}
          session={b.session}
          track={b.track}
          findings={b.findings.byTrack.get(b.track.id) ?? []}
          work={b.may ? b.work : null}
          onChoose={(list) => b.choose(these(list))}
          onRemark={(finding) => remarkOn(b, finding)}
        />
        <RemarksOnTrack
          key={b.track.id}
          of={{ sort: "template", id: b.template.id }}
          track={b.track.id}
          name={b.track.name}
        />
        <WhereFrom template={b.template.id} track={b.track.id} revision={b.work.revision} />
      </>
    );
  if (b.ids.length > 1 && b.may)
    return (
      <ManyPanel
        style={b.style}
        session={b.session}
        ids={b.ids}
        at={b.selection.at}
        work={b.work}
        onWrap={() => wrapChosen(b)}
        onTakeOut={() => takeOutChosen(b)}
        onSelect={b.select}
      />
    );
  return (
    <div className="card">
      <Empty title="Nothing selected">
        Choose a track to see what it is and why it looks as it does; with Shift or Ctrl several.{" "}
        <Key>?</Key> lists the shortcuts.
      </Empty>
    </div>
  );
}

/** Tracks were made at the side, or it was given up. */
const made =
  (b: Bench) =>
  (ids: readonly TrackId[]): void =>
    ids.length > 0 ? b.choose(these(ids)) : b.setSide("track");
/** What panels of changes work with. */
const at = (b: Bench) => ({
  style: b.style,
  session: b.session,
  work: b.work,
  onDone: () => b.setSide("track"),
});

/** Each panel by what it is for. */
export const PANELS: Readonly<Record<Side, (b: Bench) => ReactNode>> = {
  track: (b) => (
    <SayFocus value={{ wished: b.wish === "say", given: () => b.setWish(null) }}>
      <Chosen bench={b} />
    </SayFocus>
  ),
  add: (b) => (
    <AddTracks
      {...at(b)}
      keep={`add-${b.template.id}`}
      start={b.pasted}
      behind={b.selection.at}
      onLibrary={() => b.setSide("put")}
      onDone={made(b)}
    />
  ),
  put: (b) => <PutPanel {...at(b)} template={b.template.id} onDone={made(b)} />,
  block: (b) => <PutBlock {...at(b)} self={b.template.id} behind={b.selection.at} onDone={made(b)} />,
  make: (b) => <MakeBlock key={b.ids.join(" ")} {...at(b)} ids={b.ids} />,
  publish: (b) => (
    <Publish
      {...at(b)}
      template={b.template.id}
      name={b.template.name}
      latest={currentOf(b.template.releases)}
      number={(b.template.releases[0]?.number ?? 0) + 1}
      open={b.findings.open}
      saved={b.state.saving === "saved"}
    />
  ),
  findings: (b) => (
    <FindingsList
      style={b.style}
      findings={b.findings}
      work={b.work}
      may={b.may}
      onSelect={b.show}
      onRemark={(finding) => remarkOn(b, finding)}
    >
      <LaterChanges template={b.template.id} origin={b.session.origin} />
      <NewerBlocks held={b.held} to={`/library/${b.template.id}/blocks`} />
    </FindingsList>
  ),
  remark: (b) => (
    <RemarkPanel
      of={{ sort: "template", id: b.template.id }}
      wished={b.remarkWish ?? wishFor(b)}
      onDone={() => b.setSide("track")}
    />
  ),
  arrange: (b) => <ArrangePanel {...at(b)} />,
  dress: (b) => <DressPanel {...at(b)} />,
  shows: (b) => (
    <ViewForm
      key={b.shows}
      {...at(b)}
      start={viewOf(b.session, b.shows)}
      folders={b.track?.kind === "folder" ? [b.track.id] : []}
      onDone={(id) => {
        b.setShows(id);
        b.setSide("track");
      }}
    />
  ),
};
