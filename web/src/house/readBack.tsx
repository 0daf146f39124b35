import { longestPath } from "@mossy/core/disk/blueprint";
import { lengthsOf } from "@mossy/core/names/budget";
import type { NamePattern, PatternUse } from "@mossy/core/names/pattern";
import type { Style } from "@mossy/core/house/style";
import { useMemo } from "react";
import { Pill } from "../ui/pieces.tsx";
import { TextField } from "../ui/textField.tsx";
import { useTwoWays } from "./useTwoWays.ts";

export function ReadBack({
  style,
  pattern,
  use,
  onBudget,
}: {
  style: Style;
  pattern: NamePattern;
  use: PatternUse;
  onBudget: ((budget: number | null) => void) | null;
}) {
  const answer = useTwoWays(style.house, use);
  const lengths = useMemo(() => lengthsOf(pattern, style.reader), [pattern, style]);
  const path = useMemo(() => longestPath(style.house, style.reader, use), [style, use]);
  const over = pattern.budget !== null && lengths.most > pattern.budget;
  return (
    <section aria-label="Read back" className="card flex flex-col gap-2 p-3.5 text-sm">
      <div className="flex items-center justify-between">
        <h2 className="text-base font-semibold">Read back</h2>
        {answer === "looking" ? (
          <Pill>looking…</Pill>
        ) : answer === null ? (
          <Pill look="ok">one way</Pill>
        ) : (
          <Pill look="look">two ways</Pill>
        )}
      </div>
      <p role="status">
        {answer === "looking" ? (
          "Going through every name it can give."
        ) : answer === null ? (
          "Every name it can give means one thing."
        ) : (
          <>
            “<span className="font-mono font-semibold">{answer.name}</span>” could be {answer.first}, or{" "}
            {answer.second}. Part the pieces another way, cut none, or give one its own letters.
          </>
        )}
      </p>
      <p className="flex items-center justify-between border-t border-line pt-2">
        <span>Longest it can give</span>
        <span className="flex items-center gap-2 font-mono">
          {lengths.most}
          {lengths.open ? " and more" : ""}
          {over && <Pill look="look">over budget</Pill>}
        </span>
      </p>
      {path && (
        <p className="flex items-center justify-between gap-2 border-t border-line pt-2">
          <span className="min-w-0">
            <span className="block">Longest path to such a file</span>
            <span className="block truncate text-xs text-ink-2" title={path.folder}>
              {path.folder}
            </span>
          </span>
          <span className="flex items-center gap-2 font-mono">
            {path.length} of {style.house.disk.longest}
            {path.length > style.house.disk.longest && <Pill look="look">too long</Pill>}
          </span>
        </p>
      )}
      <TextField
        mono
        label="Length budget, characters"
        hint="Empty: as long as any disk can store."
        readOnly={!onBudget}
        value={pattern.budget === null ? "" : String(pattern.budget)}
        onSet={(text) => {
          const n = Number(text);
          if (text === "") onBudget?.(null);
          else if (Number.isInteger(n) && n >= 4 && n <= 200) onBudget?.(n);
        }}
      />
    </section>
  );
}
