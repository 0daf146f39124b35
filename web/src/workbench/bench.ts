import type { Template } from "@mossy/contract/library";
import type { Present, Remark } from "@mossy/contract/remarks";
import type { Style } from "@mossy/core/house/style";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { useMemo, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { z } from "zod";
import { useHeld } from "../blocks/useHeld.ts";
import type { Held } from "../blocks/useHeld.ts";
import { useFindings } from "../check/useFindings.ts";
import type { Findings } from "../check/useFindings.ts";
import { useWorkpiece } from "../documents/useWorkpiece.ts";
import { useHere } from "../documents/useHere.ts";
import { signsOf } from "../remarks/signs.ts";
import { useOpenRemarks } from "../remarks/useRemarks.ts";
import type { Wished } from "../remarks/words.ts";
import type { RowSigns } from "../sheet/rowBadges.tsx";
import type { Workpiece, WorkpieceState } from "../documents/workpiece.ts";
import { only, still, these } from "../ui/grid/selection.ts";
import type { Selection } from "../ui/grid/selection.ts";
import { useKept } from "../ui/useKept.ts";
import { useSteady } from "../ui/useSteady.ts";
import { useMe } from "../wire/queries.ts";

/** What the panel at the right may hold. */
const SIDES = [
  "track",
  "add",
  "put",
  "block",
  "make",
  "publish",
  "findings",
  "arrange",
  "dress",
  "shows",
  "remark",
] as const;
export type Side = (typeof SIDES)[number];

/** The views that show the tracks themselves: what is chosen elsewhere is shown in them without leaving. */
const SHOWS_TRACKS: readonly string[] = ["sheet", "map", "picture"];

/** What is chosen in the window of a template. */
function useChosen(session: Session) {
  // A link may lead to a track.
  const [query] = useSearchParams();
  const [chosen, setChosen] = useState<Selection>(() => only(query.get("track")));
  const there = useMemo(() => new Set(session.tracks.map((t) => t.id)), [session]);
  const selection = useMemo(() => still(chosen, there), [chosen, there]);
  const ids = useMemo(
    () => session.tracks.filter((t) => selection.all.has(t.id)).map((t) => t.id),
    [session, selection],
  );
  const track = ids.length === 1 ? (session.tracks.find((t) => t.id === ids[0]) ?? null) : null;
  return { selection, ids, track, setChosen };
}

/** How the sheet and the panel are set up in this window. */
function useSettings(template: string) {
  const [side, setSide] = useKept<Side>(`side-${template}`, "track", z.enum(SIDES));
  /** In a narrow window the panel slides over the sheet. */
  const [over, setOver] = useState(true);
  const [pasted, setPasted] = useState("");
  const [compact, setCompact] = useState(false);
  const [find, setFind] = useState("");
  const [shows, setShows] = useState("");
  const [wish, setWish] = useState<FocusWish | null>(null);
  /** What a remark is to stand on, while it is typed at the side. */
  const [remarkWish, setRemarkWish] = useState<Wished | null>(null);
  return {
    side,
    setSide,
    over,
    setOver,
    pasted,
    setPasted,
    compact,
    setCompact,
    find,
    setFind,
    shows,
    setShows,
    wish,
    setWish,
    remarkWish,
    setRemarkWish,
  };
}

/** What should have the focus as soon as it is drawn. */
export type FocusWish = "find" | "say";

/** Everything the workbench's views, panels and commands work with. */
export interface Bench extends ReturnType<typeof useSettings> {
  readonly template: Template;
  readonly style: Style;
  readonly session: Session;
  readonly work: Workpiece;
  readonly state: WorkpieceState;
  /** Whether whoever looks may change the template. */
  readonly may: boolean;
  /** The view that shows, by its address; "sheet" where there is none. */
  readonly view: string;
  readonly findings: Findings;
  /** The blocks that stand in it. */
  readonly held: readonly Held[];
  /** The template's remarks that are open, who else works on it, and what of both rows show. */
  readonly remarks: readonly Remark[];
  readonly here: readonly Present[];
  readonly signs: ReadonlyMap<TrackId, RowSigns>;
  readonly selection: Selection;
  readonly ids: readonly TrackId[];
  /** The one track that is chosen; null for none or several. */
  readonly track: Track | null;
  /** Chooses, and shows what is chosen at the side. */
  choose(next: Selection): void;
  select(id: TrackId | null): void;
  /** Chooses tracks in the sheet. */
  inSheet(ids: readonly TrackId[]): void;
  /** Shows a track where it stands, whatever the side has to say meanwhile. */
  show(id: TrackId): void;
  goTo(address: string): void;
}

/** What others left and do: open remarks, who else is here, and what rows show of both. */
function useOthers(template: Template, ids: readonly TrackId[]) {
  const remarks = useOpenRemarks({ sort: "template", id: template.id });
  const here = useHere(template.draft.id, ids);
  const signs = useMemo(() => signsOf(remarks, here), [remarks, here]);
  return { remarks, here, signs };
}

/** The workbench of a template as it stands in this window. */
export function useBench(template: Template, style: Style): Bench {
  const { view = "sheet" } = useParams();
  const navigate = useNavigate();
  const { work, state } = useWorkpiece(template.draft);
  const may = useMe()?.right === "lead";
  const { doc: session } = state;
  const { setChosen, ...chosen } = useChosen(session);
  const settings = useSettings(template.id);
  const findings = useFindings(style, session, null);
  const held = useHeld(session);
  const others = useOthers(template, chosen.ids);
  const choose = useSteady((next: Selection): void => {
    setChosen(next);
    settings.setSide("track");
  });
  const goTo = (address: string): void => void navigate(`/library/${template.id}${address}`);
  return {
    template,
    style,
    session,
    work,
    state,
    may,
    view,
    findings,
    held,
    ...others,
    choose,
    goTo,
    ...settings,
    ...chosen,
    select: (id) => choose(only(id)),
    inSheet: (list) => {
      choose(these(list));
      if (view !== "sheet") goTo("");
    },
    show: (id) => {
      setChosen(only(id));
      if (!SHOWS_TRACKS.includes(view)) goTo("");
    },
  };
}
