import type { House, StartRule } from "@mossy/core/house/house";
import { planHouse } from "@mossy/core/house/plan";
import { startFits, startGives, startInWords } from "@mossy/core/house/starts";
import { familyFor } from "@mossy/core/house/style";
import { CHANNEL_FORMATS } from "@mossy/core/session/document";
import { freeId } from "@mossy/core/session/freeId";
import { Plus } from "lucide-react";
import { useMemo } from "react";
import { useSearchParams } from "react-router";
import { Button } from "../ui/button.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { ChipPick } from "../ui/chipPick.tsx";
import { Programmes } from "./programmes.tsx";
import { HouseKeysView, useWholeCatalogue } from "./houseKeys.tsx";
import { SameEverywhere } from "./sameEverywhere.tsx";
import { Sampled } from "./sampled.tsx";
import { SettingsForm } from "../session/settingsForm.tsx";
import type { Style } from "@mossy/core/house/style";
import type { Session } from "@mossy/core/session/document";
import { ListPage, OpenButton, Scroll, Table, openLine } from "../ui/listPage.tsx";
import { StartRulePanel } from "./startRulePanel.tsx";
import { HouseChecklist } from "./houseChecklist.tsx";
import { movedBy } from "./order.ts";
import { WhatChanges, useSample } from "./sample.tsx";
import { Empty } from "../ui/states.tsx";
import { useHouseWork } from "./work.ts";

const TOUCHES = ["start"] as const;
const VIEWS = [
  ["tracks", "Tracks"],
  ["session", "Sessions"],
  ["sampled", "Instruments"],
  ["keys", "House keys"],
  ["checklist", "Checklist"],
] as const;

const SAYS = {
  tracks: "Asked from the top: the first line that fits and names a value decides it.",
  session: "What a new session gets.",
  sampled: "What tracks of sampled instruments are planned within; a template may say otherwise.",
  keys: "One key for one way of playing.",
  checklist: "Settings and keys every room should have; each ticks them off with a date.",
} as const;
const COLUMNS = [
  ["In words", "w-[44%] px-3.5"],
  ["Gives", "w-[38%]"],
  ["On the template", "pr-3.5 text-right"],
] as const;

/** What new tracks and sessions begin with, and what every room should have set. */
export default function StartsPage() {
  const { house, style, change } = useHouseWork();
  const [params, setParams] = useSearchParams();
  const shown = VIEWS.find(([v]) => v === params.get("show"))?.[0] ?? "tracks";
  const chosen =
    house.starts.find((s) => s.id === params.get("line")) ??
    (shown === "tracks" ? house.starts[0] : undefined);
  const { session, pick } = useSample();
  const counts = useCounts(house, style, session);
  const catalogue = useWholeCatalogue(shown === "keys");
  const setInstruments =
    change && ((instruments: House["instruments"]) => change({ ...house, instruments }));
  const put = (starts: StartRule[]): void => {
    change?.({ ...house, starts });
  };
  const add = (): void => {
    const id = freeId("start", house.starts);
    const when = { roles: [], families: [], positions: [], kinds: [] };
    put([...house.starts, { id, says: "new starting value", when, then: {} }]);
    setParams({ line: id });
  };
  return (
    <ListPage
      label="Starting values"
      width="310px"
      bar={
        <>
          <Choice
            label="What begins"
            value={shown}
            choices={VIEWS}
            onChoose={(v) => setParams(v === "tracks" ? {} : { show: v })}
          />
          <span className="text-sm text-ink-2">{SAYS[shown]}</span>
          {change && shown === "tracks" && (
            <Button small className="ml-auto shrink-0" onClick={add}>
              <Plus size={14} aria-hidden /> Add a line
            </Button>
          )}
        </>
      }
      selected={
        shown === "keys" ? (
          <SameEverywhere of={house.instruments} catalogue={catalogue} onChange={setInstruments} />
        ) : shown !== "tracks" ? null : (
          <>
            {chosen && (
              <StartRulePanel
                key={chosen.id}
                house={house}
                rule={chosen}
                onChange={change && ((rule) => put(house.starts.map((s) => (s.id === rule.id ? rule : s))))}
                onMove={change && ((by) => put(movedBy(house.starts, chosen, by)))}
                onGone={
                  change &&
                  (() => {
                    put(house.starts.filter((s) => s !== chosen));
                    setParams({});
                  })
                }
              />
            )}
            <WhatChanges session={session} pick={pick} of={TOUCHES} />
          </>
        )
      }
    >
      <Scroll>
        {shown === "tracks" && house.starts.length === 0 && (
          <Empty title="No starting values yet">
            {change
              ? "Add a line: which tracks it speaks of, and what they begin with."
              : "The leads say here what new tracks begin with."}
          </Empty>
        )}
        {shown === "tracks" && house.starts.length > 0 && (
          <StartTable
            starts={house.starts}
            counts={counts}
            chosen={chosen?.id ?? null}
            onOpen={(line) => setParams({ line })}
          />
        )}
        {shown === "session" && <SessionStarts house={house} onChange={change} />}
        {shown === "sampled" && <Sampled house={house} onChange={change} />}
        {shown === "keys" && (
          <HouseKeysView house={house} style={style} catalogue={catalogue} onChange={setInstruments} />
        )}
        {shown === "checklist" && (
          <HouseChecklist
            items={house.checklist}
            onChange={change && ((checklist) => change({ ...house, checklist }))}
          />
        )}
      </Scroll>
    </ListPage>
  );
}

