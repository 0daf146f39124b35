import type { Piece } from "@mossy/core/order/pieces";
import { pieceName } from "@mossy/core/order/words";
import { LATEST } from "@mossy/core/session/item";
import type { Anchor } from "@mossy/core/session/pieces";
import { placeIn, timeInWords } from "@mossy/core/session/time";
import { useState } from "react";
import { NumberField } from "../ui/numberField.tsx";
import { Field } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Options } from "../ui/chooser.tsx";
import type { Option } from "../ui/chooser.tsx";

/** Seconds after something, or, with a sign before them, before it. */
const plusInWords = (plus: number): string => {
  const long = Math.round(Math.abs(plus) * 1000) / 1000;
  return `${plus < 0 ? "−" : ""}${long < 60 ? long : timeInWords(long, 3)}`;
};
function plusIn(text: string): number | undefined {
  const said = text.trim();
  const before = /^[-−]/.test(said);
  const at = placeIn(before ? said.slice(1) : said);
  return at === undefined ? undefined : before ? -at : at;
}

const WAYS: readonly Option[] = [
  ["end", "the end of"],
  ["start", "the start of"],
  ["time", "a time"],
  ["close", "the fixed end"],
];

/** By what an edge of a piece is held, and how far from it. */
export function AnchorField({
  label,
  none,
  piece,
  pieces,
  value,
  here,
  onSet,
}: {
  label: string;
  /** What it means that nothing holds it; left away where something has to. */
  none: string | null;
  piece: Piece;
  pieces: readonly Piece[];
  value: Anchor | null;
  /** Where it lies now, in seconds. */
  here: number;
  onSet: (to: Anchor | null) => void;
}) {
  const others = pieces.filter((p) => p.id !== piece.id);
  const [wished, setWished] = useState<string | null>(null);
  const way = wished ?? value?.to ?? "";
  const of = value && (value.to === "end" || value.to === "start") ? value.of : "";
  const choose = (to: string): void => {
    setWished(null);
    if (to === "") onSet(null);
    else if (to === "time") onSet({ to: "time", at: Math.max(0, here) });
    else if (to === "close") onSet({ to: "close", plus: 0 });
    else if (of !== "") onSet({ to: to === "start" ? "start" : "end", of, plus: 0 });
    else setWished(to);
  };
  const hangs = way === "end" || way === "start";
  return (
    <div className="grid grid-cols-2 gap-2">
      <Field label={label}>
        <Select small value={way} onChange={(e) => choose(e.target.value)}>
          {none !== null && <option value="">{none}</option>}
          <Options of={others.length === 0 ? WAYS.slice(2) : WAYS} />
        </Select>
      </Field>
      {value?.to === "time" && !hangs ? (
        <NumberField
          text
          label="At"
          value={timeInWords(value.at, 3)}
          hint="12:30, or seconds"
          onSet={(text) => {
            const at = placeIn(text);
            if (at === undefined) return false;
            onSet({ to: "time", at });
            return true;
          }}
        />
      ) : (
        value &&
        value.to !== "time" && (
          <NumberField
            text
            label={`${label === "Starts by" ? "Air" : "After"}, s`}
            value={plusInWords(value.plus)}
            hint="2.5; −8 is before it"
            onSet={(text) => {
              const plus = plusIn(text);
              if (plus === undefined || Math.abs(plus) > LATEST) return false;
              onSet({ ...value, plus });
              return true;
            }}
          />
        )
      )}
      {hangs && (
        <div className="col-span-2 -mt-1">
          <Select
            small
            aria-label={`${label} which piece`}
            className="w-full"
            value={of}
            onChange={(e) => {
              setWished(null);
              if (e.target.value !== "")
                onSet({
                  to: way === "start" ? "start" : "end",
                  of: e.target.value,
                  plus: value && value.to !== "time" ? value.plus : 0,
                });
            }}
          >
            {of === "" && <option value="">Choose a piece…</option>}
            <Options of={others.map((p) => [p.id, pieceName(p)])} />
          </Select>
        </div>
      )}
    </div>
  );
}
