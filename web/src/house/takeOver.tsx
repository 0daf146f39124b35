import { impactOn } from "@mossy/core/house/impact";
import type { House } from "@mossy/core/house/house";
import { makeStyle } from "@mossy/core/house/style";
import { HOUSE_PARTS, offeredBy, takenOver } from "@mossy/core/house/takeOver";
import type { Offered } from "@mossy/core/house/takeOver";
import { plural } from "@mossy/core/session/plural";
import { clsx } from "clsx";
import { ChevronRight } from "lucide-react";
import { useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import { Button } from "../ui/button.tsx";
import { useSample } from "./sample.tsx";
import { useHouseWork } from "./work.ts";

/**
 * What another house style does otherwise, part by part and thing by thing: ticked is taken over into the
 * draft, with what it speaks of. What that asks of a real template is shown before anything is taken.
 */
export function TakeOver({
  title,
  other,
  onTake,
  onLeave,
}: {
  title: string;
  other: House;
  onTake: (next: House, many: number) => void;
  onLeave: () => void;
}) {
  const { house } = useHouseWork();
  const offered = useMemo(() => offeredBy(house, other), [house, other]);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const chosen = useMemo(
    () => new Set(offered.map((o) => o.thing).filter((t) => !left.has(t))),
    [offered, left],
  );
  const taken = useMemo(() => takenOver(house, offered, chosen), [house, offered, chosen]);
  const along = new Set(taken.along.map((o) => o.thing));
  const many = chosen.size + along.size;
  const setAll = (things: readonly Offered[], on: boolean): void =>
    setLeft((now) => {
      const next = new Set(now);
      for (const { thing } of things)
        if (on) next.delete(thing);
        else next.add(thing);
      return next;
    });
  return (
    <>
      <p className="text-sm">
        Against the draft, {title} changes {plural(offered.length, "thing")}
        {offered.length > 0 && ". Leave out what the house does not want"}.
      </p>
      <div
        className="max-h-72 overflow-y-auto"
        tabIndex={0}
        role="region"
        aria-label={`What ${title} would change`}
      >
        {HOUSE_PARTS.map(({ part }) => {
          const list = offered.filter((o) => o.part === part);
          return (
            list.length > 0 && (
              <Part key={part} part={part} list={list} chosen={chosen} along={along} onChoose={setAll} />
            )
          );
        })}
      </div>
      {taken.along.length > 0 && (
        <p className="rounded-md bg-tide-soft px-2.5 py-1.5 text-sm text-tide">
          {plural(taken.along.length, "thing")} you left out {taken.along.length === 1 ? "comes" : "come"}{" "}
          along: what you take speaks of {taken.along.length === 1 ? "it" : "them"}.
        </p>
      )}
      {taken.problem !== null && (
        <p role="alert" className="rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm text-lantern">
          This would not hold together: {taken.problem}. Take more of it, or less.
        </p>
      )}
      {many > 0 && taken.problem === null && <AskedOfSample next={taken.house} />}
      <div className="flex gap-2 pt-2">
        <Button
          small
          look="main"
          disabled={many === 0 || taken.problem !== null}
          onClick={() => onTake(taken.house, many)}
        >
          {many === offered.length ? "Take it as the draft" : `Take over ${plural(many, "thing")}`}
        </Button>
        <Button small onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </>
  );
}

/** One part of a house style: all of it ticked at once, or each thing by itself. */
function Part({
  part,
  list,
  chosen,
  along,
  onChoose,
}: {
  part: string;
  list: readonly Offered[];
  chosen: ReadonlySet<string>;
  along: ReadonlySet<string>;
  onChoose: (things: readonly Offered[], on: boolean) => void;
}) {
  const on = list.filter((o) => chosen.has(o.thing)).length;
  const [open, setOpen] = useState(list.length <= 8);
  const box = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (box.current) box.current.indeterminate = on > 0 && on < list.length;
  }, [on, list.length]);
  return (
    <section aria-label={part} className="border-t border-line">
      <div className="flex items-center gap-1 py-1">
        <label className="grid size-6 place-items-center">
          <input
            ref={box}
            type="checkbox"
            aria-label={`All of ${part.toLowerCase()}`}
            checked={on === list.length}
            onChange={(e) => onChoose(list, e.target.checked)}
          />
        </label>
        <button
          type="button"
          aria-expanded={open}
          className="flex min-h-6 flex-1 items-center gap-2 text-left"
          onClick={() => setOpen(!open)}
        >
          <ChevronRight size={14} aria-hidden className={clsx("text-ink-2", open && "rotate-90")} />
          <span className="text-sm font-semibold">{part}</span>
          <span className="text-xs text-ink-2">
            {on === list.length ? plural(on, "thing") : `${on} of ${list.length}`}
          </span>
        </button>
      </div>
      {open && (
        <ul className="pb-1.5 pl-6 text-sm">
          {list.map((o) => (
            <li key={o.thing}>
              <label className="flex min-h-6 items-start gap-2.5 py-1">
                <input
                  type="checkbox"
                  className="mt-1"
                  checked={chosen.has(o.thing)}
                  onChange={(e) => onChoose([o], e.target.checked)}
                />
                <span className="min-w-0 flex-1 [overflow-wrap:anywhere]">
                  {o.says.map((says) => (
                    <span key={says} className="block">
                      {says}
                    </span>
                  ))}
                  {along.has(o.thing) && <span className="block text-xs text-tide">comes along</span>}
                </span>
              </label>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** How many tracks of a template of the library a house style would ask for something else than the draft does. */
function AskedOfSample({ next }: { next: House }) {
  const { style } = useHouseWork();
  const { session, name, pick } = useSample();
  const later = useDeferredValue(next);
  const touches = useMemo(
    () => (session ? impactOn(style, makeStyle(later), session) : []),
    [style, later, session],
  );
  if (!session) return null;
  const tracks = new Set(touches.map((t) => t.track)).size;
  const of = (what: string): number => touches.filter((t) => t.what === what).length;
  const said = (["name", "colour", "icon", "place", "start", "reading"] as const).flatMap((what) =>
    of(what) > 0 ? [plural(of(what), what)] : [],
  );
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1 pt-1 text-sm">
      <span className="min-w-0 flex-1">
        {tracks === 0
          ? `No track of ${name} would be asked for anything else.`
          : `${plural(tracks, "track")} of ${name} would be asked for something else: ${said.join(", ")}.`}
      </span>
      {pick}
    </div>
  );
}
