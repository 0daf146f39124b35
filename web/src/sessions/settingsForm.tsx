import { sessionStart } from "@mossy/core/house/house";
import type { SessionStart } from "@mossy/core/house/house";
import { CHANNEL_FORMATS } from "@mossy/core/session/document";
import { TextField } from "../house/textField.tsx";
import { Field, Select } from "../ui/pieces.tsx";

/** What a session runs at: rate, depth, tempo, main path, where the music starts. */
export function SettingsForm({ label, start, onChange }: { label: string; start: SessionStart; onChange: ((next: SessionStart) => void) | null }) {
  const set = (fields: Record<string, unknown>): void => { const read = sessionStart.safeParse({ ...start, ...fields }); if (read.success) onChange?.(read.data); };
  const whole = (key: "tempo" | "leadIn" | "musicBar", label: string, hint: string) => <TextField mono label={label} hint={hint} readOnly={!onChange} value={String(start[key])} onSet={(v) => { set({ [key]: Number(v) }); }} />;
  const one = (key: keyof SessionStart, label: string, choices: readonly (readonly [string | number, string])[], read: (v: string) => unknown) => <Field label={label}><Select disabled={!onChange} value={String(start[key])} onChange={(e) => { set({ [key]: read(e.target.value) }); }}>{choices.map(([v, n]) => <option key={v} value={v}>{n}</option>)}</Select></Field>;
  return (
    <form aria-label={label} className="grid max-w-2xl grid-cols-3 gap-4 p-4" onSubmit={(e) => { e.preventDefault(); }}>
      {one("sampleRate", "Sample rate", [44100, 48000, 88200, 96000, 176400, 192000].map((r) => [r, `${r / 1000} kHz`]), Number)}
      {one("bitDepth", "Bit depth", [[16, "16 bit"], [24, "24 bit"], [32, "32 bit float"]], Number)}
      {one("fileType", "File type", [["wav", "Wave"], ["broadcast-wav", "Broadcast Wave"]], String)}
      {whole("tempo", "Tempo, bpm", "10 to 400")}
      <Field label="Meter"><Select disabled={!onChange} value={`${start.meter.beats}/${start.meter.unit}`} onChange={(e) => { const [beats, unit] = e.target.value.split("/").map(Number); set({ meter: { beats, unit } }); }}>{["4/4", "3/4", "2/4", "2/2", "6/8", "9/8", "12/8", "5/4", "7/8"].map((m) => <option key={m}>{m}</option>)}</Select></Field>
      {one("mainFormat", "Main path", CHANNEL_FORMATS.map((f) => [f, f]), String)}
      {whole("leadIn", "Bars of lead-in", "0 to 64")}
      {whole("musicBar", "Music starts in bar", "At least two bars of lead-in: bar 3 or 5, mostly.")}
    </form>
  );
}
