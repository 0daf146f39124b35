import type { MoveWish } from "../disk/moves.ts";
import type { DeliveryLook } from "./look.ts";

/** What would name the files of a delivery as the house names them, each where it lies. */
export const wishesFor = ({ rows }: Pick<DeliveryLook, "rows">): MoveWish[] =>
  rows.flatMap(({ file, name }) =>
    name.right === null ? [] : [{ from: file.path, into: null, name: name.right }],
  );
