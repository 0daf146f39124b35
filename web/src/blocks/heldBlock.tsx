import { compare } from "@mossy/core/compare/sentences";
import type { Style } from "@mossy/core/house/style";
import { bringBlock } from "@mossy/core/library/blockForward";
import { letGo, replaceBlock } from "@mossy/core/library/blockReplace";
import { standing } from "@mossy/core/library/blockStand";
import { diff } from "@mossy/core/session/diff";
import type { Session, TrackId } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { Link } from "react-router";
import { DecideList } from "../compare/decideList.tsx";
import { Part } from "../compare/part.tsx";
import { SentenceList } from "../compare/sentenceList.tsx";
import { useChoices } from "../compare/useChoices.ts";
import type { Workpiece } from "../documents/workpiece.ts";
import { newId } from "../session/newId.ts";
import { Button } from "../ui/button.tsx";
import { PickOne } from "../ui/chooser.tsx";
import { Loading, Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { queries, queryClient } from "../wire/queries.ts";
import { blocksFor } from "./putPanel.tsx";
import { isBehind } from "./useHeld.ts";
import type { Held } from "./useHeld.ts";

interface DetailProps {
  readonly style: Style;
  readonly session: Session;
  readonly held: Held;
  readonly work: Workpiece | null;
  readonly self: string | null;
  readonly bringAt: ((held: string, release: number) => string) | null;
  readonly onShow: (ids: readonly TrackId[]) => void;
}

/** One block where it stands: what was changed in it, what its newer release brings, and what can be done with it. */
export function HeldBlockDetail(props: DetailProps) {
  const { held, session, onShow } = props;
  const { block, release, tracks } = held;
  const here = useMemo(
    () => release && compare(standing(session, block, release).session, session),
    [session, block, release],
  );
  return (
    <section aria-label={block.name} className="flex min-h-0 flex-col gap-4 overflow-y-auto p-4">
      <div className="flex flex-wrap items-center gap-2">
        <div className="min-w-0 flex-1">
          <h2 className="text-md font-semibold">{block.name}</h2>
          <p className="text-sm text-ink-2">
            Release {block.release}, {plural(tracks.length, "track")}
            {isBehind(held) ? `; release ${held.latest} is out` : ", the latest"}
          </p>
        </div>
        <Button small onClick={() => onShow(tracks)}>
          Show in the sheet
        </Button>
        <Button small asChild>
          <Link to={`/library/${block.block}`}>Open the block</Link>
        </Button>
        <Acts {...props} />
      </div>
      <Newer {...props} />
      {here ? (
        <Part title="Changed here" many={here.changes.length}>
          <SentenceList
            sentences={here.sentences}
            chosen={null}
            onChoose={null}
            nothing={`It stands here just as release ${block.release} has it.`}
          />
        </Part>
      ) : (
        <Loading what="Fetching its release" />
      )}
    </section>
  );
}

/** Lets it go, or puts another in its place. */
function Acts({ style, session, held, work, self }: DetailProps) {
  const { data: library } = useQuery({ ...queries.library, enabled: work !== null });
  if (!work) return null;
  const { block, release } = held;
  const others = blocksFor(library?.templates ?? [], self).filter((t) => t.id !== block.block);
  const replace = async (id: string): Promise<void> => {
    const card = others.find((t) => t.id === id);
    if (!card?.latest || !release) return;
    const next = await queryClient.fetchQuery(queries.release(id, card.latest.number));
    const of = { block: id, name: next.name, release: next.number, session: next.session };
    work.edit(
      replaceBlock(style, work.state().doc, block, release, of, newId()),
      `${next.name} in place of ${block.name}`,
    );
  };
  return (
    <>
      {others.length > 0 && (
        <PickOne
          small
          aria-label="Replace it by"
          says="Replace by…"
          options={others.map((t) => [t.id, t.name] as const)}
          onPick={(id) => void replace(id)}
        />
      )}
      <Button
        small
        title="Just tracks from now on"
        onClick={() => {
          if (work.edit(letGo(session, block.id), `let ${block.name} go`))
            mention(`“${block.name}” are just tracks here now.`);
        }}
      >
        Let it go
      </Button>
    </>
  );
}

/** What its newer release brings; nothing where it stands on the latest. */
function Newer(props: DetailProps) {
  const { held, bringAt, work } = props;
  const { block, latest, release: from } = held;
  const { data: to, error } = useQuery({
    ...queries.release(block.block, latest ?? 0),
    enabled: isBehind(held),
  });
  if (!isBehind(held)) return null;
  if (error) return <Trouble error={error} />;
  if (!to || !from) return <Loading what="Fetching the newer release" />;
  if (bringAt)
    return (
      <p className="flex items-center gap-3 rounded-md bg-lantern-soft px-3 py-2 text-lantern">
        <span className="flex-1">
          Release {to.number}: {to.note}
        </span>
        <Button small asChild>
          <Link to={bringAt(block.id, to.number)}>{work ? "Bring it forward" : "Look"}</Link>
        </Button>
      </p>
    );
  return <Bring {...props} from={from} to={{ ...to, block: block.block, release: to.number }} />;
}

function Bring({
  style,
  session,
  held: { block },
  work,
  from,
  to,
}: DetailProps & {
  from: Session;
  to: { block: string; name: string; release: number; note: string; session: Session };
}) {
  const { base, theirs } = useMemo(
    () => bringBlock(style, session, block, from, to),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- releases never change
    [style, session, block, from, to.release],
  );
  const sides = useMemo(
    () => ({ baseline: base, now: session, theirs, job: false }),
    [base, session, theirs],
  );
  const merged = useChoices(sides);
  const open = merged.clashes.filter((c) => !c.chosen).length;
  const comes = useMemo(() => compare(session, merged.session), [session, merged.session]);
  const bring = (): void => {
    const label = `bring ${block.name} to release ${to.release}`;
    if (work?.edit(diff(session, merged.session), label))
      mention(`${block.name} stands on release ${to.release}. What was changed here stays.`);
  };
  return (
    <>
      <p className="flex flex-wrap items-center gap-3 rounded-md bg-lantern-soft px-3 py-2 text-lantern">
        <span className="min-w-0 flex-1">
          Release {to.release}: {to.note}
        </span>
        {work && (
          <Button small look="main" disabled={open > 0} onClick={bring}>
            Bring to release {to.release}
          </Button>
        )}
      </p>
      <DecideList
        sessions={sides}
        clashes={merged.clashes}
        release={to.release}
        onChoose={work ? merged.choose : null}
      />
      <Part title="What comes in" many={comes.changes.length}>
        <SentenceList
          sentences={comes.sentences}
          chosen={null}
          onChoose={null}
          nothing="All of it is here already."
        />
      </Part>
    </>
  );
}
