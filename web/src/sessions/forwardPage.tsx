import type { ForwardLook } from "@mossy/contract/forward";
import { compare } from "@mossy/core/compare/sentences";
import type { Choices } from "@mossy/core/merge/decisions";
import type { Side } from "@mossy/core/merge/values";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { Link, useLocation, useNavigate, useParams } from "react-router";
import { ComesAndStays } from "../compare/comesAndStays.tsx";
import { ReleaseNotes } from "../compare/releaseNotes.tsx";
import { Checked } from "../compare/checked.tsx";
import { Button } from "../ui/button.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { Failed, Loading, Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { askOnce } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queryClient, useMayIn } from "../wire/queries.ts";
import { DecideList } from "../compare/decideList.tsx";
import { useChoices } from "../compare/useChoices.ts";
import { ForwardSheet } from "./forwardSheet.tsx";

/** Bringing a session or one of its blocks to another release: what comes in, what stays, what is to decide. */
export default function ForwardPage() {
  const { session = "", held = null, release = "" } = useParams();
  const { data, error, refetch } = useQuery(later.forwardLook(session, Number(release), held));
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Putting both together" />;
  return <Forward key={data.revision ?? 0} look={data} again={() => void refetch()} />;
}

const SHOWS = [
  ["sentences", "In sentences"],
  ["sheet", "As a sheet"],
] as const;

function Forward({ look, again }: { look: ForwardLook; again: () => void }) {
  const { session: s, release, now, theirs, baseline, block } = look;
  const sides = { baseline, now, theirs, job: true };
  const merged = useChoices(sides);
  const [shows, setShows] = useState<(typeof SHOWS)[number][0]>("sentences");
  const may = useMayIn(s.room) && s.closedAt === null;
  const open = merged.clashes.filter((c) => !c.chosen).length;
  const comes = useMemo(() => compare(now, merged.session), [now, merged.session]);
  const stays = useMemo(() => compare(theirs, merged.session), [theirs, merged.session]);
  const bring = useBring(look, merged.choices);
  return (
    <div className="flex h-full min-h-[620px] flex-col gap-3">
      <PageHead
        crumbs={[
          ["Sessions", "/sessions"],
          [s.title, `/sessions/${s.id}`],
        ]}
        title={
          block
            ? `Bring ${block.name} to release ${release.number}`
            : `Bring forward to release ${release.number}`
        }
        beside={
          <Pill look={open > 0 ? "look" : "ok"}>{open > 0 ? `${open} to decide` : "nothing open"}</Pill>
        }
      >
        <Choice label="Show" value={shows} choices={SHOWS} onChoose={setShows} />
        {may && (
          <Button look="main" disabled={open > 0 || bring.isPending} onClick={() => bring.mutate()}>
            Bring it forward
          </Button>
        )}
      </PageHead>
      <p className="text-sm text-ink-2">
        {block ? (
          <>
            “{s.title}” in {s.roomName} holds release {block.from} of the block{" "}
            <Link to={`/library/${block.block}`} className="font-semibold text-moss hover:underline">
              {block.name}
            </Link>
            .
          </>
        ) : (
          <>
            “{s.title}” stands on release {s.release} of{" "}
            <Link to={`/library/${s.template}`} className="font-semibold text-moss hover:underline">
              {s.templateName}
            </Link>{" "}
            in {s.roomName}.
          </>
        )}{" "}
        What is patched and mixed in the room stays as it is.
      </p>
      {bring.error && (
        <div className="flex items-center gap-3">
          <Trouble error={bring.error} />
          <Button small onClick={again}>
            Look again
          </Button>
        </div>
      )}
      {shows === "sheet" ? (
        <section aria-label="The session before and after" className="card min-h-0 flex-1 overflow-hidden">
          <ForwardSheet compared={comes} release={release.number} />
        </section>
      ) : (
        <div className="beside min-h-0 flex-1 [--beside:300px]">
          <div className="flex min-h-0 flex-col gap-4 overflow-y-auto">
            <DecideList
              sessions={sides}
              clashes={merged.clashes}
              release={release.number}
              onChoose={may ? merged.choose : null}
            />
            <ComesAndStays
              comes={comes}
              stays={stays}
              has="The session has all of it already."
              own="What stays your own"
              same={`It is then just as release ${release.number}.`}
            />
          </div>
          <aside aria-label="About it" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
            <ReleaseNotes
              title={`From release ${block?.from ?? s.release} to ${release.number}`}
              template={block?.block ?? s.template}
              notes={look.notes}
            />
            <Checked before={now} after={merged.session}>
              <Homeless look={look} after={merged.session} />
            </Checked>
          </aside>
        </div>
      )}
    </div>
  );
}

/** Brings it forward, and goes back to the list it was chosen in, or to the session. */
function useBring({ session: s, release, revision, block }: ForwardLook, choices: Choices) {
  const navigate = useNavigate();
  const { from } = (useLocation().state ?? {}) as { from?: string };
  return useMutation({
    mutationFn: () => {
      const wish = { release: release.number, revision, choices: [...choices] as [string, Side][] };
      return block
        ? askOnce("bringBlock", { session: s.id, held: block.held }, wish)
        : askOnce("bringForward", { session: s.id }, wish);
    },
    onSuccess: async () => {
      await Promise.all(
        [["session", s.id], ["sessions"], ["template", s.template], ["behind"], ["places"], ["today"]].map(
          (queryKey) => queryClient.invalidateQueries({ queryKey }),
        ),
      );
      mention(
        block
          ? `${block.name} stands on release ${release.number} in “${s.title}”.`
          : `“${s.title}” stands on release ${release.number}.`,
      );
      await navigate(from ?? `/sessions/${s.id}`);
    },
  });
}

/** New sources the room has no input for. */
function Homeless({ look, after }: { look: ForwardLook; after: ForwardLook["now"] }) {
  const nameOf = (id: string): string => after.tracks.find((t) => t.id === id)?.name ?? "";
  return look.report.unplaced
    .filter((u) => after.tracks.some((t) => t.id === u.track && t.input === null))
    .map((u) => (
      <li key={u.track} className="border-t border-line py-1.5">
        <span className="font-mono font-semibold">{nameOf(u.track)}</span> {u.says}
      </li>
    ));
}
