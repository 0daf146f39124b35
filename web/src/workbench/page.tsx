import { later } from "../wire/laterQueries.ts";
import type { Template } from "@mossy/contract/library";
import type { Style } from "@mossy/core/house/style";
import { useQuery } from "@tanstack/react-query";
import { Brush, Download, Info, ListPlus, TextCursorInput } from "lucide-react";
import { useState } from "react";
import type { ComponentProps } from "react";
import { Link, useParams } from "react-router";
import { isAround } from "@mossy/core/signal/speakers";
import { isBehind } from "../blocks/useHeld.ts";
import { plural } from "@mossy/core/session/plural";
import { Clashes } from "../documents/clashes.tsx";
import { NotDone, SaveWord, UndoRedo } from "../documents/workLine.tsx";
import { HereList } from "../remarks/hereList.tsx";
import { OriginPill } from "../library/laterChanges.tsx";
import { LinkStrip } from "../sheet/linkStrip.tsx";
import { SAID_KEYS } from "../sheet/sayLine.tsx";
import { Button, Key } from "../ui/button.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Views } from "../ui/sideBySide.tsx";
import { useKeyHints, useShortcuts } from "../ui/shortcuts.tsx";
import { Failed, Loading } from "../ui/states.tsx";
import { queries, useStyle } from "../wire/queries.ts";
import { tabsOf } from "./addresses.ts";
import { useBench } from "./bench.ts";
import type { Bench } from "./bench.ts";
import { currentOf } from "@mossy/contract/currentOf";
import { useChanged } from "./changesView.tsx";
import { CommandField } from "./commandField.tsx";
import { COMMANDS, possible } from "./commands.ts";
import type { CommandId } from "./commands.ts";
import { DevicesPill } from "./devicesView.tsx";
import { BottomLine } from "./findingsList.tsx";
import { PANELS } from "./panels.tsx";
import { VIEWS } from "./views.tsx";

export default function WorkbenchPage() {
  const { template = "" } = useParams();
  const { data, error, refetch } = useQuery(queries.template(template));
  const { style } = useStyle();
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Fetching the template" />;
  return <Workbench key={data.draft.id} template={data} style={style} />;
}

const NO_KEYS: typeof SAID_KEYS | readonly [] = [];

/** The keys of everything that can be done now, and the one that opens the command field. */
function useCommandKeys(bench: Bench, openField: () => void): void {
  useKeyHints(bench.may ? SAID_KEYS : NO_KEYS);
  useShortcuts([
    { keys: ".", says: "Type what you want", run: openField },
    ...possible(bench)
      .filter((c) => c.keys !== "")
      .map(({ keys, says, run }) => ({ keys, says, run: () => run(bench) })),
  ]);
}

function Workbench({ template, style }: { template: Template; style: Style }) {
  const bench = useBench(template, style);
  const { session, work, state, side, ids, findings } = bench;
  const [typing, setTyping] = useState(false);
  useCommandKeys(bench, () => setTyping(true));
  const around = isAround(session.tracks.find((t) => t.kind === "main")?.format ?? session.mainFormat);
  const view = VIEWS[bench.view];
  const ordered = session.order.length > 0 || bench.view === "order";
  const sampled = session.players.length > 0 || bench.view === "instruments";
  const alone = side === "track" && (view?.alone ?? true);
  /** Whether the panel has something to say; an empty one stays out of a narrow window. */
  const panel = !alone && (side !== "track" || ids.length > 0);
  const beside = alone
    ? ""
    : "min-[1024px]:grid-cols-[minmax(0,1fr)_276px] min-[1500px]:grid-cols-[minmax(0,1fr)_320px]";
  return (
    <div className="relative flex h-full min-h-[560px] flex-col gap-3">
      {typing && <CommandField bench={bench} onDone={() => setTyping(false)} />}
      <Head bench={bench} onType={() => setTyping(true)} />
      <div className="flex flex-wrap items-center gap-3">
        <Views
          label="Views of the template"
          views={tabsOf({ order: ordered, instruments: sampled }).map(([path, name]) => ({
            to: `/library/${template.id}${path}`,
            name: path === "/picture" && around ? "Loudspeakers" : name,
          }))}
        />
        {bench.view !== "instruments" && (
          <Buttons bench={bench} panel={panel} keys={!ordered && !sampled} />
        )}
      </div>
      <NotDone work={work} state={state} />
      <Clashes work={work} state={state} />
      <div className={`relative grid min-h-0 flex-1 gap-4 ${beside}`}>
        <section aria-label="The template" className="card min-h-0 overflow-hidden">
          {view?.draw(bench)}
        </section>
        {!alone && (
          <aside aria-label="Selected" className={`over-panel ${bench.over && panel ? "" : "shut"}`}>
            {PANELS[side](bench)}
          </aside>
        )}
      </div>
      {bench.may && <LinkStrip session={session} work={work} state={state} />}
      <BottomLine
        session={session}
        findings={findings}
        chosen={ids.length}
        onShow={() => bench.setSide(side === "findings" ? "track" : "findings")}
      />
    </div>
  );
}

