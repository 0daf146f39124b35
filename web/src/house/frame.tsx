import type { HouseDraft } from "@mossy/contract/house";
import { differences } from "@mossy/core/house/differences";
import { withoutPiece } from "@mossy/core/house/pieces";
import { makeStyle } from "@mossy/core/house/style";
import { groupUnread } from "@mossy/core/words/unread";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { Suspense, useEffect, useMemo } from "react";
import { Link, Outlet, useLocation, useNavigate } from "react-router";
import { later } from "../wire/laterQueries.ts";
import { queries, useMe } from "../wire/queries.ts";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Button } from "../ui/button.tsx";
import { showHouseIcons } from "../ui/icons.ts";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Views } from "../ui/sideBySide.tsx";
import { Failed, Loading } from "../ui/states.tsx";
import { NotDone, SaveWord, UndoRedo } from "../documents/workLine.tsx";
import { ClashList } from "../documents/clashes.tsx";
import { clashOfHouse, editHouse, useHouseDraft } from "./work.ts";
import type { HouseWork } from "./work.ts";

/** The parts of the house style in their order: where, what the page is called, what its tab says. */
const PARTS: readonly (readonly [place: string, title: string, tab: string])[] = [
  ["/house/beside", "Beside roles", "Beside roles"],
  ["/house/unread", "What nobody could read", "Unread"],
  ["/house/habits", "What rooms do otherwise", "Habits"],
  ["/house/names", "Names", "Names"],
  ["/house/colours", "Colours", "Colours"],
  ["/house/icons", "Icons", "Icons"],
  ["/house/folders", "Order and folders", "Order"],
  ["/house/disk", "On disk", "Disk"],
  ["/house/starts", "Starting values", "Starts"],
  ["/house/exceptions", "Exceptions", "Exceptions"],
  ["/house/editions", "Editions", "Editions"],
];

export default function HouseFrame() {
  const { data, error, refetch } = useQuery(queries.house);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Fetching the house style" />;
  return <Frame draft={data.draft} />;
}

/**
 * What all pages of the house style share: the draft, its undo, how it differs from the edition in force.
 */
function Frame({ draft }: { draft: HouseDraft }) {
  const may = useMe()?.right === "lead";
  const { work, state, change } = useHouseDraft(draft);
  const house = state.doc;
  const saved = state.saving === "saved";
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const style = useMemo(() => makeStyle(house), [house]);
  const { data: edition } = useQuery(queries.edition);
  const { data: unread } = useQuery(later.unread);
  const changes = useMemo(
    () => (edition ? differences(edition.style.house, house) : null),
    [edition, house],
  );
  const unreadCount = useMemo(
    () => (unread ? groupUnread(style.reader, unread.names).length : 0),
    [style, unread],
  );
  const next = (edition?.number ?? draft.basedOn) + 1;
  useShortcuts(
    may
      ? [
          { keys: "Ctrl+Z", says: "Undo", run: () => work.undo() },
          { keys: "Ctrl+Shift+Z", says: "Redo", run: () => work.redo() },
          { keys: "P", says: "Publish", run: () => void navigate("/house/editions") },
        ]
      : [],
  );
  const part = PARTS.find(([place]) => pathname === place);
  const title = part?.[1] ?? "Words";
  useEffect(() => showHouseIcons(house.icons), [house.icons]);
  const context: HouseWork = {
    house,
    style,
    change: may ? change : null,
    next,
    changes,
    saved,
    revision: work.revision,
    takeBack: may
      ? (piece) =>
          editHouse(work, house, withoutPiece(house, piece), `take back: ${piece.says[0] ?? "a change"}`)
      : null,
  };
  return (
    <div className="flex h-full min-h-[640px] flex-col gap-3">
      <PageHead
        crumbs={[[`House style · draft after edition ${draft.basedOn}`, "/house"]]}
        title={title}
        beside={<HowFar changes={changes} since={next - 1} />}
      >
        <SaveWord state={state} />
        {may && (
          <>
            <UndoRedo work={work} state={state} />
            <Button look="main" asChild>
              <Link to="/house/editions">Publish edition {next}</Link>
            </Button>
          </>
        )}
      </PageHead>
      <Views
        label="Parts of the house style"
        views={[
          { to: "/house", name: "Words", end: part !== undefined },
          ...PARTS.map(([to, , tab]) => ({
            to,
            name: to === "/house/unread" && unreadCount > 0 ? `Unread · ${unreadCount}` : tab,
          })),
        ]}
      />
      <NotDone work={work} state={state} />
      <ClashList work={work} clashes={state.clashes} words={(c) => clashOfHouse(house, c)} />
      <div className="min-h-0 flex-1">
        <Suspense fallback={<Loading />}>
          <Outlet context={context} />
        </Suspense>
      </div>
    </div>
  );
}

/** How far the draft is from the edition in force. */
function HowFar({ changes, since }: { changes: readonly string[] | null; since: number }) {
  if (changes === null) return <Pill>comparing…</Pill>;
  if (changes.length === 0) return <Pill look="ok">same as edition {since}</Pill>;
  return <Pill look="note">{plural(changes.length, "change")}</Pill>;
}
