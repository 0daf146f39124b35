import type { StartValues } from "@mossy/core/house/house";
import { startChainInWords, startPatternInWords, startSendsInWords } from "@mossy/core/house/startParts";
import { startChainTyped, startSendsTyped } from "@mossy/core/house/startTyped";
import { soundFolderInWords } from "@mossy/core/session/soundFolder";
import type { Role } from "@mossy/core/words/wordlist";
import { useState } from "react";
import { PatternPicker } from "../items/patternPicker.tsx";
import { FolderPicker } from "../items/folderPicker.tsx";
import { Button } from "../ui/button.tsx";
import { Field, TextArea } from "../ui/pieces.tsx";
import { useTypedInput } from "../ui/useTyped.ts";

const LED = ["chain", "sends", "pattern", "sounds"] as const;
type Led = (typeof LED)[number];
export const isLed = (name: keyof StartValues): name is Led => LED.some((l) => l === name);

interface LedProps {
  readonly name: Led;
  readonly label: string;
  readonly hint: string;
  readonly values: StartValues;
  readonly roles: readonly Role[];
  readonly onSet: ((value: unknown) => boolean) | null;
}

/** A chain or sends, typed as they are said; a pattern or a folder of sounds, chosen. */
export function LedValue(props: LedProps) {
  return props.name === "chain" || props.name === "sends" ? <Said {...props} /> : <Chosen {...props} />;
}

function Said({ name, label, hint, values: { chain, sends }, roles, onSet }: LedProps) {
  const nameOf = (id: string): string => roles.find((r) => r.id === id)?.name ?? id;
  const shown =
    name === "chain" ? startChainInWords(chain ?? [], nameOf) : startSendsInWords(sends ?? [], nameOf);
  const { off, input } = useTypedInput(shown, (text) => {
    const typed = name === "chain" ? startChainTyped(roles, text) : startSendsTyped(roles, text);
    return typed !== null && onSet !== null && onSet(typed);
  });
  return (
    <Field label={label} problem={off ? `As in “${hint}”` : null}>
      <TextArea rows={3} readOnly={!onSet} placeholder={hint} {...input} />
    </Field>
  );
}

function Chosen({ name, label, values: { pattern, sounds }, onSet }: LedProps) {
  const there =
    name === "pattern" ? pattern && startPatternInWords(pattern) : sounds && soundFolderInWords(sounds);
  const [choosing, setChoosing] = useState(there === undefined);
  const take = (value: unknown): void => {
    if (onSet?.(value)) setChoosing(false);
  };
  if (choosing && onSet)
    return name === "pattern" ? (
      <PatternPicker
        onPick={(called, { length, notes }) => take({ name: called, length, notes })}
        onLeave={() => setChoosing(false)}
      />
    ) : (
      <FolderPicker onPick={take} onLeave={() => setChoosing(false)} />
    );
  return (
    <div className="flex flex-col gap-1">
      <span className="text-xs font-semibold text-ink-2">{label}</span>
      <span className="text-sm [overflow-wrap:anywhere]">{there ?? "none"}</span>
      {onSet && (
        <Button small className="w-fit" onClick={() => setChoosing(true)}>
          {there === undefined ? "Choose one" : "Choose another"}
        </Button>
      )}
    </div>
  );
}
