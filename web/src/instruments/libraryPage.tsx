import type { WholeSampleLibrary } from "@mossy/contract/instruments";
import type { Style } from "@mossy/core/house/style";
import { articulationsIn } from "@mossy/core/instruments/library";
import type { SampleLibrary } from "@mossy/core/instruments/library";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";
import { ClashList } from "../documents/clashes.tsx";
import { NotDone, SaveWord, UndoRedo } from "../documents/workLine.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Views } from "../ui/sideBySide.tsx";
import { Failed, Loading, NoSuchPage } from "../ui/states.tsx";
import { later } from "../wire/laterQueries.ts";
import { queries, useMe } from "../wire/queries.ts";
import { AboutLibrary } from "./aboutLibrary.tsx";
import { InstrumentView } from "./instrumentView.tsx";
import { IssuesView } from "./issuesView.tsx";
import { MeasureView } from "./measureView.tsx";
import { useNotes } from "./useNotes.ts";
import { clashOfLibrary, useLibraryWork } from "./work.ts";
import type { LibraryView } from "./work.ts";

/** A sample library: its sheet, what is said of it as a whole, its issues. */
export default function LibraryPage() {
  const { library = "" } = useParams();
  const { data, error, refetch } = useQuery(later.sampleLibrary(library));
  const { data: edition, error: noEdition } = useQuery(queries.edition);
  const failed = error ?? noEdition;
  if (failed) return <Failed error={failed} again={() => void refetch()} />;
  if (!data || !edition) return <Loading what="Fetching the sample library" />;
  return <Opened whole={data} style={edition.style} />;
}

function Opened({ whole, style }: { whole: WholeSampleLibrary; style: Style }) {
  const { page } = useParams();
  const { work, state, change } = useLibraryWork(whole);
  const may = useMe()?.right !== "assistant" && !whole.gone;
  const library = state.doc;
  // What was measured stays while one looks at the sheet.
  const notes = useNotes(library);
  useShortcuts(
    may
      ? [
          { keys: "Ctrl+Z", says: "Undo", run: () => work.undo() },
          { keys: "Ctrl+Shift+Z", says: "Redo", run: () => work.redo() },
        ]
      : [],
  );
  const view: LibraryView = { style, library, change: may ? change : null };
  const at = `/library/instruments/${whole.id}`;
  return (
    <div className="flex h-full min-h-[560px] flex-col gap-3">
      <PageHead
        crumbs={[
          ["Library", "/library"],
          ["Instruments", "/library/instruments"],
        ]}
        title={library.name}
        beside={<Beside whole={whole} library={library} />}
      >
        <SaveWord state={state} />
        {may && <UndoRedo work={work} state={state} />}
      </PageHead>
      <Views
        label="Views of this library"
        views={[
          { to: at, name: "Sheet" },
          { to: `${at}/measure`, name: "Measure" },
          { to: `${at}/about`, name: "About it" },
          { to: `${at}/issues`, name: "Issues" },
        ]}
      />
      <NotDone work={work} state={state} />
      <ClashList work={work} clashes={state.clashes} words={(c) => clashOfLibrary(library, c)} />
      <div className="min-h-0 flex-1">
        {page === undefined ? (
          <InstrumentView {...view} />
        ) : page === "measure" ? (
          <MeasureView {...view} notes={notes} />
        ) : page === "about" ? (
          <AboutLibrary {...view} id={whole.id} gone={whole.gone} />
        ) : page === "issues" ? (
          <IssuesView {...view} whole={whole} saved={state.saving === "saved"} />
        ) : (
          <NoSuchPage />
        )}
      </div>
    </div>
  );
}

function Beside({ whole, library }: { whole: WholeSampleLibrary; library: SampleLibrary }) {
  const says = [
    library.issue === "" ? "" : `issue ${library.issue}`,
    plural(library.patches.length, "patch", "patches"),
    plural(articulationsIn(library), "articulation"),
  ];
  return (
    <span className="flex shrink-0 items-center gap-2 text-sm text-ink-2">
      {says.filter((x) => x !== "").join(" · ")}
      {whole.gone && <Pill look="look">put away</Pill>}
    </span>
  );
}
