import { CHANNEL_FORMATS } from "@mossy/core/session/document";
import type { Insert, Session, Track, ChannelFormat } from "@mossy/core/session/document";
import { useState } from "react";
import { Link } from "react-router";
import { usesAddress } from "../words/usesAddress.ts";
import { TextField } from "../ui/textField.tsx";
import { Field } from "../ui/pieces.tsx";
import { useTyped } from "../ui/useTyped.ts";
import { Chooser } from "../ui/chooser.tsx";

const STANDS = [
  ["after", "after the recording"],
  ["before", "before it"],
] as const;
const DEVICE_FIELDS = [
  ["maker", "Maker"],
  ["format", "Plug-in format"],
  ["identifier", "Identifier"],
] as const;

/** Values typed one a line, "Ratio = 3:1"; or the line that is not written so. */
function valuesIn(text: string): { values: Insert["values"] } | { problem: string } {
  const lines = text
    .split("\n")
    .map((l) => l.trim())
    .filter(Boolean);
  const values: Insert["values"] = [];
  for (const [at, line] of lines.entries()) {
    const [, name = "", value = ""] = /^([^=]{1,60})=(.{0,80})$/.exec(line) ?? [];
    if (name === "") return { problem: `Line ${at + 1}, “${line}”, is not written like “Ratio = 3:1”.` };
    if (name.trim() !== "") values.push({ name: name.trim(), value: value.trim() });
  }
  return { values };
}

/** Everything about one processor. Values are typed one a line: "Ratio = 3:1". */
export function InsertForm({
  session,
  track: t,
  insert: i,
  onChange,
}: {
  session: Session;
  track: Track;
  insert: Insert;
  onChange: (fields: Partial<Insert>) => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const device = i.device ?? { maker: "", name: "", format: "", identifier: "" };
  const setDevice = (fields: Partial<typeof device>): void => {
    const next = { ...device, ...fields };
    onChange({ device: next.name === "" ? null : next });
  };
  const values = i.values.map((v) => `${v.name} = ${v.value}`).join("\n");
  const setValues = (text: string): void => {
    const read = valuesIn(text);
    setProblem("problem" in read ? read.problem : null);
    if ("values" in read) onChange({ values: read.values });
  };
  return (
    <div className="grid grid-cols-2 gap-x-2 gap-y-2 pb-3">
      <TextField
        label="Device"
        value={device.name}
        readOnly={false}
        onSet={(name) => setDevice({ name })}
      />
      {i.device && (
        <Link
          to={usesAddress("device", i.device.name)}
          className="col-span-2 text-sm text-moss hover:underline"
        >
          All tracks with {i.device.name}
        </Link>
      )}
      {DEVICE_FIELDS.map(([field, label]) => (
        <TextField
          key={field}
          label={label}
          mono={field === "identifier"}
          value={device[field]}
          readOnly={i.device === null}
          onSet={(to) => setDevice({ [field]: to })}
        />
      ))}
      <Chooser<ChannelFormat>
        label="Comes out"
        none="as it came"
        value={i.width}
        options={CHANNEL_FORMATS.map((f) => [f, f])}
        onChoose={(width) => onChange({ width })}
      />
      <Chooser
        label="Stands"
        value={i.before ? "before" : "after"}
        options={STANDS}
        onChoose={(to) => onChange({ before: to === "before" })}
      />
      <span className="col-span-2">
        <Chooser
          label="Listens to (key input)"
          none="itself"
          value={i.key}
          options={session.tracks
            .filter((x) => x.id !== t.id && x.format !== null)
            .map((x) => [x.id, x.name])}
          onChoose={(key) => onChange({ key })}
        />
      </span>
      <span className="col-span-2">
        <ValuesField value={values} problem={problem} onSet={setValues} />
      </span>
    </div>
  );
}

function ValuesField({
  value,
  problem,
  onSet,
}: {
  value: string;
  problem: string | null;
  onSet: (text: string) => void;
}) {
  const { text, type, leave } = useTyped((typed) => {
    if (typed !== value) onSet(typed);
    return true;
  });
  return (
    <Field label="Values, one a line" problem={problem}>
      <textarea
        rows={3}
        className="w-full rounded-sm border border-line-strong bg-surface px-2 py-1 font-mono text-sm"
        placeholder="Ratio = 3:1"
        value={text ?? value}
        onChange={(e) => type(e.target.value)}
        onBlur={() => {
          leave();
        }}
      />
    </Field>
  );
}
