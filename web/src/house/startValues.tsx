import { startInWords } from "@mossy/core/house/starts";
import type { StartValues } from "@mossy/core/house/house";
import { startValues } from "@mossy/core/house/house";
import type { Role } from "@mossy/core/words/wordlist";
import { CHANNEL_FORMATS, SOURCES } from "@mossy/core/session/document";
import { X } from "lucide-react";
import { useState } from "react";
import { LedValue, isLed } from "./ledValue.tsx";
import { Field, Input } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { useTypedInput } from "../ui/useTyped.ts";

type Name = keyof StartValues;
const NAMES: readonly (readonly [name: Name, label: string, hint: string])[] = [
  ["level", "Level, dB", "−144 to 24"],
  ["pan", "Pan, left − right +", "−100 to 100"],
  ["aside", "Out to its side", "0 to 100"],
  ["width", "Width, %", "0 to 200"],
  ["polarity", "Polarity", ""],
  ["format", "Format", ""],
  ["source", "Input from", ""],
  ["channel", "MIDI channel", "1 to 16"],
  ["controllers", "Controllers", "7 at 90, 11 at 127"],
  ["transpose", "Sounds, semitones from written", "−48 to 48"],
  ["armed", "Armed", ""],
  ["monitor", "Monitor", ""],
  ["notes", "Note", ""],
  ["chain", "Chain", "EQ (bypassed), Compressor (Ratio = 4:1, keyed by Kick)"],
  ["sends", "Sends", "to Plate reverb at −16 dB, from Main at 0 dB"],
  ["pattern", "Pattern", ""],
  ["sounds", "Folder of sounds", ""],
];
/** What a value begins with that is added; what has to be chosen begins with nothing. */
const FIRST: StartValues = {
  level: -8,
  pan: 0,
  aside: 50,
  width: 100,
  polarity: "inverted",
  format: "stereo",
  source: "mic",
  channel: 1,
  controllers: [{ controller: 7, value: 90 }],
  transpose: -12,
  armed: true,
  monitor: "auto",
  notes: "…",
  chain: [{ kind: "EQ", values: [], bypassed: true, width: null, keyedBy: null }],
};
const CHOICES: Partial<Record<Name, readonly string[]>> = {
  polarity: ["normal", "inverted"],
  format: CHANNEL_FORMATS,
  source: SOURCES,
  armed: ["yes", "no"],
  monitor: ["auto", "on", "off"],
};

/** The values a line gives: those it names, each to change or take out, and the rest to add. */
export function StartValuesEditor({
  values,
  roles,
  onChange,
}: {
  values: StartValues;
  roles: readonly Role[];
  onChange: ((next: StartValues) => void) | null;
}) {
  /** What was asked for and is still to be chosen. */
  const [choosing, choose] = useState<Name | null>(null);
  const named = NAMES.filter(([n]) => values[n] !== undefined || n === choosing);
  const set = (name: Name, value: unknown): boolean => {
    const read = startValues.safeParse({ ...values, [name]: value });
    if (read.success) onChange?.(read.data);
    return read.success;
  };
  const nameOf = (id: string): string => roles.find((r) => r.id === id)?.name ?? id;
  return (
    <div className="flex flex-col gap-2">
      {named.map(([name, label, hint]) => (
        <div key={name} className="flex items-end gap-1">
          <div className="min-w-0 flex-1">
            {isLed(name) ? (
              <LedValue
                {...{ name, label, hint, values, roles }}
                onSet={onChange && ((v) => set(name, v))}
              />
            ) : (
              <OneValue
                name={name}
                label={label}
                hint={hint}
                value={values[name]}
                readOnly={!onChange}
                onSet={(v) => set(name, v)}
              />
            )}
          </div>
          {onChange && (
            <button
              type="button"
              aria-label={`Without ${label}`}
              className="grid size-7 place-items-center rounded-sm hover:bg-sunk"
              onClick={() => {
                const { [name]: gone, ...rest } = values;
                choose(null);
                if (gone !== undefined) onChange(rest);
              }}
            >
              <X size={14} aria-hidden />
            </button>
          )}
        </div>
      ))}
      {named.length === 0 && <p className="text-sm text-ink-2">It names no value yet.</p>}
      {onChange && named.length < NAMES.length && (
        <Select
          small
          aria-label="Add a value"
          className="w-fit"
          value=""
          onChange={(e) => {
            const name = NAMES.find(([n]) => n === e.target.value)?.[0];
            if (!name) return;
            if (FIRST[name] === undefined) choose(name);
            else set(name, FIRST[name]);
          }}
        >
          <option value="">Add a value…</option>
          {NAMES.filter(([n]) => values[n] === undefined).map(([n, label]) => (
            <option key={n} value={n}>
              {label.split(",")[0]}
            </option>
          ))}
        </Select>
      )}
      {Object.keys(values).length > 0 && (
        <p className="text-sm text-ink-2">In words: {startInWords(values, nameOf)}.</p>
      )}
    </div>
  );
}

function OneValue({
  name,
  label,
  hint,
  value,
  readOnly,
  onSet,
}: {
  name: Name;
  label: string;
  hint: string;
  value: unknown;
  readOnly: boolean;
  onSet: (value: unknown) => boolean;
}) {
  const shown =
    name === "controllers" && Array.isArray(value)
      ? (value as { controller: number; value: number }[])
          .map((c) => `${c.controller} at ${c.value}`)
          .join(", ")
      : String(value);
  const { off, input } = useTypedInput(shown, (typed) => onSet(readAs(name, typed)));
  const choices = CHOICES[name];
  if (choices)
    return (
      <Field label={label}>
        <Select
          small
          disabled={readOnly}
          value={name === "armed" ? (value === true ? "yes" : "no") : String(value)}
          onChange={(e) => {
            onSet(name === "armed" ? e.target.value === "yes" : e.target.value);
          }}
        >
          {choices.map((c) => (
            <option key={c} value={c}>
              {c === "di" ? "DI" : c}
            </option>
          ))}
        </Select>
      </Field>
    );
  return (
    <Field label={label} problem={off ? hint : null}>
      <Input small readOnly={readOnly} className={name === "notes" ? "" : "font-mono"} {...input} />
    </Field>
  );
}

function readAs(name: Name, text: string): unknown {
  if (name === "notes") return text;
  if (name === "controllers")
    return text.split(",").map((part) => {
      const [controller, value] = part.split(/\s*(?:at|=|:)\s*/).map((n) => Number(n.trim()));
      return { controller, value };
    });
  return text.trim() === "" ? Number.NaN : Number(text.replace("−", "-").replace(",", "."));
}
