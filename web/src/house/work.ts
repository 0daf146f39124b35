import type { HouseDraft } from "@mossy/contract/house";
import { differences } from "@mossy/core/house/differences";
import { house as houseSchema } from "@mossy/core/house/house";
import type { House } from "@mossy/core/house/house";
import type { HousePiece } from "@mossy/core/house/pieces";
import { plainChange } from "@mossy/core/plain/change";
import { plainDiff } from "@mossy/core/plain/diff";
import type { PlainChange } from "@mossy/core/plain/change";
import type { Style } from "@mossy/core/house/style";
import { useEffect, useMemo, useSyncExternalStore } from "react";
import { useOutletContext } from "react-router";
import { ask } from "../wire/ask.ts";
import { hear } from "../wire/news.ts";
import { mention } from "../ui/toasts.tsx";
import type { ClashWords } from "../documents/clashes.tsx";
import type { Workpiece, WorkpieceState } from "../documents/workpiece.ts";
import type { Clash } from "../documents/rules.ts";
import { HOUSE_STYLE, workpieceFor, heardOf, taken } from "../documents/workpieces.ts";
import { plainClash, plainRules } from "../documents/plainRules.ts";

/** What every page of the house style works with. */
export interface HouseWork {
  readonly house: House;
  /** The draft made ready for reading and dressing. */
  readonly style: Style;
  /** Changes the draft; null for who may only look. */
  readonly change: ((next: House) => void) | null;
  /** Number of the next edition. */
  readonly next: number;
  /** What differs from the edition in force, in sentences; null until both are there. */
  readonly changes: readonly string[] | null;
  readonly saved: boolean;
  /** The draft's revision as the house has it. */
  readonly revision: number;
  /**
   * Takes one change of the draft back: it says there what the edition in force says. Null for who may only
   * look.
   */
  readonly takeBack: ((piece: HousePiece) => void) | null;
}

export const useHouseWork = (): HouseWork => useOutletContext<HouseWork>();

hear((news) => {
  if (news.kind === "house-draft") heardOf(HOUSE_STYLE, news.revision);
});

function houseWorkpiece(draft: HouseDraft): Workpiece<House, PlainChange> {
  return workpieceFor(HOUSE_STYLE, {
    rules: plainRules(),
    change: plainChange,
    house: {
      send: (revision, changes, key) =>
        ask("editHouse", {}, { revision, changes: [...changes] }, key).catch(taken),
      load: () =>
        ask("house", {})
          .then((h) => ({ revision: h.draft.revision, doc: h.draft.house }))
          .catch(taken),
    },
    start: { revision: draft.revision, doc: draft.house, savedAt: new Date(draft.updatedAt) },
  });
}

/**
 * The draft of the house style as it is worked on in this window: like a session, undone without limit,
 * also after a reload.
 */
export function useHouseDraft(draft: HouseDraft): {
  work: Workpiece<House, PlainChange>;
  state: WorkpieceState<House, PlainChange>;
  change: (next: House) => void;
} {
  // oxlint-disable-next-line react-hooks/exhaustive-deps
  const work = useMemo(() => houseWorkpiece(draft), []);
  useEffect(() => heardOf(HOUSE_STYLE, draft.revision), [draft.revision]);
  const state = useSyncExternalStore(work.subscribe, work.state);
  const { doc } = state;
  const change = (next: House): void => editHouse(work, doc, next, differences(doc, next)[0] ?? "edit");
  return { work, state, change };
}

/** Goes on with edits of the draft that had not reached the house, on whatever page. */
export async function goOnWithHouse(): Promise<void> {
  await ask("house", {}).then(
    ({ draft }) => {
      houseWorkpiece(draft);
    },
    () => undefined,
  );
}

/**
 * Brings the draft from one state to another, unless it would not hold together: then what is in the way is
 * said and it stays as it is.
 */
export function editHouse(
  work: Workpiece<House, PlainChange>,
  from: House,
  next: House,
  label: string,
): void {
  const whole = houseSchema.safeParse(next);
  if (whole.success) {
    work.edit(plainDiff(from, whole.data), label.replace(/\.$/, ""));
    return;
  }
  const why = whole.error.issues[0]?.message ?? "something is off";
  mention(`The draft would not hold together: ${why}. It stays as it is.`, { weight: "look" });
}

/** A clash of the house style in words. */
export const clashOfHouse = (house: House, clash: Clash<PlainChange>): ClashWords =>
  plainClash(house, clash, (at) => ({ name: at.at(-2) ?? clash.label, what: at.at(-1) ?? "" }));