/** That something is proposed to it. */
function ProposalPill({ template }: { template: string }) {
  const { data } = useQuery(later.proposals);
  const open = data?.proposals.filter((p) => p.state === "open" && p.template?.id === template) ?? [];
  if (open.length === 0) return null;
  return (
    <Link to={`/library/proposals/${open[0]?.id ?? ""}`} className="hover:underline">
      <Pill look="look">{plural(open.length, "proposal")}</Pill>
    </Link>
  );
}

/** That blocks stand in it, and how many have a newer release. */
function HeldPill({ bench: { held, template } }: { bench: Bench }) {
  if (held.length === 0) return null;
  const behind = held.filter(isBehind).length;
  return (
    <Link to={`/library/${template.id}/blocks`} className="hover:underline">
      <Pill look={behind > 0 ? "look" : "note"}>
        {plural(held.length, "block")}
        {behind > 0 ? `, ${behind} behind` : ""}
      </Pill>
    </Link>
  );
}

/** That there are open remarks. */
function RemarkPill({ bench: { remarks, template } }: { bench: Bench }) {
  if (remarks.length === 0) return null;
  return (
    <Link to={`/library/${template.id}/remarks`} className="hover:underline">
      <Pill look="note">{plural(remarks.length, "remark")}</Pill>
    </Link>
  );
}

/** What the template is called and how its draft stands. */
function Head({ bench, onType }: { bench: Bench; onType: () => void }) {
  const { template, work, state, may } = bench;
  const latest = currentOf(template.releases);
  const changed = useChanged(template, bench.session);
  const same = latest !== null && changed === 0;
  const stands = latest === null ? "Draft, never released" : `Draft after release ${latest.number}`;
  return (
    <PageHead
      crumbs={[
        ["Library", "/library"],
        [template.shelf, "/library"],
      ]}
      also={
        <>
          {template.production !== null && <Pill look="note">only {template.production}</Pill>}
          <HeldPill bench={bench} />
          <DevicesPill bench={bench} />
          <OriginPill template={template.id} origin={bench.session.origin} />
          <ProposalPill template={template.id} />
          <RemarkPill bench={bench} />
        </>
      }
      title={template.name}
      beside={
        <>
          <Pill look={same ? "ok" : "look"}>{same ? `Release ${latest.number}` : stands}</Pill>
          {template.kind === "block" && <Pill look="note">block</Pill>}
          {template.retired && <Pill>retired</Pill>}
          <Link
            to={`/library/${template.id}/about`}
            aria-label={`About this ${template.kind}`}
            title={`About this ${template.kind}: name, shelf, who uses it`}
            className="grid size-7 place-items-center rounded-sm text-ink-2 hover:bg-sunk hover:text-ink"
          >
            <Info size={16} aria-hidden />
          </Link>
        </>
      }
    >
      <HereList here={bench.here} />
      <SaveWord state={state} />
      <Button
        look="quiet"
        className="px-2"
        aria-label="Type what you want"
        title="Type what you want"
        onClick={onType}
      >
        <TextCursorInput size={15} aria-hidden /> <Key>.</Key>
      </Button>
      <Button
        look="quiet"
        className="px-2"
        aria-label={COMMANDS.file.says}
        title={COMMANDS.file.says}
        disabled={!COMMANDS.file.when(bench)}
        onClick={() => COMMANDS.file.run(bench)}
      >
        <Download size={15} aria-hidden />
      </Button>
      {may && <UndoRedo work={work} state={state} />}
      {may && (
        <Button look="main" onClick={() => COMMANDS.publish.run(bench)}>
          Publish release {(template.releases[0]?.number ?? 0) + 1}
        </Button>
      )}
    </PageHead>
  );
}

/** A button that does a command, with its key beside what it says. */
function CommandButton({
  bench,
  command,
  keyed,
  children,
}: { bench: Bench; command: CommandId; keyed: boolean } & Pick<ComponentProps<"button">, "children">) {
  const { says, keys, run } = COMMANDS[command];
  return (
    <Button className="px-2.5" onClick={() => run(bench)}>
      {children} {says} {keyed && <Key>{keys}</Key>}
    </Button>
  );
}

/** @param keys whether there is room to say which keys do the same */
function Buttons({ bench, panel, keys }: { bench: Bench; panel: boolean; keys: boolean }) {
  const { may, over, setOver } = bench;
  return (
    <div className="ml-auto flex items-center gap-2">
      {may && (
        <CommandButton bench={bench} command="add" keyed={keys}>
          <ListPlus size={15} aria-hidden />
        </CommandButton>
      )}
      {panel && (
        <Button className="px-2.5 min-[1024px]:hidden" aria-expanded={over} onClick={() => setOver(!over)}>
          {over ? "Hide the panel" : "Show the panel"}
        </Button>
      )}
      {may && (
        <CommandButton bench={bench} command="dress" keyed={keys}>
          <Brush size={15} aria-hidden />
        </CommandButton>
      )}
    </div>
  );
}
