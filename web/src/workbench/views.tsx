import { currentOf } from "@mossy/contract/currentOf";
import { useQuery } from "@tanstack/react-query";
import { Suspense, lazy, useMemo } from "react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { BlocksView } from "../blocks/blocksView.tsx";
import { rowsOfBlocks } from "../blocks/useHeld.ts";
import { InputView } from "../sheet/inputView.tsx";
import { RemarksView } from "../remarks/remarksView.tsx";
import { SheetView } from "../sheet/sheetView.tsx";
import { LevelsView } from "../signal/levelsView.tsx";
import { Key } from "../ui/button.tsx";
import { Empty, Loading } from "../ui/states.tsx";
import { queries } from "../wire/queries.ts";
import { takeOutChosen } from "./acts.ts";
import type { Bench } from "./bench.ts";
import { About } from "./about.tsx";
import { Changes } from "./changesView.tsx";
import { DevicesView } from "./devicesView.tsx";
import { Releases } from "./releases.tsx";
import { SettingsSince } from "./whereFrom.tsx";
import { SetUp } from "./setUp.tsx";
import { Variants } from "./variants.tsx";

const MapView = lazy(() => import("../signal/mapView.tsx").then((m) => ({ default: m.MapView })));
const TimeView = lazy(() => import("../time/timeView.tsx").then((m) => ({ default: m.TimeView })));
const OrderView = lazy(() => import("../order/orderView.tsx").then((m) => ({ default: m.OrderView })));
const PlanView = lazy(() =>
  import("../instruments/plan/planView.tsx").then((m) => ({ default: m.PlanView })),
);
const Picture = lazy(() => import("../signal/picturePage.tsx").then((m) => ({ default: m.Picture })));

/** What may be changed, for views that are the same for those who only look. */
const editable = (b: Bench) => (b.may ? b.work : null);

function OrderOfTemplate({ bench: b }: { bench: Bench }) {
  const { id, name, shelf, releases, draft } = b.template;
  const latest = currentOf(releases);
  const { data } = useQuery({ ...queries.release(id, latest?.number ?? 0), enabled: latest !== undefined });
  const template = useMemo(
    () => ({ id, released: new Set(data?.session.order.map((p) => p.id)) }),
    [id, data],
  );
  return (
    <OrderView
      session={b.session}
      work={editable(b)}
      house={b.style.house}
      document={draft.id}
      name={name}
      shelf={shelf}
      ofJob={false}
      template={template}
    />
  );
}

function TrackSheet({ bench: b }: { bench: Bench }) {
  const frames = useMemo(() => rowsOfBlocks(b.held), [b.held]);
  if (b.session.tracks.length === 0)
    return (
      <Empty title="No tracks yet">
        {b.may ? (
          <>
            Press <Key>A</Key> and type or paste the names, one a line, or{" "}
            <Link to={`/library/${b.template.id}/instruments`} className="text-moss hover:underline">
              plan sampled instruments
            </Link>
            .
          </>
        ) : (
          "The lead has not laid this template out yet."
        )}
      </Empty>
    );
  return (
    <SheetView
      style={b.style}
      session={b.session}
      findings={b.findings}
      work={editable(b)}
      frames={frames}
      signs={b.signs}
      compact={b.compact}
      onDense={() => b.setCompact(!b.compact)}
      selection={b.selection}
      onSelect={b.choose}
      find={b.find}
      onFind={b.setFind}
      focusFind={b.wish === "find"}
      onFocused={() => b.setWish(null)}
      showing={b.shows}
      onShow={b.setShows}
      onEditView={() => b.setSide("shows")}
      onTakeOut={() => takeOutChosen(b)}
      onPasteNames={(text) => {
        b.setPasted(text);
        b.setSide("add");
      }}
    />
  );
}

/** Each view by its address. Where nothing is chosen on the page itself, it has the whole width. */
export const VIEWS: Readonly<
  Record<string, { readonly alone: boolean; readonly draw: (b: Bench) => ReactNode }>
> = {
  sheet: { alone: false, draw: (b) => <TrackSheet bench={b} /> },
  inputs: {
    alone: true,
    draw: (b) => (
      <InputView
        style={b.style}
        session={b.session}
        findings={b.findings.byTrack}
        work={editable(b)}
        document={b.template.draft.id}
        title={b.template.name}
      />
    ),
  },
  map: {
    alone: false,
    draw: (b) => (
      <Suspense fallback={<Loading />}>
        <MapView
          session={b.session}
          selected={b.selection.at}
          onSelect={b.select}
          work={editable(b)}
          title={b.template.name}
        />
      </Suspense>
    ),
  },
  picture: {
    alone: false,
    draw: (b) => (
      <Suspense fallback={<Loading />}>
        <Picture
          style={b.style}
          session={b.session}
          selected={b.selection.at}
          onSelect={b.select}
          work={editable(b)}
        />
      </Suspense>
    ),
  },
  levels: {
    alone: false,
    draw: (b) => <LevelsView session={b.session} work={editable(b)} onSelect={b.select} />,
  },
  time: {
    alone: true,
    draw: (b) => (
      <Suspense fallback={<Loading />}>
        <TimeView
          session={b.session}
          work={editable(b)}
          house={b.style.house}
          ofJob={false}
          also={
            b.may &&
            b.session.order.length === 0 && (
              <Link to={`/library/${b.template.id}/order`} className="text-sm text-moss hover:underline">
                Begin a running order
              </Link>
            )
          }
          onTrack={(id) => b.inSheet([id])}
        />
      </Suspense>
    ),
  },
  order: {
    alone: true,
    draw: (b) => (
      <Suspense fallback={<Loading />}>
        <OrderOfTemplate bench={b} />
      </Suspense>
    ),
  },
  instruments: {
    alone: true,
    draw: (b) => (
      <Suspense fallback={<Loading />}>
        <PlanView
          style={b.style}
          session={b.session}
          work={editable(b)}
          document={b.template.draft.id}
          title={b.template.name}
          to={`/library/${b.template.id}`}
          onTrack={(id) => b.inSheet([id])}
          onView={(id, view) => {
            b.select(id);
            b.goTo(`/${view}`);
          }}
        />
      </Suspense>
    ),
  },
  session: {
    alone: true,
    draw: (b) => (
      <SetUp session={b.session} work={editable(b)} onSelect={b.inSheet}>
        <SettingsSince
          template={b.template.id}
          latest={b.template.releases[0]?.number ?? 0}
          revision={b.work.revision}
        />
      </SetUp>
    ),
  },
  variants: {
    alone: true,
    draw: (b) => <Variants template={b.template} session={b.session} style={b.style} work={editable(b)} />,
  },
  blocks: {
    alone: true,
    draw: (b) => (
      <BlocksView
        style={b.style}
        session={b.session}
        held={b.held}
        work={editable(b)}
        self={b.template.id}
        bringAt={null}
        onShow={b.inSheet}
      />
    ),
  },
  remarks: {
    alone: true,
    draw: (b) => (
      <RemarksView
        of={{ sort: "template", id: b.template.id }}
        session={b.session}
        whole={`the ${b.template.kind}`}
        onShow={(track) => b.inSheet([track])}
      />
    ),
  },
  devices: { alone: true, draw: (b) => <DevicesView bench={b} /> },
  changes: { alone: true, draw: (b) => <Changes template={b.template} session={b.session} /> },
  releases: { alone: true, draw: (b) => <Releases template={b.template} work={editable(b)} /> },
  about: { alone: true, draw: (b) => <About template={b.template} may={b.may} /> },
};
