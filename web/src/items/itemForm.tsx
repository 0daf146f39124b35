import { byClock } from "@mossy/core/items/lay";
import type { Session } from "@mossy/core/session/document";
import { CLOCKS, FADE_SHAPES } from "@mossy/core/session/item";
import type { Clock, Fade, Item } from "@mossy/core/session/item";
import { Button } from "../ui/button.tsx";
import { Chooser } from "../ui/chooser.tsx";
import { LevelField } from "../ui/levelField.tsx";
import { NumberField } from "../ui/numberField.tsx";
import { Field } from "../ui/pieces.tsx";
import { TextField } from "../ui/textField.tsx";
import { EnvelopeFields } from "./envelopeFields.tsx";
import { TimeField } from "./timeField.tsx";

type Fields = Partial<Omit<Item, "id" | "holds">>;

const CLOCK_WORDS: Readonly<Record<Clock, string>> = { seconds: "time", beats: "beats, with the tempo" };
const SHAPES: Readonly<Record<Fade["shape"], string>> = {
  linear: "straight",
  "equal-power": "equal power",
  "s-curve": "S",
};
const BELONGS = [
  ["stays", "stays"],
  ["job", "of this job"],
] as const;

/** Everything about one item. */
export function ItemForm({
  session,
  colour,
  item: i,
  onChange,
  onBecome,
  onAnother,
}: {
  session: Session;
  /** Of its track. */
  colour: string | null;
  item: Item;
  onChange: (fields: Fields) => void;
  /** It becomes another in more than its fields. */
  onBecome: (to: Item, label: string) => void;
  /** Another sound is wanted in its place. */
  onAnother: () => void;
}) {
  const { holds, clock } = i;
  return (
    <div className="grid grid-cols-2 gap-x-2 gap-y-2 pb-3">
      <span className="col-span-2">
        <TextField
          label="Name"
          value={i.name}
          readOnly={false}
          onSet={(name) => onChange({ name: name.slice(0, 200) })}
        />
      </span>
      <TimeField label="Starts at" clock={clock} value={i.at} onSet={(at) => onChange({ at })} />
      <TimeField
        label="Length"
        clock={clock}
        value={i.length}
        least={0.001}
        onSet={(length) => onChange({ length })}
      />
      <Chooser
        label="Counted in"
        value={clock}
        options={CLOCKS.map((c) => [c, CLOCK_WORDS[c]])}
        onChoose={(to) => {
          if (to) onBecome(byClock(i, to, session), "counted otherwise");
        }}
      />
      <LevelField label="Gain, dB" value={i.gain} onSet={(gain) => onChange({ gain })} />
      {holds.kind !== "placeholder" && (
        <>
          <TimeField
            label="Skips at start"
            clock={holds.kind === "pattern" ? "beats" : "seconds"}
            value={i.offset}
            onSet={(offset) => onChange({ offset })}
          />
          <label className="flex items-center gap-2 self-end pb-1.5 text-sm">
            <input
              type="checkbox"
              checked={i.loops}
              onChange={(e) => onChange({ loops: e.target.checked })}
            />
            loops
          </label>
        </>
      )}
      <FadeFields label="Fade in" clock={clock} fade={i.fadeIn} onSet={(fadeIn) => onChange({ fadeIn })} />
      <FadeFields
        label="Fade out"
        clock={clock}
        fade={i.fadeOut}
        onSet={(fadeOut) => onChange({ fadeOut })}
      />
      <EnvelopeFields item={i} onSet={(points) => onChange({ points })} />
      <Chooser
        label="Belongs"
        value={i.job ? "job" : "stays"}
        options={BELONGS}
        onChoose={(to) => onChange({ job: to === "job" })}
      />
      <ColourField colour={i.colour} usual={colour} onSet={(colour) => onChange({ colour })} />
      {holds.kind === "placeholder" && (
        <PlaceholderFields holds={holds} onSet={(to) => onBecome({ ...i, holds: to }, "placeholder")} />
      )}
      {holds.kind === "sound" && (
        <p className="col-span-2 flex flex-wrap items-center gap-2 text-sm text-ink-2">
          <span className="min-w-0 flex-1 truncate">
            Plays <span className="font-mono">{holds.file}</span>
            {holds.hash === null && ", which the house does not have"}
          </span>
          <Button small onClick={onAnother}>
            Another sound
          </Button>
        </p>
      )}
      <span className="col-span-2">
        <TextField
          long
          rows={2}
          label="Note"
          value={i.note}
          readOnly={false}
          onSet={(note) => onChange({ note: note.slice(0, 2000) })}
        />
      </span>
    </div>
  );
}

function FadeFields({
  label,
  clock,
  fade,
  onSet,
}: {
  label: string;
  clock: Clock;
  fade: Fade;
  onSet: (to: Fade) => void;
}) {
  return (
    <>
      <TimeField
        label={label}
        clock={clock}
        value={fade.length}
        onSet={(length) => onSet({ ...fade, length })}
      />
      <Chooser
        label={`${label} goes`}
        value={fade.shape}
        options={FADE_SHAPES.map((s) => [s, SHAPES[s]])}
        onChoose={(shape) => {
          if (shape) onSet({ ...fade, shape });
        }}
      />
    </>
  );
}

function ColourField({
  colour,
  usual,
  onSet,
}: {
  colour: string | null;
  /** What it has where it has none of its own. */
  usual: string | null;
  onSet: (to: string | null) => void;
}) {
  return (
    <div className="flex flex-col gap-1">
      <Field label="Colour">
        <input
          type="color"
          className="h-8 w-full cursor-pointer rounded-sm border border-line-strong bg-surface px-1"
          value={colour ?? usual ?? "#8a9a90"}
          onChange={(e) => onSet(e.target.value)}
        />
      </Field>
      {colour !== null && (
        <Button small look="quiet" onClick={() => onSet(null)}>
          As its track
        </Button>
      )}
    </div>
  );
}

function PlaceholderFields({
  holds,
  onSet,
}: {
  holds: Extract<Item["holds"], { kind: "placeholder" }>;
  onSet: (to: Item["holds"]) => void;
}) {
  return (
    <>
      <span className="col-span-2">
        <TextField
          label="What comes here"
          value={holds.says}
          readOnly={false}
          onSet={(says) => onSet({ ...holds, says: says.slice(0, 500) })}
        />
      </span>
      <NumberField
        label="In parts"
        value={String(holds.parts)}
        hint="1 to 50"
        onSet={(text) => {
          const parts = Number(text);
          if (!Number.isInteger(parts) || parts < 1 || parts > 50) return false;
          onSet({ ...holds, parts });
          return true;
        }}
      />
    </>
  );
}
