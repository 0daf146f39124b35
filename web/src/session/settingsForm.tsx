import { sessionStart } from "@mossy/core/house/house";
import type { SessionStart } from "@mossy/core/house/house";
import { CHANNEL_FORMATS, FRAME_RATES, PAN_LAWS } from "@mossy/core/session/document";
import type { PanLaw } from "@mossy/core/session/document";
import { useState } from "react";
import type { ReactNode } from "react";
import { TextField } from "../ui/textField.tsx";
import { Field } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Options } from "../ui/chooser.tsx";
import { LanesField } from "./lanesField.tsx";

const LAW_WORDS: Readonly<Record<PanLaw, string>> = {
  "constant-power": "constant power, −3.0 dB",
  compromise: "compromise, −4.5 dB",
  linear: "linear, −6.0 dB",
};

type Choices = readonly (readonly [value: string | number, name: string])[];
const RATES: Choices = [44100, 48000, 88200, 96000, 176400, 192000].map((r) => [r, `${r / 1000} kHz`]);
const DEPTHS: Choices = [
  [16, "16 bit"],
  [24, "24 bit"],
  [32, "32 bit float"],
];
const FILE_TYPES: Choices = [
  ["wav", "Wave"],
  ["broadcast-wav", "Broadcast Wave"],
];
const FORMATS: Choices = CHANNEL_FORMATS.map((f) => [f, f]);
const METERS = ["4/4", "3/4", "2/4", "2/2", "6/8", "9/8", "12/8", "5/4", "7/8"];
const LAWS: Choices = PAN_LAWS.map((l) => [l, LAW_WORDS[l]]);
const FRAMES: Choices = [["", "no picture"], ...FRAME_RATES.map((r) => [r, r] as const)];

/**
 * What a session runs at: rate, depth, tempo, main format, where the music starts.
 * @param children further fields, in the same grid
 */
export function SettingsForm({
  label,
  start,
  onChange,
  children,
}: {
  label: string;
  start: SessionStart;
  onChange: ((next: SessionStart) => void) | null;
  children?: ReactNode;
}) {
  const [problem, setProblem] = useState<{ key: string; says: string } | null>(null);
  const set = (fields: Record<string, unknown>): boolean => {
    const read = sessionStart.safeParse({ ...start, ...fields });
    if (read.success) onChange?.(read.data);
    return read.success;
  };
  const whole = (
    key: "tempo" | "leadIn" | "musicBar" | "preRoll",
    label: string,
    from: number,
    to: number,
    hint = `${from} to ${to}`,
  ) => (
    <TextField
      mono
      label={label}
      hint={hint}
      readOnly={!onChange}
      value={String(start[key])}
      problem={problem?.key === key ? problem.says : null}
      onSet={(v) =>
        setProblem(
          v !== "" && set({ [key]: Number(v.replace(",", ".")) })
            ? null
            : {
                key,
                says:
                  `“${v}” is no ${key === "tempo" ? "number" : "whole number"} from ` +
                  `${from} to ${to}; it stays ${start[key]}.`,
              },
        )
      }
    />
  );
  const one = (key: keyof SessionStart, label: string, choices: Choices, read: (v: string) => unknown) => (
    <Field label={label}>
      <Select
        disabled={!onChange}
        value={String(start[key] ?? "")}
        onChange={(e) => {
          set({ [key]: read(e.target.value) });
        }}
      >
        <Options of={choices} />
      </Select>
    </Field>
  );
  return (
    <form
      aria-label={label}
      className="grid max-w-4xl grid-cols-4 max-[900px]:grid-cols-2 gap-4 p-4"
      onSubmit={(e) => e.preventDefault()}
    >
      {one("sampleRate", "Sample rate", RATES, Number)}
      {one("bitDepth", "Bit depth", DEPTHS, Number)}
      {one("fileType", "File type", FILE_TYPES, String)}
      {one("mainFormat", "Main format", FORMATS, String)}
      {whole("tempo", "Tempo, bpm", 10, 400)}
      <Field label="Meter">
        <Select
          disabled={!onChange}
          value={`${start.meter.beats}/${start.meter.unit}`}
          onChange={(e) => {
            const [beats, unit] = e.target.value.split("/").map(Number);
            set({ meter: { beats, unit } });
          }}
        >
          {METERS.map((m) => (
            <option key={m}>{m}</option>
          ))}
        </Select>
      </Field>
      {whole("leadIn", "Bars of lead-in", 0, 64)}
      {whole("musicBar", "Music starts in bar", 1, 999, "Two bars of lead-in or more: bar 3 or 5, mostly.")}
      {whole("preRoll", "Bars of pre-roll", 0, 16, "What plays before recording drops in.")}
      {one("panLaw", "Pan law", LAWS, String)}
      {one("frameRate", "Frame rate", FRAMES, (v) => (v === "" ? null : v))}
      {children}
      <div className="col-span-full">
        <LanesField lanes={start.lanes} onChange={onChange && ((lanes) => set({ lanes }))} />
      </div>
    </form>
  );
}
