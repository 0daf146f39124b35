import { freeId } from "../session/freeId.ts";
import { idOf } from "../words/usual/index.ts";
import type { Position, PositionGroup } from "../words/wordlist.ts";
import { houseProblems } from "./house.ts";
import type { House } from "./house.ts";

const withPositions = (house: House, positions: Position[]): House => ({
  ...house,
  words: { ...house.words, positions },
});

/**
 * The house with a position (side, articulation, code, flag…) of other values. @returns what is wrong
 * instead, where it cannot be
 */
export function withPosition(
  house: House,
  id: string,
  fields: Partial<Omit<Position, "id">>,
): { house: House } | { problem: string } {
  return sound(
    withPositions(
      house,
      house.words.positions.map((p) => (p.id === id ? { ...p, ...fields } : p)),
    ),
  );
}

/** The house with one more at the end of its group. */
export function addPosition(
  house: House,
  group: PositionGroup,
  name: string,
  short: string,
): { house: House; id: string } | { problem: string } {
  const said = name.trim();
  const base = idOf(said);
  if (base === "") return { problem: "Give it a name with at least one letter." };
  const id = freeId(base, house.words.positions);
  const made: Position = {
    id,
    name: said,
    short: short.trim() || said.slice(0, 12),
    group,
    heard: [],
    lies: null,
    says: "",
  };
  const last = house.words.positions.findLastIndex((p) => p.group === group);
  const at = last < 0 ? house.words.positions.length : last + 1;
  const next = sound(withPositions(house, house.words.positions.toSpliced(at, 0, made)));
  return "problem" in next ? next : { ...next, id };
}

/** The house without it, and without it wherever roles, starting values and house keys speak of it. */
export function removePosition(house: House, id: string): House {
  const without = (ids: readonly string[]): string[] => ids.filter((x) => x !== id);
  return {
    ...withPositions(
      house,
      house.words.positions.filter((p) => p.id !== id),
    ),
    words: {
      ...house.words,
      positions: house.words.positions.filter((p) => p.id !== id),
      roles: house.words.roles.map((r) =>
        r.positions.includes(id) ? { ...r, positions: without(r.positions) } : r,
      ),
    },
    // A starting value that spoke of this position alone would speak of everything without it.
    starts: house.starts
      .filter((s) => !(s.when.positions.length === 1 && s.when.positions[0] === id))
      .map((s) => ({ ...s, when: { ...s.when, positions: without(s.when.positions) } })),
    sampled: { ...house.sampled, alone: without(house.sampled.alone) },
    instruments: {
      ...house.instruments,
      ways: house.instruments.ways.filter((w) => !w.words.includes(id)),
    },
  };
}

/**
 * The house with a position one place up or down among those of its group: that is the order names and
 * tracks follow.
 */
export function movePosition(house: House, id: string, by: -1 | 1): House {
  const list = house.words.positions;
  const from = list.findIndex((p) => p.id === id);
  const group = list[from]?.group;
  for (let to = from + by; to >= 0 && to < list.length; to += by) {
    const other = list[to];
    if (other?.group !== group) continue;
    const next = [...list];
    const [moved] = next.splice(from, 1);
    if (moved) next.splice(to, 0, moved);
    return withPositions(house, next);
  }
  return house;
}

function sound(house: House): { house: House } | { problem: string } {
  const [problem] = houseProblems(house);
  return problem ? { problem: `That does not work: ${problem.message}.` } : { house };
}
