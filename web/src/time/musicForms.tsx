import { setSessionField } from "@mossy/core/session/change";
import { SCALES, TEMPO_WAYS, keyInWords } from "@mossy/core/session/lanes";
import type { TempoMove } from "@mossy/core/session/lanes";
import { changeOnLane } from "@mossy/core/time/laneEdits";
import { AT_START } from "@mossy/core/time/laneRows";
import { Chooser } from "../ui/chooser.tsx";
import { NumberField } from "../ui/numberField.tsx";
import { Begins, FromBar, whole } from "./formParts.tsx";
import type { FormProps } from "./formParts.tsx";

const WAYS: Readonly<Record<TempoMove["by"], string>> = {
  step: "at once",
  ramp: "evenly from the one before",
};
const UNITS = [1, 2, 4, 8, 16, 32] as const;

export function TempoForm(props: FormProps) {
  const { session, on, work } = props;
  const t = session.tempos.find((x) => x.id === on.id);
  if (!t && on.id !== AT_START) return null;
  return (
    <div className="grid grid-cols-2 gap-2">
      {t && <Begins {...props} />}
      <NumberField
        label="Tempo, bpm"
        hint="10 to 400"
        value={String(t?.bpm ?? session.tempo)}
        onSet={(text) => {
          const bpm = Number(text.replace(",", "."));
          if (!(bpm >= 10 && bpm <= 400)) return false;
          work.edit(
            [t ? changeOnLane(session, "tempo", t.id, { bpm }) : setSessionField(session, "tempo", bpm)],
            "tempo",
          );
          return true;
        }}
      />
      {t && (
        <Chooser
          label="It comes"
          value={t.by}
          options={TEMPO_WAYS.map((w) => [w, WAYS[w]])}
          onChoose={(by) => {
            if (by) work.edit([changeOnLane(session, "tempo", t.id, { by })], "tempo");
          }}
        />
      )}
    </div>
  );
}

export function MeterForm(props: FormProps) {
  const { session, on, work } = props;
  const m = session.meters.find((x) => x.id === on.id);
  const now = m ?? (on.id === AT_START ? session.meter : null);
  if (!now) return null;
  return (
    <div className="grid grid-cols-2 gap-2">
      {m && <FromBar {...props} bar={m.bar} least={2} />}
      <NumberField
        text
        label="Meter"
        hint="as 7/8: 1 to 32 of a 1st, 2nd, 4th, 8th, 16th, 32nd"
        value={`${now.beats}/${now.unit}`}
        onSet={(text) => {
          const parts = /^(\d{1,2})\s*\/\s*(\d{1,2})$/.exec(text.trim());
          const beats = whole(parts?.[1] ?? "", 1, 32);
          const unit = UNITS.find((u) => u === Number(parts?.[2]));
          if (beats === null || unit === undefined) return false;
          const meter = { beats, unit };
          work.edit(
            [m ? changeOnLane(session, "meter", m.id, meter) : setSessionField(session, "meter", meter)],
            "meter",
          );
          return true;
        }}
      />
    </div>
  );
}

const KEYS: readonly (readonly [string, string])[] = SCALES.flatMap((scale) =>
  Array.from({ length: 15 }, (_, n): [string, string] => [
    `${scale} ${n - 7}`,
    keyInWords({ scale, sharps: n - 7 }),
  ]),
);

export function KeyForm(props: FormProps) {
  const { session, on, work } = props;
  const k = session.keys.find((x) => x.id === on.id);
  if (!k) return null;
  return (
    <div className="grid grid-cols-2 gap-2">
      <FromBar {...props} bar={k.bar} />
      <Chooser
        label="Key"
        value={String(`${k.scale} ${k.sharps}`)}
        options={KEYS}
        onChoose={(to) => {
          const [name, sharps] = (to ?? "").split(" ");
          const scale = SCALES.find((s) => s === name);
          if (scale)
            work.edit([changeOnLane(session, "key", k.id, { scale, sharps: Number(sharps) })], "key");
        }}
      />
    </div>
  );
}
