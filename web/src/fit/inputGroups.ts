import type { Room } from "@mossy/core/fit/room";

export interface InputGroup {
  from: number;
  to: number;
  readonly label: string;
  readonly phantom: boolean;
}

/** Neighbouring inputs of one kind as one line: 1 to 4, mic preamp, 48 V. */
export function inputGroups(room: Pick<Room, "inputs">): InputGroup[] {
  const groups: InputGroup[] = [];
  for (const i of room.inputs) {
    const last = groups.at(-1);
    if (last && last.to === i.number - 1 && last.label === i.label && last.phantom === i.phantom)
      last.to = i.number;
    else groups.push({ from: i.number, to: i.number, label: i.label, phantom: i.phantom });
  }
  return groups;
}
