import { setField } from "@mossy/core/session/change";
import { SOURCES } from "@mossy/core/session/document";
import type { Session, Track, TrackField, TrackFields } from "@mossy/core/session/document";
import { TextField } from "../ui/textField.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { NumberField } from "../ui/numberField.tsx";
import { usedIn } from "./usualChoices.ts";
import { Chooser } from "../ui/chooser.tsx";

const BY = { mic: "microphone", di: "DI", line: "line", wireless: "wireless" } as const;

/** What a fit gives up last, and first. */
const IMPORTANCE_WORDS = [
  ["must", "must have one"],
  ["should", "should have one"],
  ["may", "may have one"],
] as const;
const MONITORING = [
  ["auto", "while it records"],
  ["on", "always"],
  ["off", "never"],
] as const;

/** How a source is recorded: by what, on what, armed, heard. */
export function Recording({
  session,
  track: t,
  work,
}: {
  session: Session;
  track: Track;
  work: Workpiece;
}) {
  const set = <F extends TrackField>(field: F, to: TrackFields[F], label: string): void => {
    if (to !== t[field]) work.edit([setField<TrackField>(t, field, to)], label);
  };
  const tick = (field: "armed" | "listenOnly" | "phantom", says: string) => (
    <label className="flex items-center gap-2 text-sm">
      <input type="checkbox" checked={t[field]} onChange={(e) => set(field, e.target.checked, says)} />{" "}
      {says}
    </label>
  );
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2">
      {t.kind === "audio" && (
        <Chooser
          label="By"
          none="nothing from outside"
          value={t.source}
          options={SOURCES.map((s) => [s, BY[s]])}
          onChoose={(to) => set("source", to, "source")}
        />
      )}
      {t.kind === "audio" && (
        <TextField
          label="Microphone or box"
          value={t.microphone}
          readOnly={false}
          choices={usedIn(session, "microphone")}
          onSet={(v) => set("microphone", v.slice(0, 80), "microphone")}
        />
      )}
      {t.kind === "audio" && (
        <TextField
          label="Stand"
          value={t.stand}
          readOnly={false}
          choices={usedIn(session, "stand")}
          onSet={(v) => set("stand", v.slice(0, 60), "stand")}
        />
      )}
      <Chooser
        label="Monitor"
        value={t.monitor}
        options={MONITORING}
        onChoose={(to) => set("monitor", to ?? "auto", "monitor")}
      />
      {t.kind === "audio" && t.source !== null && (
        <Chooser
          label="Where inputs are few"
          none="as the house says"
          value={t.importance}
          options={IMPORTANCE_WORDS}
          onChoose={(to) => set("importance", to, "importance")}
        />
      )}
      {(t.kind === "midi" || t.kind === "instrument") && <MidiFields track={t} work={work} />}
      <span className="col-span-2 flex flex-wrap gap-x-4 gap-y-1">
        {tick("armed", "armed")}
        {tick("listenOnly", "listen only")}
        {t.kind === "audio" && t.source !== null && tick("phantom", "phantom power")}
      </span>
    </div>
  );
}

/** Numbers of a MIDI track that may be left empty, and the highest of each. */
const NUMBERS = [
  ["channel", "MIDI channel", 16],
  ["program", "Program", 128],
] as const;

function MidiFields({ track: t, work }: { track: Track; work: Workpiece }) {
  return (
    <>
      {NUMBERS.map(([field, label, most]) => (
        <NumberField
          key={field}
          label={label}
          value={String(t[field] ?? "")}
          hint={`1 to ${most}, or empty`}
          onSet={(v) => {
            const n = v.trim() === "" ? null : Number(v);
            if (n !== null && (!Number.isInteger(n) || n < 1 || n > most)) return false;
            work.edit([setField(t, field, n)], label);
            return true;
          }}
        />
      ))}
      <NumberField
        label="Transposed (st)"
        value={String(t.transpose)}
        hint="−48 to 48 semitones"
        onSet={(v) => {
          const n = Number(v.replace("−", "-"));
          if (!Number.isInteger(n) || Math.abs(n) > 48) return false;
          work.edit([setField(t, "transpose", n)], "transposition");
          return true;
        }}
      />
    </>
  );
}
