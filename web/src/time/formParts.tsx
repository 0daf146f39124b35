import type { PaletteColour } from "@mossy/core/house/house";
import type { Session } from "@mossy/core/session/document";
import type { Counting } from "@mossy/core/time/counted";
import { changeOnLane, endOnLane, moveOnLane } from "@mossy/core/time/laneEdits";
import type { OnLane } from "@mossy/core/time/laneRows";
import type { Workpiece } from "../documents/workpiece.ts";
import { Chooser } from "../ui/chooser.tsx";
import { NumberField } from "../ui/numberField.tsx";
import { PlaceField } from "./placeField.tsx";

export interface FormProps {
  readonly session: Session;
  readonly on: OnLane;
  readonly counting: Counting;
  readonly palette: readonly PaletteColour[];
  readonly work: Workpiece;
}

/** Where something begins on its lane. */
export function Begins({ session, on, counting, work }: FormProps) {
  return (
    <PlaceField
      label="Begins at"
      counting={counting}
      value={on.from}
      onSet={(to) => {
        const change = moveOnLane(session, on.lane, on.id, to);
        if (change) work.edit([change], "move");
      }}
    />
  );
}

/** Where it ends, if it does. */
export function Ends({
  session,
  on,
  counting,
  work,
  onNone,
}: FormProps & { readonly onNone?: () => void }) {
  return (
    <PlaceField
      label="Ends at"
      counting={counting}
      value={on.to}
      after={on.from}
      onSet={(to) => {
        const change = endOnLane(session, on.lane, on.id, to);
        if (change) work.edit([change], "length");
      }}
      {...(onNone ? { onNone } : {})}
    />
  );
}

/** A colour of the house palette, or none; one that came from elsewhere stays till another is chosen. */
export function HouseColour({
  palette,
  colour,
  onSet,
}: {
  palette: readonly PaletteColour[];
  colour: string | null;
  onSet: (to: string | null) => void;
}) {
  const known = palette.map((c): [string, string] => [c.hex.toLowerCase(), c.name]);
  const own = colour !== null && !known.some(([hex]) => hex === colour);
  return (
    <Chooser
      label="Colour"
      value={colour}
      none="as its lane"
      options={own ? [...known, [colour, colour]] : known}
      onChoose={onSet}
    />
  );
}

export function whole(text: string, least: number, most: number): number | null {
  const n = Number(text);
  return text.trim() !== "" && Number.isInteger(n) && n >= least && n <= most ? n : null;
}

/** The bar something begins with. */
export function FromBar({
  session,
  on,
  work,
  bar,
  least = 1,
}: FormProps & { readonly bar: number; readonly least?: number }) {
  return (
    <NumberField
      label="From bar"
      hint={`${least} to 99,999`}
      value={String(bar)}
      onSet={(text) => {
        const to = whole(text, least, 99_999);
        if (to === null || on.lane === "picture") return false;
        work.edit([changeOnLane(session, on.lane, on.id, { bar: to })], "move");
        return true;
      }}
    />
  );
}
