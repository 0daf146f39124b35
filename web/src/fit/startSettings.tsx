import type { ChosenSettings } from "@mossy/core/fit/settings";
import { FILE_TYPES, FRAME_RATES, meter as meterSchema, sampleRate } from "@mossy/core/session/document";
import { timeInWords } from "@mossy/core/session/time";
import type { Session } from "@mossy/core/session/document";
import { Field, Input } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { NumberField } from "../ui/numberField.tsx";

const FILE_TYPE_SAYS = { wav: "WAV", "broadcast-wav": "Broadcast Wave" } as const;

interface Settings {
  readonly session: Session;
  readonly chosen: ChosenSettings;
  readonly onChange: (next: ChosenSettings) => void;
}
const freeIn =
  (session: Session) =>
  (f: Session["fixed"][number]): boolean =>
    !session.fixed.includes(f);

/** What the template leaves to whoever starts the session; what it fixes is shown and stays. */
export function StartSettings({ session, chosen, onChange }: Settings) {
  const now = { ...session, ...chosen };
  const free = freeIn(session);
  const meter = `${now.meter.beats}/${now.meter.unit}`;
  return (
    <section aria-label="Settings at the start" className="card flex flex-col gap-2 p-3.5">
      <h2 className="font-semibold">Settings at the start</h2>
      <div className="grid grid-cols-2 gap-2">
        <Field label={free("sampleRate") ? "Sample rate" : "Sample rate, fixed"}>
          <Select
            small
            disabled={!free("sampleRate")}
            value={now.sampleRate}
            onChange={(e) => {
              const read = sampleRate.safeParse(Number(e.target.value));
              if (read.success) onChange({ ...chosen, sampleRate: read.data });
            }}
          >
            {[44100, 48000, 88200, 96000, 176400, 192000].map((r) => (
              <option key={r} value={r}>
                {r / 1000} kHz
              </option>
            ))}
          </Select>
        </Field>
        <Field label={free("bitDepth") ? "Bit depth" : "Bit depth, fixed"}>
          <Select
            small
            disabled={!free("bitDepth")}
            value={now.bitDepth}
            onChange={(e) => {
              const to = ([16, 24, 32] as const).find((b) => String(b) === e.target.value);
              if (to) onChange({ ...chosen, bitDepth: to });
            }}
          >
            {[16, 24, 32].map((b) => (
              <option key={b} value={b}>
                {b} bit
              </option>
            ))}
          </Select>
        </Field>
        {free("tempo") ? (
          <NumberField
            label="Tempo, bpm"
            value={String(now.tempo)}
            hint="10 to 400"
            onSet={(v) => {
              const to = Number(v.replace(",", "."));
              if (!(to >= 10 && to <= 400)) return false;
              onChange({ ...chosen, tempo: to });
              return true;
            }}
          />
        ) : (
          <Field label="Tempo, fixed">
            <Input small className="font-mono" disabled value={now.tempo} />
          </Field>
        )}
        <Field label={free("meter") ? "Meter" : "Meter, fixed"}>
          <Select
            small
            disabled={!free("meter")}
            value={meter}
            onChange={(e) => {
              const [beats, unit] = e.target.value.split("/").map(Number);
              const read = meterSchema.safeParse({ beats, unit });
              if (read.success) onChange({ ...chosen, meter: read.data });
            }}
          >
            {[...new Set([meter, "4/4", "3/4", "2/4", "6/8", "12/8", "5/4", "7/8"])].map((m) => (
              <option key={m}>{m}</option>
            ))}
          </Select>
        </Field>
        <FileAndFrames session={session} chosen={chosen} onChange={onChange} />
      </div>
      {session.fixed.length > 0 && (
        <p className="text-sm text-ink-2">What is fixed, the template fixes for every session from it.</p>
      )}
      {session.fixedEnd !== null && (
        <p className="text-sm text-ink-2">
          Ends at {timeInWords(session.fixedEnd)}
          {free("fixedEnd") ? "" : ", fixed"}.
        </p>
      )}
    </section>
  );
}

function FileAndFrames({ session, chosen, onChange }: Settings) {
  const now = { ...session, ...chosen };
  const free = freeIn(session);
  return (
    <>
      <Field label={free("fileType") ? "File type" : "File type, fixed"}>
        <Select
          small
          disabled={!free("fileType")}
          value={now.fileType}
          onChange={(e) => {
            const to = FILE_TYPES.find((t) => t === e.target.value);
            if (to) onChange({ ...chosen, fileType: to });
          }}
        >
          {FILE_TYPES.map((t) => (
            <option key={t} value={t}>
              {FILE_TYPE_SAYS[t]}
            </option>
          ))}
        </Select>
      </Field>
      <Field label={free("frameRate") ? "Frame rate" : "Frame rate, fixed"}>
        <Select
          small
          disabled={!free("frameRate")}
          value={now.frameRate ?? ""}
          onChange={(e) => {
            const to = FRAME_RATES.find((r) => r === e.target.value) ?? null;
            onChange({ ...chosen, frameRate: to });
          }}
        >
          <option value="">no picture</option>
          {FRAME_RATES.map((r) => (
            <option key={r}>{r}</option>
          ))}
        </Select>
      </Field>
    </>
  );
}
