import type { BlockPlace } from "@mossy/contract/blocks";
import { worksIn } from "@mossy/contract/worksIn";
import { plural } from "@mossy/core/session/plural";
import { useInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { Button } from "../ui/button.tsx";
import { SoFar, useEveryPage } from "../ui/lookingThrough.tsx";
import { Going, LeftAsItIs, useOneByOne } from "../ui/oneByOne.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { ask, askOnce } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queryClient, useMe } from "../wire/queries.ts";

/** Every template and open session a block stands in: brought forward in one go, or one by one. */
export default function PlacesPage() {
  const { template: block = "" } = useParams();
  const pages = useInfiniteQuery(later.places(block));
  const { data, error, refetch, hasNextPage } = pages;
  useEveryPage(pages);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Looking where it stands" />;
  const last = data.pages.at(-1);
  const places = data.pages.flatMap((p) => p.places);
  return (
    <div className="flex flex-col gap-4">
      <SoFar what="Looking where it stands" things="places" pages={{ hasNextPage, data }} />
      <Places
        block={block}
        name={last?.name ?? ""}
        release={last?.release ?? 0}
        places={places}
        whole={!hasNextPage}
      />
    </div>
  );
}

/** A draft that was brought forward, and how it is put back. */
interface Put {
  readonly title: string;
  readonly undo: () => Promise<unknown>;
}

function useBringAll(name: string, release: number, publish: boolean) {
  const [back, setBack] = useState<readonly Put[]>([]);
  const bringOne = async ({
    kind,
    id,
    held,
    revision,
    unpublished,
    forward,
    title,
  }: BlockPlace): Promise<Put> => {
    const choices = forward?.choices ?? [];
    if (kind === "session") {
      await askOnce("bringBlock", { session: id, held }, { release, revision, choices });
      return { title, undo: () => askOnce("undoForward", { session: id }, undefined) };
    }
    const note = publish && !unpublished ? `${name} brought to release ${release}` : null;
    const done = await askOnce(
      "bringBlockInDraft",
      { template: id },
      { held, release, revision: revision ?? 0, choices, publish: note },
    );
    const { document, undo } = done;
    return {
      title,
      undo: () => ask("editDocument", { document }, { revision: done.revision, changes: undo }),
    };
  };
  const bringing = useOneByOne(
    (p: BlockPlace) => p.title,
    async (p) => {
      const put = await bringOne(p);
      setBack((was) => [...was, put]);
    },
  );
  const undoing = useOneByOne(
    (p: Put) => p.title,
    (p) => p.undo(),
  );
  const refresh = (): Promise<unknown> =>
    Promise.all(
      [["places"], ["template"], ["library"], ["session"], ["sessions"], ["today"]].map((queryKey) =>
        queryClient.invalidateQueries({ queryKey }),
      ),
    );
  const bring = async (places: readonly BlockPlace[]): Promise<void> => {
    setBack([]);
    const done = await bringing.run(places);
    if (done > 0) mention(`${name} stands on release ${release} in ${plural(done, "place")} more.`);
    await refresh();
  };
  const takeBack = async (): Promise<void> => {
    const done = await undoing.run(back.toReversed());
    setBack([]);
    if (done > 0) mention(`${plural(done, "place stands", "places stand")} as before.`);
    await refresh();
  };
  return {
    going: bringing.going ?? undoing.going,
    undone: [...bringing.undone, ...undoing.undone],
    back,
    bring,
    takeBack,
  };
}

function Places({
  block,
  name,
  release,
  places,
  whole,
}: {
  block: string;
  name: string;
  release: number;
  places: readonly BlockPlace[];
  whole: boolean;
}) {
  const me = useMe();
  const [publish, setPublish] = useState(false);
  const { going, undone, back, bring, takeBack } = useBringAll(name, release, publish);
  const behind = places.filter((p) => p.forward !== null);
  const mine = (p: BlockPlace): boolean =>
    me !== null &&
    (p.room === null ? me.right === "lead" : me.right !== "assistant" && worksIn(me, p.room));
  const ready = behind.filter((p) => p.forward?.open === 0 && mine(p));
  const lead = me?.right === "lead" && ready.some((p) => p.room === null);
  return (
    <>
      <PageHead
        crumbs={[
          ["Library", "/library"],
          [name, `/library/${block}`],
        ]}
        title="Where it stands"
        beside={behind.length > 0 ? <Pill look="look">{behind.length} behind</Pill> : undefined}
      >
        <Going what="Bringing it forward" going={going} />
        {back.length > 0 && !going && (
          <Button onClick={() => void takeBack()}>Take back {plural(back.length, "place")}</Button>
        )}
        {ready.length > 0 && (
          <Button look="main" disabled={going !== null || !whole} onClick={() => void bring(ready)}>
            Bring {plural(ready.length, "place")} to release {release}
          </Button>
        )}
      </PageHead>
      <LeftAsItIs undone={undone} />
      {places.length === 0 ? (
        <div className="card">
          <Empty title="It stands nowhere yet">
            Put it into a template or a session from the track sheet there.
          </Empty>
        </div>
      ) : (
        <p className="text-sm text-ink-2">
          {behind.length === 0
            ? `Everywhere on release ${release}.`
            : "What was changed in a place stays when it is brought forward; what both changed is asked about."}
        </p>
      )}
      {lead && (
        <label className="flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="accent-moss"
            checked={publish}
            onChange={(e) => setPublish(e.target.checked)}
          />
          Publish each template as its next release, where its draft holds nothing else
        </label>
      )}
      <ul className="flex flex-col gap-3">
        {places.map((p) => (
          <PlaceLine key={`${p.id} ${p.held}`} place={p} release={release} />
        ))}
      </ul>
    </>
  );
}

function PlaceLine({ place: p, release }: { place: BlockPlace; release: number }) {
  const { forward } = p;
  const at = p.kind === "session" ? `/sessions/${p.id}` : `/library/${p.id}`;
  const decide =
    p.kind === "session" ? `/sessions/${p.id}/blocks/${p.held}/${release}` : `/library/${p.id}/blocks`;
  return (
    <li className="card flex flex-col gap-1.5 p-3.5">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <h2 className="min-w-0 flex-1">
          <Link to={at} className="font-semibold hover:underline">
            {p.title}
          </Link>{" "}
          <span className="text-sm text-ink-2">
            · {p.kind === "session" ? `session in ${p.roomName ?? ""}` : `${p.kind}, draft`} · release{" "}
            {p.release}
          </span>
        </h2>
        {forward && forward.own > 0 && <Pill>{plural(forward.own, "change")} of its own</Pill>}
        {forward && forward.safer > 0 && <Pill>{forward.safer} decided as is safer</Pill>}
        {forward === null ? (
          <Pill look="ok">on the latest</Pill>
        ) : forward.open > 0 ? (
          <Pill look="look">{forward.open} to decide</Pill>
        ) : (
          <Pill look="ok">goes without a question</Pill>
        )}
        {forward && (
          <Button small asChild>
            <Link to={decide}>{forward.open > 0 ? "Decide" : "Look"}</Link>
          </Button>
        )}
      </div>
      {forward && (
        <ul className="text-sm text-ink-2">
          {forward.says.map((s) => (
            <li key={s}>{s}</li>
          ))}
          {forward.changes === 0 && <li>Nothing changes in it but the release it stands on.</li>}
        </ul>
      )}
    </li>
  );
}
