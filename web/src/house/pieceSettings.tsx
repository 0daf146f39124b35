import { PIECE_NAMES } from "@mossy/core/names/compose";
import type { Piece, PieceKind } from "@mossy/core/names/pattern";
import { Button } from "../ui/button.tsx";
import { Field } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { TextField } from "../ui/textField.tsx";
import { Chooser } from "../ui/chooser.tsx";

const GAPS = [
  ["_", "underscore"],
  ["-", "dash"],
  [" ", "space"],
  [".", "dot"],
  ["", "nothing"],
] as const;
const LETTERS = [
  ["as-written", "as written"],
  ["upper", "capitals"],
  ["lower", "small letters"],
] as const;
const FORMS = [
  ["full", "short form"],
  ["eight", "8 letters"],
  ["four", "4 letters"],
  ["name", "whole name"],
] as const;
const DATES = [
  ["extended", "2026-09-11"],
  ["basic", "20260911"],
] as const;
const WORDED: readonly PieceKind[] = [
  "positions",
  "maker",
  "articulation",
  "flag",
  "project",
  "title",
  "room",
];
const COUNTED: readonly PieceKind[] = ["number", "version", "take"];
/** Pieces that are never cut: they would say something else. */
const UNCUT: readonly PieceKind[] = ["date", "sampleRate", ...COUNTED];

/** How a piece is written: what parts it from the one before, its letters, its form and length. */
export function PieceSettings({
  piece,
  readOnly,
  onSet,
  onTakeOut,
}: {
  piece: Piece;
  readOnly: boolean;
  onSet: (fields: Partial<Piece>) => void;
  /** Null for the last one. */
  onTakeOut: (() => void) | null;
}) {
  return (
    <fieldset disabled={readOnly} className="grid grid-cols-4 items-end gap-2 border-t border-line pt-3">
      <legend className="sr-only">Settings of {PIECE_NAMES[piece.piece]}</legend>
      <Gap label="Parted by" value={piece.before} onSet={(before) => onSet({ before })} />
      <OneOf
        label="Letters"
        value={piece.letters}
        options={LETTERS}
        onSet={(letters) => onSet({ letters })}
      />
      <OwnSettings piece={piece} onSet={onSet} />
      {!UNCUT.includes(piece.piece) && (
        <TextField
          mono
          label="Cut to, characters"
          readOnly={readOnly}
          value={piece.length === null ? "" : String(piece.length)}
          onSet={(v) => onSet({ length: v === "" ? null : Number(v) })}
        />
      )}
      <TextField
        mono
        label={piece.piece === "text" ? "The text" : "Written before it"}
        readOnly={readOnly}
        value={piece.written}
        onSet={(written) => onSet({ written })}
      />
      <label className="flex h-7 items-center gap-1.5 text-sm">
        <input
          type="checkbox"
          checked={piece.optional}
          onChange={(e) => onSet({ optional: e.target.checked })}
        />{" "}
        may be missing
      </label>
      {onTakeOut && (
        <Button small onClick={onTakeOut}>
          Take piece out
        </Button>
      )}
    </fieldset>
  );
}

/** What only pieces of its kind have. */
function OwnSettings({ piece, onSet }: { piece: Piece; onSet: (fields: Partial<Piece>) => void }) {
  const kind = piece.piece;
  if (kind === "role" || kind === "owner")
    return <OneOf label="Form" value={piece.form} options={FORMS} onSet={(form) => onSet({ form })} />;
  if (WORDED.includes(kind))
    return <Gap label="Words joined by" value={piece.join} onSet={(join) => onSet({ join })} />;
  if (kind === "date")
    return <OneOf label="Written" value={piece.date} options={DATES} onSet={(date) => onSet({ date })} />;
  if (!COUNTED.includes(kind)) return null;
  return (
    <Field label="Digits, at least">
      <Select small value={piece.pad} onChange={(e) => onSet({ pad: Number(e.target.value) })}>
        {[1, 2, 3, 4].map((n) => (
          <option key={n} value={n}>
            {n}
          </option>
        ))}
      </Select>
    </Field>
  );
}

/** One of a few that are always chosen among. */
function OneOf<T extends string>({
  label,
  value,
  options,
  onSet,
}: {
  label: string;
  value: T;
  options: readonly (readonly [value: T, name: string])[];
  onSet: (value: T) => void;
}) {
  const set = (to: T | null): void => {
    if (to !== null) onSet(to);
  };
  return <Chooser label={label} value={value} options={options} onChoose={set} />;
}

/** What stands between two words. */
function Gap({ label, value, onSet }: { label: string; value: string; onSet: (value: string) => void }) {
  return (
    <Field label={label}>
      <Select small value={value} onChange={(e) => onSet(e.target.value)}>
        {GAPS.map(([v, name]) => (
          <option key={name} value={v}>
            {name}
          </option>
        ))}
      </Select>
    </Field>
  );
}
