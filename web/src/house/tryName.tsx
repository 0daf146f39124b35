import { colourFor, iconFor, patternUse } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import { compose } from "@mossy/core/names/compose";
import { readName } from "@mossy/core/words/read";
import type { ReadWord, Reading } from "@mossy/core/words/read";
import type { Doubt } from "@mossy/core/words/doubt";
import { ArrowRight } from "lucide-react";
import { useMemo, useState } from "react";
import { Input, Pill } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";

const DOUBT: Readonly<Record<Doubt, string>> = {
  "nothing-known": "no word of the list is in it",
  "several-meanings": "it could mean something else as well",
  "two-roles": "it names two things at once",
  slip: "it only fits as a slip of the hand",
  "too-short": "one letter is too little",
  "unknown-words": "it holds words nobody knows",
};

/** Type a messy name and see what the house makes of it, and from which words. */
export function TryName({ style, family }: { style: Style; family: string }) {
  const [text, setText] = useState("");
  const [inside, setInside] = useState(false);
  const reading = useMemo(
    () => readName(style.reader, text, { families: inside ? [family] : [] }),
    [style, text, inside, family],
  );
  const role = reading.role === null ? undefined : style.reader.roles.get(reading.role);
  const name = role ? compose(style.house.names[patternUse(role.kind)], style.reader, reading) : null;
  return (
    <div className="border-t border-line px-3.5 py-3">
      <div className="flex items-center justify-between">
        <label htmlFor="try-name" className="text-sm font-semibold text-ink-2">
          Try a name
        </label>
        <label className="flex items-center gap-1.5 text-sm text-ink-2">
          <input type="checkbox" checked={inside} onChange={(e) => setInside(e.target.checked)} /> inside{" "}
          {style.families.get(family)?.name}
        </label>
      </div>
      <div className="mt-1.5 flex items-center gap-3">
        <Input
          id="try-name"
          className="w-52 font-mono"
          placeholder="2nd pan (far) #2"
          maxLength={200}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <ArrowRight size={15} aria-hidden className="shrink-0 text-ink-2" />
        <output htmlFor="try-name" className="flex min-w-0 items-center gap-2.5">
          {text.trim() === "" ? (
            <span className="text-ink-3">type anything people type</span>
          ) : role && name !== null ? (
            <>
              <Tile colour={colourFor(style, reading)} icon={iconFor(style, reading)} />
              <span className="truncate font-mono font-bold">{name}</span>
              <Pill look={reading.sure ? "ok" : "look"}>
                {reading.sure ? "sure" : `${Math.round(reading.confidence * 100)} %, not sure`}
              </Pill>
            </>
          ) : (
            <Pill look="look">nobody can read this</Pill>
          )}
        </output>
      </div>
      <p className="mt-1.5 min-h-[18px] truncate text-sm text-ink-2">
        {text.trim() === "" ? "" : explain(style, reading)}
      </p>
    </div>
  );
}

/** Said behind a word that was not simply known. */
const HOW: Partial<Record<ReadWord["how"], string>> = {
  slip: " (a slip)",
  guess: " (a slip)",
  folder: " here",
};

/** "2nd pan is “Double second” · far is a position · 2 is the number". */
function explain(style: Style, reading: Reading): string {
  const parts = reading.words.map((w) => `${w.text} ${meaning(style, w)}${HOW[w.how] ?? ""}`);
  const others = reading.others.map((id) => style.reader.roles.get(id)?.name ?? id);
  return [
    ...parts,
    ...(reading.doubt === null ? [] : [DOUBT[reading.doubt]]),
    ...(others.length > 0 ? [`or ${others.join(", ")}`] : []),
  ].join(" · ");
}

function meaning(style: Style, w: ReadWord): string {
  const role = w.id === null ? undefined : style.reader.roles.get(w.id)?.name;
  switch (w.as) {
    case "role":
      return `is “${role ?? ""}”`;
    case "of":
      return `says whose: “${role ?? ""}”`;
    case "family":
      return `says where: “${role ?? ""}”`;
    case "position":
      return `is the position “${style.reader.positions.get(w.id ?? "")?.name ?? ""}”`;
    case "number":
      return "is the number";
    case "order":
      return "is only an order number";
    case "format":
      return "says the width";
    case "filler":
      return "says nothing";
    case "unknown":
      return "is not known";
  }
}
