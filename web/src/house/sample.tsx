import { impactOn } from "@mossy/core/house/impact";
import type { Touch } from "@mossy/core/house/impact";
import type { Session } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { queries } from "../wire/queries.ts";
import { BeforeAfter } from "../ui/beforeAfter.tsx";
import { Select } from "../ui/select.tsx";
import { Options, named } from "../ui/chooser.tsx";
import { Loading } from "../ui/states.tsx";
import { useHouseWork } from "./work.ts";

const REMEMBERED = "mossy-sample-template";

/**
 * A template of the library that shows what the house style does to real tracks; the choice is remembered
 * in this window.
 */
export function useSample(): { session: Session | null; name: string; pick: React.ReactNode } {
  const { data: library } = useQuery(queries.library);
  const [chosen, setChosen] = useState(() => sessionStorage.getItem(REMEMBERED) ?? "");
  const templates = library?.templates ?? [];
  const template =
    templates.find((t) => t.id === chosen) ??
    // What records most shows most of what a house style is about.
    [...templates].sort((a, b) => b.inputs - a.inputs || b.tracks - a.tracks)[0];
  const { data } = useQuery({ ...queries.template(template?.id ?? ""), enabled: template !== undefined });
  // Null where the library has no template to choose.
  const pick =
    library && templates.length === 0 ? null : (
      <Select
        small
        aria-label="Template to show it on"
        className="max-w-44 truncate"
        value={template?.id ?? ""}
        onChange={(e) => {
          sessionStorage.setItem(REMEMBERED, e.target.value);
          setChosen(e.target.value);
        }}
      >
        <Options of={named(templates)} />
      </Select>
    );
  return { session: data?.draft.session ?? null, name: template?.name ?? "", pick };
}

const SHOWN = 40;
const WORDS: Readonly<Record<Touch["what"], string>> = {
  name: "name",
  colour: "colour",
  icon: "icon",
  place: "place",
  start: "start",
  reading: "reading",
};

/**
 * What the draft would ask of a real template that the edition in force does not: the answer to “what would
 * change?” on every page.
 */
export function WhatChanges({
  session,
  pick,
  of,
}: {
  session: Session | null;
  pick: React.ReactNode;
  of: readonly Touch["what"][];
}) {
  const { style, next } = useHouseWork();
  const { data: edition } = useQuery(queries.edition);
  const touches = useMemo(
    () =>
      edition && session
        ? impactOn(edition.style, style, session).filter((t) => of.includes(t.what))
        : null,
    [edition, style, session, of],
  );
  const tracks = new Set(touches?.map((t) => t.track)).size;
  return (
    <section aria-label="What would change" className="card flex flex-col gap-2 p-3.5">
      <div className="flex items-center justify-between gap-2">
        <h2 className="font-semibold">What would change</h2>
        {pick}
      </div>
      {touches === null && pick === null ? (
        <p className="text-sm text-ink-2">
          The library has no template yet to show it on.{" "}
          <Link to="/library/new" className="font-semibold text-moss hover:underline">
            Begin one
          </Link>
        </p>
      ) : touches === null ? (
        <Loading what="Comparing" />
      ) : touches.length === 0 ? (
        <p className="text-sm text-ink-2">
          Nothing here: its tracks are asked for the same as by edition {next - 1}.
        </p>
      ) : (
        <>
          <p className="text-sm">
            {plural(tracks, "track")} of it would be asked for something else than by edition {next - 1}.
          </p>
          <ul
            className="max-h-56 overflow-y-auto text-sm"
            tabIndex={0}
            aria-label="Tracks that would change"
          >
            {touches.slice(0, SHOWN).map((t) => (
              <li
                key={t.track + t.what}
                className="flex flex-wrap items-center gap-x-2 border-t border-line py-1"
              >
                <span className="text-xs text-ink-2">{WORDS[t.what]}</span>
                <BeforeAfter before={t.before} after={t.after} />
                {t.what !== "name" && (
                  <span className="truncate font-mono text-xs text-ink-2">{t.name}</span>
                )}
              </li>
            ))}
          </ul>
          {touches.length > SHOWN && (
            <p className="text-xs text-ink-2">and {touches.length - SHOWN} more</p>
          )}
          <Link to="/house/editions" className="text-sm font-semibold text-moss hover:underline">
            In all templates and sessions
          </Link>
        </>
      )}
    </section>
  );
}