/** On how many tracks of a session each line gives something. */
function useCounts(house: House, style: Style, session: Session | null): ReadonlyMap<string, number> {
  return useMemo(() => {
    const many = new Map<string, number>();
    if (!session) return many;
    const { wanted } = planHouse(style, session);
    for (const t of session.tracks) {
      const what = wanted.get(t.id)?.what;
      if (!what?.sure) continue;
      const family = familyFor(style, what);
      for (const s of house.starts)
        if (startFits(s, what, family, t.kind) && startGives(s, what, t.kind).length > 0)
          many.set(s.id, (many.get(s.id) ?? 0) + 1);
    }
    return many;
  }, [house.starts, session, style]);
}

function StartTable({
  starts,
  counts,
  chosen,
  onOpen,
}: {
  starts: readonly StartRule[];
  counts: ReadonlyMap<string, number>;
  chosen: string | null;
  onOpen: (id: string) => void;
}) {
  return (
    <Table head={COLUMNS}>
      {starts.map((s) => (
        <tr key={s.id} className={openLine(s.id === chosen)}>
          <td className="px-3.5 py-[7px]" title={s.says}>
            <OpenButton here={s.id === chosen} className="block w-full" onOpen={() => onOpen(s.id)}>
              {s.says}
            </OpenButton>
          </td>
          <td className="truncate pr-2 text-sm" title={startInWords(s.then)}>
            {startInWords(s.then) || <span className="text-lantern">nothing yet</span>}
          </td>
          <td className="pr-3.5 text-right text-sm text-ink-2">
            {counts.get(s.id) ?? 0} {counts.get(s.id) === 1 ? "track" : "tracks"}
          </td>
        </tr>
      ))}
    </Table>
  );
}

/** What a new session gets, and the formats the house works in. */
function SessionStarts({ house, onChange }: { house: House; onChange: ((next: House) => void) | null }) {
  const setFormats = (chosen: readonly string[]): void => {
    const formats = CHANNEL_FORMATS.filter((f) => chosen.includes(f));
    if (formats.length > 0) onChange?.({ ...house, formats });
  };
  return (
    <>
      <SettingsForm
        label="New sessions"
        start={house.session}
        onChange={onChange && ((session) => onChange({ ...house, session }))}
      />
      <Programmes house={house} onChange={onChange} />
      <div className="max-w-2xl border-t border-line p-4">
        <ChipPick
          label="Formats the house works in"
          empty="none"
          chosen={house.formats}
          choices={CHANNEL_FORMATS.map((f) => [f, f])}
          onChange={onChange && setFormats}
        />
        <p className="mt-1 text-xs text-ink-2">
          Tracks and paths are offered these; a track that comes in another keeps it.
        </p>
      </div>
    </>
  );
}
