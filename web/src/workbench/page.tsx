import type { Template } from "@mossy/contract/library";
import type { Style } from "@mossy/core/house/style";
import type { TrackId } from "@mossy/core/session/document";
import { dissolve, outermost, takeOut, wrap } from "@mossy/core/sheet/folders";
import { stepTrack } from "@mossy/core/sheet/step";
import { useQuery } from "@tanstack/react-query";
import { Brush, ListPlus, Redo2, Undo2 } from "lucide-react";
import { Suspense, lazy, useMemo, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { z } from "zod";
import { queries, useMe, useStyle } from "../wire/queries.ts";
import { useKeyHints, useShortcuts } from "../ui/shortcuts.tsx";
import { useFindings } from "../check/useFindings.ts";
import { Button, Key } from "../ui/button.tsx";
import { PageHead, Pill, Views } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { useKept } from "../ui/useKept.ts";
import { useSteady } from "../ui/useSteady.ts";
import { AddTracks } from "../sheet/addTracks.tsx";
import { ArrangePanel, DressPanel } from "./dressPanel.tsx";
import { Changes, useChanged } from "./changesView.tsx";
import { Clashes } from "../documents/clashes.tsx";
import type { WorkpieceState } from "../documents/workpiece.ts";
import { BottomLine, FindingsList } from "./findingsList.tsx";
import { InputView } from "../sheet/inputView.tsx";
import { Inspector } from "../sheet/inspector.tsx";
import { ManyPanel } from "../sheet/manyPanel.tsx";
import { newId } from "../session/newId.ts";
import { PutPanel } from "./putPanel.tsx";
import { Publish } from "./publish.tsx";
import { Releases } from "./releases.tsx";
import { NONE, only, still, these } from "../sheet/selection.ts";
import type { Selection } from "../sheet/selection.ts";
import { SetUp } from "./setUp.tsx";
import { SheetView } from "../sheet/sheetView.tsx";
import { SAID_KEYS } from "../sheet/sayLine.tsx";
import { LevelsView } from "../signal/levelsView.tsx";
import { useWorkpiece } from "../documents/useWorkpiece.ts";
import { ViewForm, viewOf } from "../sheet/viewMenu.tsx";

const MapView = lazy(() => import("../signal/mapView.tsx").then((m) => ({ default: m.MapView })));
const PictureView = lazy(() =>
  import("../signal/pictureView.tsx").then((m) => ({ default: m.PictureView })),
);

export default function WorkbenchPage() {
  const { template = "" } = useParams();
  const { data, error, refetch } = useQuery(queries.template(template));
  const { style } = useStyle();
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Fetching the template" />;
  return <Workbench key={data.draft.id} template={data} style={style} />;
}

const SIDES = ["track", "add", "put", "publish", "findings", "arrange", "dress", "shows"] as const;
type Side = (typeof SIDES)[number];
const NO_KEYS: typeof SAID_KEYS | readonly [] = [];
const VIEWS = [
  ["", "Track sheet"],
  ["/inputs", "Input list"],
  ["/map", "Signal map"],
  ["/picture", "Stereo picture"],
  ["/levels", "Levels"],
  ["/session", "Session"],
  ["/changes", "Changes"],
  ["/releases", "Releases"],
] as const;

function Workbench({ template, style }: { template: Template; style: Style }) {
  const { view = "sheet" } = useParams();
  const navigate = useNavigate();
  const { work, state } = useWorkpiece(template.draft);
  const may = useMe()?.right === "lead";
  const { doc: session } = state;
  const [chosen, setChosen] = useState<Selection>(NONE);
  const [side, setSide] = useKept<Side>(`side-${template.id}`, "track", z.enum(SIDES));
  /** In a narrow window the panel slides over the sheet. */
  const [over, setOver] = useState(true);
  const [pasted, setPasted] = useState("");
  const [compact, setCompact] = useState(false);
  const [find, setFind] = useState("");
  const [shows, setShows] = useState("");
  const findings = useFindings(style, session, null);
  const latest = template.releases[0] ?? null;
  const there = useMemo(() => new Set(session.tracks.map((t) => t.id)), [session]);
  const selection = useMemo(() => still(chosen, there), [chosen, there]);
  const ids = useMemo(
    () => session.tracks.filter((t) => selection.all.has(t.id)).map((t) => t.id),
    [session, selection],
  );
  const track = ids.length === 1 ? (session.tracks.find((t) => t.id === ids[0]) ?? null) : null;
  const choose = useSteady((next: Selection): void => {
    setChosen(next);
    setSide("track");
  });
  const select = (id: TrackId | null): void => choose(only(id));
  const inSheet = (list: readonly TrackId[]): void => {
    choose(these(list));
    if (view !== "sheet") void navigate(`/library/${template.id}`);
  };

  /** Shows a track where it stands, whatever the side has to say meanwhile. */
  const show = (id: TrackId): void => {
    setChosen(only(id));
    if (!["sheet", "map", "picture"].includes(view)) void navigate(`/library/${template.id}`);
  };

  const dressAll = (): void => setSide("dress");
  const wrapThem = (): void => {
    const id = newId();
    if (work.edit(wrap(style, session, ids, id), "wrap in a folder")) select(id);
  };
  const takeThemOut = (): void => {
    const order = session.tracks.map((t) => t.id);
    const next = order[order.indexOf(ids.at(-1) ?? "") + 1] ?? null;
    if (work.edit(takeOut(session, ids), ids.length === 1 ? "take out" : `take out ${ids.length}`))
      select(next);
  };
  const nextFinding = (step: 1 | -1): void => {
    const off = new Set(findings.open.flatMap((f) => f.track ?? []));
    const order = session.tracks.map((t) => t.id);
    const at = order.indexOf(selection.at ?? "");
    const later =
      step > 0
        ? order.findIndex((id, i) => i > at && off.has(id))
        : order.findLastIndex((id, i) => i < at && off.has(id));
    const round = step > 0 ? order.find((id) => off.has(id)) : order.findLast((id) => off.has(id));
    const next = order[later] ?? round;
    if (next === undefined) setSide("findings");
    else select(next);
  };
  const focusSay = (): void => {
    setSide("track");
    // Where the line is not drawn yet it is there a few frames later.
    const focus = (tries: number): void => {
      const field = document.getElementById("say");
      if (field) {
        field.focus();
        return;
      }
      document.querySelector<HTMLElement>("#say-part:not([open]) > summary")?.click();
      if (tries > 0) requestAnimationFrame(() => focus(tries - 1));
    };
    focus(10);
  };
  const add = (text = ""): void => {
    setPasted(text);
    setSide("add");
  };
  useKeyHints(may ? SAID_KEYS : NO_KEYS);
  useShortcuts([
    ...(may
      ? [
          {
            keys: "A",
            says: "Add tracks",
            run: () => add(),
          },
          {
            keys: "L",
            says: "Put in a part of another template",
            run: () => setSide("put"),
          },
          { keys: "D", says: "Dress all", run: dressAll },
          {
            keys: "R",
            says: "Arrange by the house",
            run: () => setSide("arrange"),
          },
          {
            keys: "Ctrl+Z",
            says: "Undo",
            run: () => work.undo(),
          },
          {
            keys: "Ctrl+Shift+Z",
            says: "Redo",
            run: () => work.redo(),
          },
          {
            keys: "P",
            says: "Publish",
            run: () => setSide("publish"),
          },
          ...(ids.length > 0
            ? [
                { keys: "E", says: "Say what to do with what is chosen", run: focusSay },
                { keys: "G", says: "Wrap in a folder", run: wrapThem },
              ]
            : []),
          ...(track?.kind === "folder"
            ? [
                {
                  keys: "U",
                  says: "Take the folder away, keep what it holds",
                  run: () => {
                    work.edit(dissolve(session, track.id), "dissolve a folder");
                  },
                },
              ]
            : []),
          ...(selection.at !== null && ids.length > 0
            ? (
                [
                  ["ArrowUp", "up", "Up"],
                  ["ArrowDown", "down", "Down"],
                  ["ArrowRight", "in", "Into the folder before it"],
                  ["ArrowLeft", "out", "Out of its folder"],
                ] as const
              ).map(([key, way, says]) => ({
                keys: `Ctrl+${key}`,
                says,
                run: () => {
                  // Several move one after the other, the last first where they go down, so that they stay together.
                  const moving = outermost(session, ids).map((t) => t.id);
                  const order = way === "down" || way === "out" ? moving.reverse() : moving;
                  work.editInSteps(
                    order.map((id) => (s) => stepTrack(s, id, way)),
                    "move",
                  );
                },
              }))
            : []),
        ]
      : []),
    {
      keys: "N",
      says: "Next finding",
      run: () => nextFinding(1),
    },
    {
      keys: "Shift+N",
      says: "Previous finding",
      run: () => nextFinding(-1),
    },
    {
      keys: "C",
      says: "Compact rows, or not",
      run: () => setCompact(!compact),
    },
    {
      keys: "F",
      says: "Find a track",
      run: () => {
        document.querySelector<HTMLElement>("input[aria-label='Find a track']")?.focus();
      },
    },
  ]);
  // Where nothing is chosen on the page itself, it has the whole width.
  const alone = side === "track" && ["inputs", "session", "changes", "releases"].includes(view);
  /** Whether the panel has something to say; an empty one stays out of a narrow window. */
  const panel = !alone && (side !== "track" || ids.length > 0);
  const changed = useChanged(template, session);
  const label = (says: string, of: string | null): string =>
    of === null ? `Nothing to ${says.toLowerCase()}` : `${says}: ${of}`;
  return (
    <div className="flex h-full min-h-[560px] flex-col gap-3">
      <PageHead
        crumbs={[
          ["Library", "/library"],
          [template.shelf, "/library"],
        ]}
        title={template.name}
        beside={
          <Pill look={latest && changed === 0 ? "ok" : "look"}>
            {latest
              ? changed === 0
                ? `Release ${latest.number}`
                : `Draft after release ${latest.number}`
              : "Draft, never released"}
          </Pill>
        }
      >
        <SaveWord state={state} />
        {may && (
          <div className="flex items-center gap-1.5">
            <Button
              look="quiet"
              className="px-2"
              aria-label={label("Undo", state.undoes)}
              title={label("Undo", state.undoes)}
              disabled={state.undoes === null}
              onClick={() => work.undo()}
            >
              <Undo2 size={16} aria-hidden />
            </Button>
            <Button
              look="quiet"
              className="px-2"
              aria-label={label("Redo", state.redoes)}
              title={label("Redo", state.redoes)}
              disabled={state.redoes === null}
              onClick={() => work.redo()}
            >
              <Redo2 size={16} aria-hidden />
            </Button>
          </div>
        )}
        {may && (
          <Button look="main" onClick={() => setSide("publish")}>
            Publish release {(latest?.number ?? 0) + 1}
          </Button>
        )}
      </PageHead>
      <div className="flex flex-wrap items-center gap-3">
        <Views
          label="Views of the template"
          views={VIEWS.map(([path, name]) => ({ to: `/library/${template.id}${path}`, name }))}
        />
        {may && (
          <div className="ml-auto flex items-center gap-2">
            <Button className="px-2.5" onClick={() => add()}>
              <ListPlus size={15} aria-hidden /> Add tracks <Key>A</Key>
            </Button>
            {panel && (
              <Button
                className="px-2.5 min-[1024px]:hidden"
                aria-expanded={over}
                onClick={() => setOver(!over)}
              >
                {over ? "Hide the panel" : "Show the panel"}
              </Button>
            )}
            <Button className="px-2.5" onClick={dressAll}>
              <Brush size={15} aria-hidden /> Dress all <Key>D</Key>
            </Button>
          </div>
        )}
      </div>
      {state.problem !== null && (
        <p
          role="alert"
          className="flex items-center gap-3 rounded-md bg-brick-soft px-3 py-2 text-sm text-brick"
        >
          <span className="flex-1">{state.problem}</span>
          <Button small onClick={() => work.dismiss()}>
            Understood
          </Button>
        </p>
      )}
      <Clashes work={work} state={state} />
      <div
        className={`relative grid min-h-0 flex-1 gap-4 ${alone ? "" : "min-[1024px]:grid-cols-[minmax(0,1fr)_276px] min-[1500px]:grid-cols-[minmax(0,1fr)_320px]"}`}
      >
        <section aria-label="The template" className="card min-h-0 overflow-hidden">
          {view === "sheet" &&
            (session.tracks.length === 0 ? (
              <Empty title="No tracks yet">
                {may ? (
                  <>
                    Press <Key>A</Key> and type or paste the names, one a line.
                  </>
                ) : (
                  "The lead has not laid this template out yet."
                )}
              </Empty>
            ) : (
              <SheetView
                style={style}
                session={session}
                findings={findings}
                work={may ? work : null}
                compact={compact}
                onDense={() => setCompact(!compact)}
                selection={selection}
                onSelect={choose}
                find={find}
                onFind={setFind}
                showing={shows}
                onShow={setShows}
                onEditView={() => setSide("shows")}
                onTakeOut={takeThemOut}
                onPasteNames={add}
              />
            ))}
          {view === "inputs" && (
            <InputView
              style={style}
              session={session}
              findings={findings.byTrack}
              work={may ? work : null}
              document={template.draft.id}
              title={template.name}
            />
          )}
          <Suspense fallback={<Loading />}>
            {view === "map" && (
              <MapView
                session={session}
                selected={selection.at}
                onSelect={select}
                work={may ? work : null}
                title={template.name}
              />
            )}
            {view === "picture" && (
              <PictureView
                style={style}
                session={session}
                selected={selection.at}
                onSelect={select}
                work={may ? work : null}
              />
            )}
          </Suspense>
          {view === "levels" && <LevelsView session={session} work={may ? work : null} onSelect={select} />}
          {view === "changes" && <Changes template={template} session={session} />}
          {view === "releases" && <Releases template={template} />}
          {view === "session" && <SetUp session={session} work={may ? work : null} onSelect={inSheet} />}
        </section>
        {!alone && (
          <aside
            className={`flex min-h-0 flex-col overflow-y-auto max-[1023px]:absolute max-[1023px]:inset-y-0 max-[1023px]:right-0 max-[1023px]:z-30 max-[1023px]:w-[300px] max-[1023px]:rounded-lg max-[1023px]:bg-bg max-[1023px]:shadow-lg ${over && panel ? "" : "max-[1023px]:hidden"}`}
            aria-label="Selected"
          >
            {side === "add" && (
              <AddTracks
                keep={`add-${template.id}`}
                style={style}
                session={session}
                work={work}
                start={pasted}
                behind={selection.at}
                onLibrary={() => setSide("put")}
                onDone={(made) => {
                  if (made.length > 0) choose(these(made));
                  else setSide("track");
                }}
              />
            )}
            {side === "put" && (
              <PutPanel
                style={style}
                session={session}
                work={work}
                template={template.id}
                onDone={(made) => {
                  if (made.length > 0) choose(these(made));
                  else setSide("track");
                }}
              />
            )}
            {side === "publish" && (
              <Publish
                template={template.id}
                name={template.name}
                work={work}
                session={session}
                latest={latest}
                open={findings.open}
                saved={state.saving === "saved"}
                onDone={() => setSide("track")}
              />
            )}
            {side === "findings" && (
              <FindingsList style={style} findings={findings} work={work} may={may} onSelect={show} />
            )}
            {side === "arrange" && (
              <ArrangePanel style={style} session={session} work={work} onDone={() => setSide("track")} />
            )}
            {side === "dress" && (
              <DressPanel style={style} session={session} work={work} onDone={() => setSide("track")} />
            )}
            {side === "shows" && (
              <ViewForm
                key={shows}
                style={style}
                session={session}
                work={work}
                start={viewOf(session, shows)}
                folders={track?.kind === "folder" ? [track.id] : []}
                onDone={(id) => {
                  setShows(id);
                  setSide("track");
                }}
              />
            )}
            {side === "track" &&
              (track ? (
                <Inspector
                  style={style}
                  session={session}
                  track={track}
                  findings={findings.byTrack.get(track.id) ?? []}
                  work={may ? work : null}
                  onChoose={(list) => choose(these(list))}
                />
              ) : ids.length > 1 && may ? (
                <ManyPanel
                  style={style}
                  session={session}
                  ids={ids}
                  at={selection.at}
                  work={work}
                  onWrap={wrapThem}
                  onTakeOut={takeThemOut}
                  onSelect={select}
                />
              ) : (
                <div className="card">
                  <Empty title="Nothing selected">
                    Choose a track to see what it is and why it looks as it does; with Shift or Ctrl
                    several. <Key>?</Key> lists the shortcuts.
                  </Empty>
                </div>
              ))}
          </aside>
        )}
      </div>
      <BottomLine
        session={session}
        findings={findings}
        chosen={ids.length}
        onShow={() => setSide(side === "findings" ? "track" : "findings")}
      />
    </div>
  );
}

/** The time for something of today, else the day. */
function timeOrDay(at: Date): string {
  return at.toDateString() === new Date().toDateString()
    ? at.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })
    : at.toLocaleDateString("en-GB", { day: "numeric", month: "short" });
}

function SaveWord({ state }: { state: WorkpieceState }) {
  return (
    <span role="status" className="text-sm text-ink-2">
      {state.saving === "saved"
        ? `Saved ${timeOrDay(state.savedAt)}`
        : state.saving === "saving"
          ? "Saving…"
          : "Waiting for the house; nothing is lost"}
    </span>
  );
}
