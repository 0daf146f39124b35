import { BALANCES } from "@mossy/core/house/instruments";
import type { HouseInstruments } from "@mossy/core/house/instruments";
import { loudnessFrom90 } from "@mossy/core/instruments/same/keyTable";
import { keyName, spanInWords, spanTyped } from "@mossy/core/session/midiKeys";
import { useMemo } from "react";
import { Button } from "../ui/button.tsx";
import { Chooser } from "../ui/chooser.tsx";
import { NumberField } from "../ui/numberField.tsx";
import type { useWholeCatalogue } from "./houseKeys.tsx";

const BALANCED = {
  volume: "controller 7, articulation by articulation",
  gain: "the gain of the instrument",
} as const;

const CONTROLLERS = [
  ["dynamics", "Dynamics by controller"],
  ["switch", "Called up by controller"],
] as const;

const number = (typed: string): number => Number(typed.trim().replace("−", "-").replace(",", "."));

/** How sampled instruments are played and how loud they are, whatever the library. */
export function SameEverywhere({
  of,
  catalogue: { known },
  onChange,
}: {
  of: HouseInstruments;
  catalogue: ReturnType<typeof useWholeCatalogue>;
  onChange: ((next: HouseInstruments) => void) | null;
}) {
  const found = useMemo(() => loudnessFrom90(known, of), [known, of]);
  const put = (more: Partial<HouseInstruments>): boolean => {
    onChange?.({ ...of, ...more });
    return onChange !== null;
  };
  const controller = (name: "dynamics" | "switch", typed: string): boolean => {
    const n = number(typed);
    return typed.trim() !== "" && Number.isInteger(n) && n >= 0 && n <= 127 && put({ [name]: n });
  };
  const readOnly = onChange === null;
  return (
    <section aria-label="The same everywhere" className="card flex flex-col gap-3 p-3.5">
      <h2 className="font-semibold">The same everywhere</h2>
      <NumberField
        label="Among the keys"
        value={spanInWords(of.among)}
        hint={`from a key to a key, as ${keyName(21)}–${keyName(108)}`}
        text
        readOnly={readOnly}
        onSet={(typed) => {
          const among = spanTyped(typed);
          return among !== null && put({ among: { low: among.low, high: among.high } });
        }}
      />
      <div className="grid grid-cols-2 gap-2">
        {CONTROLLERS.map(([name, label]) => (
          <NumberField
            key={name}
            label={label}
            value={String(of[name])}
            hint="0 to 127"
            readOnly={readOnly}
            onSet={(typed) => controller(name, typed)}
          />
        ))}
        <NumberField
          label="As loud as, LUFS"
          value={of.loudness === null ? "" : String(of.loudness).replace("-", "−")}
          hint="−80 to 0, or nothing"
          placeholder="not said"
          readOnly={readOnly}
          onSet={(typed) => {
            if (typed.trim() === "") return put({ loudness: null });
            const n = number(typed);
            return n >= -80 && n <= 0 && put({ loudness: n });
          }}
        />
        <NumberField
          label="Headroom, dB"
          value={String(of.headroom)}
          hint="0 to 40"
          readOnly={readOnly}
          onSet={(typed) => {
            const n = number(typed);
            return typed.trim() !== "" && n >= 0 && n <= 40 && put({ headroom: n });
          }}
        />
      </div>
      {found !== null && found !== of.loudness && (
        <p className="flex items-center gap-2 text-sm text-ink-2">
          <span className="min-w-0 flex-1">
            At {String(found).replace("-", "−")} LUFS half of all starts from above controller 7 at 90.
          </span>
          {onChange && (
            <Button small onClick={() => put({ loudness: found })}>
              Take it
            </Button>
          )}
        </p>
      )}
      <Chooser<HouseInstruments["balance"]>
        label="Brought there by"
        value={of.balance}
        options={BALANCES.map((b) => [b, BALANCED[b]])}
        onChoose={onChange && ((balance) => balance && put({ balance }))}
      />
      <p className="text-sm text-ink-2">
        Notes are moved so that a track sounds where its starting values say; a piccolo an octave above
        where it is written. Templates take all of this over when their tracks are planned.
      </p>
    </section>
  );
}
