import { setSessionField } from "@mossy/core/session/change";
import { CLOCKS } from "@mossy/core/session/item";
import type { Clock } from "@mossy/core/session/item";
import { FRAME_RATES } from "@mossy/core/session/document";
import { changeOnLane } from "@mossy/core/time/laneEdits";
import type { OnLane } from "@mossy/core/time/laneRows";
import type { ComponentType } from "react";
import { Chooser } from "../ui/chooser.tsx";
import { NumberField } from "../ui/numberField.tsx";
import { TextField } from "../ui/textField.tsx";
import { Begins, Ends, FromBar, HouseColour, whole } from "./formParts.tsx";
import type { FormProps } from "./formParts.tsx";
import { KeyForm, MeterForm, TempoForm } from "./musicForms.tsx";

const CLOCK_WORDS: Readonly<Record<Clock, string>> = { seconds: "time", beats: "beats, with the tempo" };
function MarkerForm(props: FormProps) {
  const { session, on, counting, palette, work } = props;
  const m = session.markers.find((x) => x.id === on.id);
  if (!m) return null;
  const set = (to: Partial<typeof m>, label = "marker"): void => {
    work.edit([changeOnLane(session, "markers", m.id, to)], label);
  };
  const { along } = counting;
  return (
    <>
      <TextField
        label="Name"
        value={m.name}
        readOnly={false}
        onSet={(name) => set({ name: name.slice(0, 200) })}
      />
      <div className="grid grid-cols-2 gap-2">
        <Begins {...props} />
        <Ends {...props} onNone={() => set({ length: null })} />
        <Chooser
          label="Counted in"
          value={m.clock}
          options={CLOCKS.map((c) => [c, CLOCK_WORDS[c]])}
          onChoose={(clock) => {
            if (!clock || clock === m.clock) return;
            const at = along.by(m.clock, clock, m.at);
            const length =
              m.length === null ? null : Math.max(1e-6, along.by(m.clock, clock, m.at + m.length) - at);
            set({ clock, at, length }, "counted otherwise");
          }}
        />
        <HouseColour palette={palette} colour={m.colour} onSet={(colour) => set({ colour })} />
        <Chooser
          label="Belongs"
          value={m.job ? "job" : "stays"}
          options={[
            ["stays", "stays"],
            ["job", "of this job"],
          ]}
          onChoose={(to) => set({ job: to === "job" })}
        />
      </div>
      <TextField
        long
        rows={2}
        label="Note"
        value={m.note}
        readOnly={false}
        onSet={(note) => set({ note: note.slice(0, 2000) })}
      />
      <p className="text-xs text-ink-2">With an end it is a region.</p>
    </>
  );
}

function SectionForm(props: FormProps) {
  const { session, on, palette, work } = props;
  const s = session.sections.find((x) => x.id === on.id);
  if (!s) return null;
  const set = (to: Partial<typeof s>): void => {
    work.edit([changeOnLane(session, "sections", s.id, to)], "section");
  };
  return (
    <>
      <TextField
        label="Name"
        value={s.name}
        readOnly={false}
        onSet={(name) => set({ name: name.slice(0, 120) })}
      />
      <div className="grid grid-cols-2 gap-2">
        <FromBar {...props} bar={s.bar} />
        <NumberField
          label="So many bars"
          hint="1 to 9,999"
          value={String(s.bars)}
          onSet={(text) => {
            const bars = whole(text, 1, 9999);
            if (bars === null) return false;
            set({ bars });
            return true;
          }}
        />
        <HouseColour palette={palette} colour={s.colour} onSet={(colour) => set({ colour })} />
      </div>
    </>
  );
}

function PictureForm(props: FormProps) {
  const { session, work } = props;
  const p = session.picture;
  if (!p) return null;
  const set = (to: Partial<typeof p>): void => {
    work.edit([setSessionField(session, "picture", { ...p, ...to })], "picture");
  };
  return (
    <>
      <TextField
        label="Name"
        value={p.name}
        readOnly={false}
        onSet={(name) => set({ name: name.slice(0, 200) })}
      />
      <div className="grid grid-cols-2 gap-2">
        <NumberField
          text
          label="Timecode at its start"
          hint="as 01:00:00:00"
          value={p.start}
          onSet={(start) => {
            if (!/^\d{2}:\d{2}:\d{2}[:;]\d{2}$/.test(start)) return false;
            set({ start });
            return true;
          }}
        />
        <Chooser
          label="Frame rate"
          value={session.frameRate}
          none="not said"
          options={FRAME_RATES.map((r) => [r, r])}
          onChoose={(rate) => work.edit([setSessionField(session, "frameRate", rate)], "frame rate")}
        />
        <Begins {...props} />
        <Ends {...props} onNone={() => set({ length: null })} />
      </div>
    </>
  );
}

/** The fields of what stands on each lane. */
export const FORMS: Readonly<Record<OnLane["lane"], ComponentType<FormProps>>> = {
  sections: SectionForm,
  markers: MarkerForm,
  tempo: TempoForm,
  meter: MeterForm,
  key: KeyForm,
  picture: PictureForm,
};
