import { compose, patternInWords } from "@mossy/core/names/compose";
import { exampleOf as shownName, fileFacts } from "@mossy/core/names/examples";
import type { Naming, PatternUse } from "@mossy/core/names/pattern";
import { planHouse } from "@mossy/core/house/plan";
import { patternUse } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import type { Session } from "@mossy/core/session/document";
import { useMemo } from "react";
import { Pill } from "../ui/pieces.tsx";

const TODAY = new Date().toISOString().slice(0, 10);

const FILE_FACTS = fileFacts(TODAY);

const MOST_EXAMPLES = 60;

export const exampleOf = (style: Style, use: PatternUse): string =>
  shownName(style.house.names, style.reader, use, TODAY) ?? "nothing";

/**
 * What real things would be called: tracks of the chosen template, with everything a pattern may want to
 * say beside them.
 */
function thingsOf(style: Style, use: PatternUse, session: Session | null): { was: string; what: Naming }[] {
  if (use === "marker")
    return ["Count in", "First verse", "Chorus", "Second verse", "Irons alone", "End"].map((title, i) => ({
      was: title,
      what: { ...FILE_FACTS, title, number: i + 1 },
    }));
  if (use === "cue")
    return ["Band", "Captain", "Singers"].map((title, i) => ({
      was: title,
      what: { ...FILE_FACTS, title, number: i + 1 },
    }));
  if (use === "session" || use === "session-folder")
    return [
      "Spring tide live",
      "Café concert, 2nd night",
      "The eel and the moon",
      "A very long evening of stories from the flats and the islands beyond them",
    ].map((title) => ({ was: title, what: { ...FILE_FACTS, title } }));
  if (!session) return [];
  const { wanted } = planHouse(style, session);
  return session.tracks
    .flatMap((t) => {
      const w = wanted.get(t.id);
      if (!w?.what.sure) return [];
      const own = patternUse(t.kind);
      const fits =
        use === "track" || use === "folder" || use === "bus" || use === "return"
          ? own === use
          : own === "track";
      return fits ? [{ was: t.name, what: { ...FILE_FACTS, title: session.title, ...w.what } }] : [];
    })
    .slice(0, MOST_EXAMPLES);
}

export function Examples({
  style,
  use,
  session,
  before,
}: {
  style: Style;
  use: PatternUse;
  session: Session | null;
  before: Style | null;
}) {
  const pattern = style.house.names[use];
  const things = useMemo(() => thingsOf(style, use, session), [style, use, session]);
  const rows = things.map(({ was, what }) => ({
    was,
    name: compose(pattern, style.reader, what),
    old: before ? compose(before.house.names[use], before.reader, what) : null,
  }));
  return (
    <section aria-label="On real examples" className="card flex min-h-0 flex-1 flex-col">
      <h2 className="border-b border-line px-3.5 py-2 font-semibold">
        On real examples <span className="font-normal text-ink-2">{patternInWords(pattern)}</span>
      </h2>
      <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="Examples">
        <table className="w-full">
          <thead className="sticky top-0 bg-surface text-left text-xs text-ink-2">
            <tr>
              {["As it is", "By this pattern", "By the edition", "Length"].map((h) => (
                <th key={h} scope="col" className="border-b border-line px-3.5 py-1.5 font-semibold">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(({ was, name, old }, i) => (
              // The same thing may stand here twice; the list never reorders.
              <tr key={`${was}${i}`} className="border-b border-line">
                <td className="max-w-48 truncate px-3.5 py-1 font-mono text-sm text-ink-2" title={was}>
                  {was}
                </td>
                <td className="px-3.5 font-mono text-sm font-semibold [overflow-wrap:anywhere]">
                  {name ?? (
                    <span className="font-sans font-normal text-lantern">a piece it needs is missing</span>
                  )}
                </td>
                <td className="px-3.5 font-mono text-sm text-ink-2 [overflow-wrap:anywhere]">
                  {old === name ? "the same" : (old ?? "nothing")}
                </td>
                <td className="px-3.5 text-right font-mono text-sm">
                  {name?.length ?? ""}
                  {name !== null && pattern.budget !== null && name.length > pattern.budget && (
                    <span className="ml-2">
                      <Pill look="look">too long</Pill>
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {rows.length === 0 && (
          <p className="p-6 text-center text-ink-2">The chosen template holds nothing of this kind.</p>
        )}
      </div>
    </section>
  );
}
