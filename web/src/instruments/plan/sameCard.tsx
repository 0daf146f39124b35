import { keyMap } from "@mossy/core/instruments/same/keyMap";
import type { CalledBy } from "@mossy/core/instruments/same/keyMap";
import { keyChart } from "@mossy/core/instruments/same/chart";
import { notSame } from "@mossy/core/instruments/same/review";
import type { NotSame, Sort } from "@mossy/core/instruments/same/review";
import { plural } from "@mossy/core/session/plural";
import { Printer } from "lucide-react";
import { useMemo } from "react";
import { Link } from "react-router";
import { Button } from "../../ui/button.tsx";
import { PickOne } from "../../ui/chooser.tsx";
import { Pill } from "../../ui/pieces.tsx";
import { saveAs } from "../../ui/saveAs.ts";
import { mention } from "../../ui/toasts.tsx";
import { fileAddress } from "../../wire/ask.ts";
import { AsideHead } from "./asideHead.tsx";
import type { Planning } from "./usePlan.ts";

const SORTS: readonly (readonly [sort: Sort, name: string])[] = [
  ["issue", "Issue of the library"],
  ["time", "On the grid"],
  ["keys", "House keys"],
  ["level", "As loud as the house wants"],
  ["dynamics", "Dynamics"],
  ["resets", "Reset before the music"],
];
const MAPS: readonly (readonly [by: CalledBy, name: string])[] = [
  ["key", "by house keys"],
  ["controller", "by a controller"],
  ["channel", "by channels"],
];
/** So many lines of one sort are said; of the rest how many. */
const SHOWN = 4;

/** Where tracks are the same as in all templates of the house, where they cannot be, and what rooms take away of it. */
export function SameCard({
  planning,
  document,
  title,
  onDone,
}: {
  planning: Planning;
  document: string;
  title: string;
  onDone: () => void;
}) {
  const { style, session, ground, tracks } = planning;
  const { house } = style;
  const found = useMemo(
    () => notSame(house.instruments, tracks.session, ground.catalogue, ground.limits.error),
    [house, tracks, ground],
  );
  const { keys } = useMemo(() => keyChart(style, tracks.session), [style, tracks]);
  const many = tracks.session.tracks.filter((t) => t.plays !== null).length;
  const save = (by: CalledBy): void => {
    const map = keyMap(house.instruments, session, by);
    saveAs(`${title}, key map.json`, "application/json", JSON.stringify(map, null, 2));
    const left = map.tracks.flatMap((t) => t.articulations.filter((a) => a.called === null));
    if (left.length === 0) return;
    const names = [...new Set(left.map((a) => a.name))];
    mention(
      `In the key map nothing calls up ${names.slice(0, 4).join(", ")}` +
        (names.length > 4 ? ` and ${names.length - 4} more.` : "."),
    );
  };
  return (
    <section aria-label="Keys and levels" className="card flex flex-col gap-3 p-3.5">
      <AsideHead title="Keys and levels" onDone={onDone} />
      <ul className="flex flex-col gap-2">
        {SORTS.map(([sort, name]) => (
          <Matter
            key={sort}
            name={name}
            many={many}
            unsaid={sort === "level" && house.instruments.loudness === null}
            found={found.filter((f) => f.sort === sort)}
            onTrack={planning.onTrack}
          />
        ))}
      </ul>
      <div className="flex flex-wrap items-center gap-2 border-t border-line pt-3">
        <Button small asChild>
          <a href={fileAddress("paper", { document }, { sheet: "keys", title })} download>
            <Printer size={13} aria-hidden /> Chart, PDF
          </a>
        </Button>
        <PickOne
          small
          aria-label="Key map for a MIDI processor"
          className="w-28"
          says="Key map…"
          options={MAPS}
          onPick={(by) => save(by as CalledBy)}
        />
        <Link to="/house/starts?show=keys" className="text-sm text-moss hover:underline">
          Keys of the house
        </Link>
      </div>
      {keys.length > 0 && (
        <dl
          aria-label="House keys here"
          className="grid grid-cols-[auto_1fr] gap-x-3 border-t border-line pt-2 text-sm"
        >
          {keys.map((k) => (
            <div key={k.key} className="contents">
              <dt className="font-mono">{k.key}</dt>
              <dd className="truncate">
                {k.plays} <span className="text-ink-2">on {plural(k.on, "track")}</span>
              </dd>
            </div>
          ))}
        </dl>
      )}
    </section>
  );
}

/** One matter in which tracks are to be the same. */
function Matter({
  name,
  many,
  unsaid,
  found,
  onTrack,
}: {
  name: string;
  many: number;
  /** Whether the house says nothing of it. */
  unsaid: boolean;
  found: readonly NotSame[];
  onTrack: Planning["onTrack"];
}) {
  const off = new Set(found.map((f) => f.track)).size;
  return (
    <li className="text-sm">
      <p className="flex items-center gap-2">
        <span className="min-w-0 flex-1">{name}</span>
        {unsaid ? (
          <Pill look="quiet">not said</Pill>
        ) : (
          <Pill look={off === 0 ? "ok" : "look"}>
            {many - off} of {many}
          </Pill>
        )}
      </p>
      {found.length > 0 && (
        <ul className="pt-1 text-ink-2">
          {found.slice(0, SHOWN).map((f) => (
            <li key={`${f.track} ${f.says}`}>
              <button
                type="button"
                className="font-mono text-ink hover:underline"
                onClick={() => onTrack(f.track)}
              >
                {f.name}
              </button>{" "}
              {f.says}
            </li>
          ))}
          {found.length > SHOWN && <li>and {found.length - SHOWN} more</li>}
        </ul>
      )}
    </li>
  );
}
