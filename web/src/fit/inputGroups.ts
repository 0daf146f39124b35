import type { Room } from "@mossy/core/fit/room";

/** Neighbouring inputs or outputs of one kind as one line. */
export interface SocketGroup {
  readonly from: number;
  readonly to: number;
  readonly says: string;
}

/** "Mic preamp · 48 V", 1 to 4. */
export const inputGroups = (room: Pick<Room, "inputs">): SocketGroup[] =>
  grouped(
    room.inputs.map((i) => ({
      number: i.number,
      says: [i.label, ...(i.phantom ? ["48 V"] : []), ...(i.holds === "" ? [] : [i.holds])].join(" · "),
    })),
  );

/** "Headphone box · headphones", 3 to 10. */
export const outputGroups = (room: Pick<Room, "outputs">): SocketGroup[] =>
  grouped(
    room.outputs.map((o) => ({
      number: o.number,
      says: o.serves === "other" ? o.label : `${o.label} · ${o.serves}`,
    })),
  );

function grouped(list: readonly { readonly number: number; readonly says: string }[]): SocketGroup[] {
  const groups: SocketGroup[] = [];
  for (const { number, says } of list) {
    const last = groups.at(-1);
    if (last && last.to === number - 1 && last.says === says)
      groups[groups.length - 1] = { ...last, to: number };
    else groups.push({ from: number, to: number, says });
  }
  return groups;
}
