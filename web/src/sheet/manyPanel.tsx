import { setField } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import type { Style } from "@mossy/core/house/style";
import { channelFormat } from "@mossy/core/session/document";
import type { Session, Track, TrackField, TrackFields, TrackId } from "@mossy/core/session/document";
import { PATHS } from "@mossy/core/session/kind";
import { cellText, hasCell, typeInto } from "@mossy/core/sheet/cells";
import type { Cell } from "@mossy/core/sheet/cells";
import { copiesOfAll } from "@mossy/core/sheet/step";
import { useState } from "react";
import { Button, Key } from "../ui/button.tsx";
import { Field } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Options } from "../ui/chooser.tsx";
import { Tile } from "../ui/tile.tsx";
import { ManyProcessors } from "./manyProcessors.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { Copies } from "./copies.tsx";
import { LinkForm } from "./links.tsx";
import { newId } from "../session/newId.ts";
import { NumberField } from "../ui/numberField.tsx";
import { PathsPanel } from "./pathsPanel.tsx";
import { SayLine } from "./sayLine.tsx";
import { Section } from "../ui/section.tsx";

const SEVERAL = "several";

/**
 * What can be done to several tracks at once: said in a line, typed into a field for all, wrapped, sent,
 * linked, copied.
 */
export function ManyPanel({
  style,
  session,
  ids,
  at,
  work,
  onWrap,
  onTakeOut,
  onSelect,
}: {
  style: Style;
  session: Session;
  ids: readonly TrackId[];
  at: TrackId | null;
  work: Workpiece;
  onWrap: () => void;
  onTakeOut: () => void;
  onSelect: (id: TrackId) => void;
}) {
  const tracks = session.tracks.filter((t) => ids.includes(t.id));
  return (
    <section aria-label="Selected tracks" className="card flex flex-col gap-3 p-3.5">
      <div className="flex items-center gap-2">
        <h2 className="flex-1 font-semibold">{ids.length} tracks chosen</h2>
        <span className="flex -space-x-1.5">
          {tracks.slice(0, 6).map((t) => (
            <Tile key={t.id} colour={t.colour} icon={t.icon} size={22} />
          ))}
        </span>
      </div>
      <SayLine session={session} ids={ids} work={work} />
      <ForAll style={style} session={session} tracks={tracks} work={work} />
      <div className="flex flex-wrap gap-2">
        <Button small onClick={onWrap}>
          Wrap in a folder <Key>G</Key>
        </Button>
        <Button small onClick={onTakeOut}>
          Take out
        </Button>
      </div>
      <Copies
        channel={tracks.some((t) => t.channel !== null)}
        onCopy={(many) => {
          work.edit(
            copiesOfAll(style, session, ids, many, newId),
            many === 1 ? "copies" : `${many} copies of each`,
          );
        }}
      />
      <Section title="Buses, returns, headphones">
        <PathsPanel style={style} session={session} ids={ids} work={work} onMade={onSelect} />
      </Section>
      <Section title="Processors">
        <ManyProcessors session={session} ids={ids} from={at} work={work} />
      </Section>
      <Section title="Link them">
        <LinkForm session={session} ids={ids} work={work} />
      </Section>
    </section>
  );
}

/** One cell for all that have it: what they share shows, typing sets it for all. */
function Shared({
  style,
  session,
  tracks,
  cell,
  label,
  work,
}: {
  style: Style;
  session: Session;
  tracks: readonly Track[];
  cell: Cell;
  label: string;
  work: Workpiece;
}) {
  const [problem, setProblem] = useState("");
  const able = tracks.filter((t) => hasCell(t, cell));
  const texts = new Set(able.map((t) => cellText(style, session, t, cell)));
  const [text = ""] = texts;
  if (able.length === 0) return null;
  return (
    <NumberField
      key={`${cell} ${tracks.map((t) => t.id).join(" ")}`}
      text
      label={label}
      value={texts.size === 1 ? text : ""}
      placeholder={texts.size > 1 ? SEVERAL : ""}
      hint={problem}
      onSet={(typed) => {
        const said = typeInto(
          style,
          session,
          able.map((t) => t.id),
          cell,
          typed,
        );
        if ("problem" in said) {
          setProblem(said.problem);
          return false;
        }
        work.edit(said.changes, `${label.toLowerCase()} of ${able.length}`);
        return true;
      }}
    />
  );
}

function Pick<F extends TrackField>({
  tracks,
  field,
  label,
  choices,
  read,
  fits,
  work,
}: {
  tracks: readonly Track[];
  field: F;
  label: string;
  choices: readonly (readonly [string, string])[];
  read: (value: string) => TrackFields[F];
  fits: (t: Track) => boolean;
  work: Workpiece;
}) {
  const able = tracks.filter(fits);
  const values = new Set(able.map((t) => String(t[field])));
  const [value = ""] = values;
  if (able.length === 0) return null;
  return (
    <Field label={label}>
      <Select
        small
        value={values.size === 1 ? value : ""}
        onChange={(e) => {
          const to = read(e.target.value);
          work.edit(
            able.flatMap((t): Change[] => (t[field] === to ? [] : [setField<TrackField>(t, field, to)])),
            `${label.toLowerCase()} of ${able.length}`,
          );
        }}
      >
        {values.size > 1 && (
          <option value="" disabled>
            {SEVERAL}
          </option>
        )}
        <Options of={choices} />
      </Select>
    </Field>
  );
}

const CELLS = [
  ["level", "Level, dB"],
  ["place", "Place"],
  ["feeds", "Feeds"],
  ["inserts", "Inserts"],
] as const satisfies readonly (readonly [Cell, string])[];
const sounds = (t: Track): boolean => t.format !== null;
const isOn = (value: string): boolean => value === "true";

/**
 * What is set for all at once: typed where the sheet takes it typed, chosen where there are few choices.
 */
function ForAll({
  style,
  session,
  tracks,
  work,
}: {
  style: Style;
  session: Session;
  tracks: readonly Track[];
  work: Workpiece;
}) {
  const on = { tracks, work };
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2">
      {CELLS.map(([cell, label]) => (
        <Shared key={cell} {...on} style={style} session={session} cell={cell} label={label} />
      ))}
      <Pick
        {...on}
        field="format"
        label="Format"
        choices={style.house.formats.map((f) => [f, f])}
        read={(v) => channelFormat.parse(v)}
        fits={sounds}
      />
      <Pick
        {...on}
        field="polarity"
        label="Polarity"
        choices={[
          ["normal", "normal"],
          ["inverted", "inverted"],
        ]}
        read={(v) => (v === "inverted" ? "inverted" : "normal")}
        fits={sounds}
      />
      <Pick
        {...on}
        field="armed"
        label="Armed"
        choices={[
          ["true", "armed"],
          ["false", "not armed"],
        ]}
        read={isOn}
        fits={(t) => !PATHS.has(t.kind)}
      />
      <Pick
        {...on}
        field="muted"
        label="Heard"
        choices={[
          ["false", "heard"],
          ["true", "muted"],
        ]}
        read={isOn}
        fits={sounds}
      />
    </div>
  );
}
