import { clsx } from "clsx";
import { liesInWords } from "@mossy/core/house/wordDifferences";
import type { House } from "@mossy/core/house/house";
import { POSITION_GROUPS, panSide } from "@mossy/core/words/wordlist";
import type { Position, PositionGroup } from "@mossy/core/words/wordlist";
import { sharedShortForms } from "@mossy/core/words/clashes";
import { useMemo } from "react";
import { useSearchParams } from "react-router";
import { Choice } from "../ui/sideBySide.tsx";
import { AlertLine, ListPage, OpenButton, Scroll, Table, openLine } from "../ui/listPage.tsx";
import { NewPosition } from "./newPosition.tsx";
import { PositionPanel } from "./positionPanel.tsx";
import { WhatChanges, useSample } from "./sample.tsx";
import { useHouseWork } from "./work.ts";

const GROUPS: Readonly<Record<PositionGroup, readonly [name: string, says: string]>> = {
  maker: ["Sample makers", "Codes for whose library plays, first in a name."],
  part: ["Parts", "What it plays or which version of it this is."],
  articulation: ["Articulations", "How it is played: long, short, muted, trilled."],
  height: ["Heights", "Top and bottom, high and low."],
  depth: ["Depths", "In, out, front, back."],
  distance: ["Distances", "How far the microphone stands."],
  side: ["Sides", "Named by what they hang over, so that nobody asks whose left is meant."],
  source: ["Pick-ups", "What it is picked up with."],
  flag: ["Flags", "What whoever plays or edits the track should know."],
};
const TOUCHES = ["name", "start", "reading"] as const;

/**
 * Words that stand beside a role in a name, each kind a list of its own; sides turn into pan directions
 * here.
 */
export default function BesidePage() {
  const { house, change } = useHouseWork();
  const [params, setParams] = useSearchParams();
  const group = POSITION_GROUPS.find((g) => g === params.get("group")) ?? "side";
  const chosen = house.words.positions.find((p) => p.id === params.get("line"));
  const list = house.words.positions.filter((p) => p.group === group);
  const { session, pick } = useSample();
  const shared = useMemo(() => sharedShortForms(house.words), [house.words]);
  const clashes = house.words.positions.filter((p) => shared.has(p.id));
  return (
    <ListPage
      label={GROUPS[group][0]}
      width="290px"
      lists={<GroupList house={house} current={group} onOpen={(g) => setParams({ group: g })} />}
      bar={
        <>
          <h2 className="min-w-0 font-semibold">
            {GROUPS[group][0]} <span className="font-normal text-ink-2">{GROUPS[group][1]}</span>
          </h2>
          {group === "side" && <SeenBy house={house} onChange={change} />}
        </>
      }
      foot={
        change && (
          <NewPosition
            key={group}
            house={house}
            group={group}
            onAdd={(next, id) => {
              change(next);
              setParams({ group, line: id });
            }}
          />
        )
      }
      selected={
        <>
          {chosen && chosen.group === group ? (
            <PositionPanel
              key={chosen.id}
              house={house}
              one={chosen}
              onChange={change}
              onGone={() => setParams({ group })}
            />
          ) : (
            <p className="card p-3.5 text-sm text-ink-2">Choose a line to see and change all of it.</p>
          )}
          <WhatChanges session={session} pick={pick} of={TOUCHES} />
        </>
      }
    >
      {clashes.length > 0 && (
        <AlertLine look="look" across>
          {clashes.map((p) => `“${p.name}”`).join(", ")} share short forms: names made with them cannot be
          told apart. Give each its own.
        </AlertLine>
      )}
      <Scroll>
        <Table head={group === "side" ? [...COLUMNS, ["Lies, so it starts", "w-[34%]"]] : COLUMNS}>
          {list.map((p) => (
            <PositionLine
              key={p.id}
              house={house}
              one={p}
              here={p.id === chosen?.id}
              clash={shared.has(p.id)}
              onOpen={() => setParams({ group, line: p.id })}
            />
          ))}
        </Table>
        {list.length === 0 && <p className="p-6 text-center text-ink-2">None yet. Add the first below.</p>}
      </Scroll>
    </ListPage>
  );
}

const COLUMNS = [
  ["Name", "w-[23%] px-3.5"],
  ["In names", "w-[14%]"],
  ["Also heard as", ""],
] as const;

function GroupList({
  house,
  current,
  onOpen,
}: {
  house: House;
  current: PositionGroup;
  onOpen: (group: PositionGroup) => void;
}) {
  return (
    <nav aria-label="Lists" className="card flex min-h-0 flex-col p-2">
      <h2 className="px-2 pt-1 pb-1.5 text-xs font-semibold text-ink-2">Lists</h2>
      <ul className="min-h-0 flex-1 overflow-y-auto">
        {POSITION_GROUPS.map((g) => (
          <li key={g}>
            <button
              type="button"
              aria-current={g === current ? "true" : undefined}
              onClick={() => onOpen(g)}
              className={clsx(
                "flex w-full items-center rounded-sm px-2 py-1.5 text-left",
                g === current ? "bg-moss-soft" : "hover:bg-bg",
              )}
            >
              <span className="font-semibold">{GROUPS[g][0]}</span>
              <span className="ml-auto text-xs text-ink-2">
                {house.words.positions.filter((p) => p.group === g).length}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </nav>
  );
}

/** From where the house looks when a side becomes a pan direction. */
function SeenBy({ house, onChange }: { house: House; onChange: ((next: House) => void) | null }) {
  return (
    <span className="ml-auto flex shrink-0 items-center gap-2 text-sm">
      Seen by the{" "}
      <Choice
        label="From where the house looks"
        value={house.view}
        choices={[
          ["player", "player"],
          ["audience", "audience"],
        ]}
        onChoose={onChange ? (view) => onChange({ ...house, view }) : null}
      />
    </span>
  );
}

function PositionLine({
  house,
  one,
  here,
  clash,
  onOpen,
}: {
  house: House;
  one: Position;
  here: boolean;
  clash: boolean;
  onOpen: () => void;
}) {
  const heard = one.heard.map((h) => h.text).join(", ");
  return (
    <tr className={openLine(here)}>
      <td className="truncate px-3.5 py-[7px]">
        <OpenButton here={here} onOpen={onOpen}>
          {one.name}
        </OpenButton>
      </td>
      <td className="font-mono text-sm">
        {one.short}
        {clash && (
          <span
            className={clsx(
              "ml-2 rounded-full bg-lantern-soft px-2 py-0.5 font-sans text-xs font-semibold",
              "text-lantern",
            )}
            title="Another one is written the same: names made with either look the same."
          >
            clash
          </span>
        )}
      </td>
      <td className="truncate pr-3 text-sm text-ink-2" title={heard}>
        {heard}
      </td>
      {one.group === "side" && (
        <td className="truncate pr-3 text-sm">
          <WhereItLies one={one} house={house} />
        </td>
      )}
    </tr>
  );
}

function WhereItLies({ one, house }: { one: Position; house: House }) {
  if (one.lies === null) return <span className="text-ink-2">on no side</span>;
  if (one.lies === "left" || one.lies === "right") return <>{liesInWords(one.lies)}</>;
  return (
    <>
      {liesInWords(one.lies)} <span aria-hidden>→</span>{" "}
      <span className="font-semibold">{panSide(one, house.view) < 0 ? "left" : "right"}</span>
    </>
  );
}
