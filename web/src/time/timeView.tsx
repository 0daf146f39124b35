import type { House } from "@mossy/core/house/house";
import type { Session, TrackId } from "@mossy/core/session/document";
import { LANES } from "@mossy/core/session/lanes";
import type { Lane } from "@mossy/core/session/lanes";
import { apply } from "@mossy/core/session/apply";
import { setSessionField } from "@mossy/core/session/change";
import { TIME_OUT, writeTime } from "@mossy/core/formats/timeline/writeTime";
import type { TimeOut } from "@mossy/core/formats/timeline/writeTime";
import { COUNTS } from "@mossy/core/time/counted";
import type { Count } from "@mossy/core/time/counted";
import { putOnLane } from "@mossy/core/time/laneEdits";
import { clsx } from "clsx";
import { useMemo, useState } from "react";
import type { ReactNode } from "react";
import { z } from "zod";
import type { Workpiece } from "../documents/workpiece.ts";
import { PickOne } from "../ui/chooser.tsx";
import { Select } from "../ui/select.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { mention } from "../ui/toasts.tsx";
import { useKept } from "../ui/useKept.ts";
import { Ground } from "./ground.tsx";
import { countingOf, shownOf } from "./shown.ts";
import type { Picked } from "./shown.ts";
import { BringTime, TakeTime } from "./bringTime.tsx";
import type { Brought } from "./bringTime.tsx";
import { TimeList } from "./timeList.tsx";
import { TimeSide } from "./timeSide.tsx";

const COUNT_WORDS: Readonly<Record<Count, string>> = {
  time: "minutes and seconds",
  bars: "bars and beats",
  timecode: "timecode",
  feet: "feet and frames",
};
const PUT: Readonly<Record<Lane, string>> = {
  markers: "a marker",
  sections: "a section",
  tempo: "a tempo",
  meter: "a meter",
  key: "a key",
  picture: "the picture",
};
const OUT: Readonly<Record<TimeOut, string>> = {
  markers: "markers, CSV",
  midi: "MIDI file",
  otio: "OpenTimelineIO",
  edl: "edit list, CMX 3600",
  cue: "cue sheet",
};
function save(house: House, session: Session, as: TimeOut): void {
  const { name, type, content, says } = writeTime(house, session, as);
  saveAs(name, type, content);
  if (says !== null) mention(says);
}

const HOW = [
  ["drawn", "Drawn"],
  ["list", "As a list"],
] as const;

/**
 * What runs along the time of a session: lanes and what lies on tracks, drawn to scale and as a list, with everything
 * about what is chosen at its side.
 */
export function TimeView({
  session,
  work,
  house,
  ofJob,
  also,
  onTrack,
}: {
  session: Session;
  work: Workpiece | null;
  house: House;
  /** Whether what is put here belongs to a job unless somebody says otherwise. */
  ofJob: boolean;
  /** What else there is of its time, elsewhere. */
  also?: ReactNode;
  onTrack: (id: TrackId) => void;
}) {
  const [how, setHow] = useKept<"drawn" | "list">("time-how", "drawn", z.enum(["drawn", "list"]));
  const [count, setCount] = useKept<Count>("time-count", "time", z.enum(COUNTS));
  const [picked, setPicked] = useState<Picked | null>(null);
  const [here, setHere] = useState(0);
  const [brought, setBrought] = useState<Brought | null>(null);
  const shown = useMemo(() => shownOf(session), [session]);
  const counting = useMemo(() => countingOf(shown, count), [shown, count]);
  const put = (lane: Lane): void => {
    if (!work) return;
    const made = putOnLane(session, lane, here, {
      job: ofJob,
      clock: count === "bars" ? "beats" : "seconds",
      at: count === "bars" ? shown.along.by("seconds", "beats", here) : here,
    });
    if (!made) {
      mention(lane === "picture" ? "A picture runs along already." : `There are as many as a lane holds.`);
      return;
    }
    const open = session.lanes.includes(lane)
      ? []
      : [setSessionField(apply(session, [made.change]), "lanes", [...session.lanes, lane])];
    work.edit([made.change, ...open], `put ${PUT[lane]}`);
    setPicked({ sort: "lane", lane, id: made.id });
  };
  useShortcuts(
    work ? [{ keys: "T", says: "Put a marker where you stand", run: () => put("markers") }] : [],
  );
  const common = { shown, counting, picked, onPick: setPicked } as const;
  return (
    <div
      className={clsx(
        "grid h-full min-h-0 grid-cols-[minmax(0,1fr)_276px] min-[1500px]:grid-cols-[minmax(0,1fr)_320px]",
        "max-[900px]:grid-cols-1 max-[900px]:overflow-y-auto",
      )}
    >
      <div className="flex min-h-0 min-w-0 flex-col border-r border-line max-[900px]:h-[420px]">
        <div className="flex flex-wrap items-center gap-2 border-b border-line px-3 py-2">
          <Choice label="How it is shown" value={how} choices={HOW} onChoose={setHow} />
          <Select
            small
            aria-label="Counted in"
            value={counting.count}
            onChange={(e) => setCount(COUNTS.find((c) => c === e.target.value) ?? "time")}
          >
            {COUNTS.map((c) => (
              <option
                key={c}
                value={c}
                disabled={session.frameRate === null && (c === "timecode" || c === "feet")}
              >
                {COUNT_WORDS[c]}
              </option>
            ))}
          </Select>
          {work && (
            <PickOne
              small
              aria-label="Put where you stand"
              className="w-36"
              says="Put here…"
              options={LANES.map((l) => [l, PUT[l]])}
              onPick={(l) => put(l as Lane)}
            />
          )}
          <span className="ml-auto flex items-center gap-2">
            {also}
            {work && <BringTime session={session} onRead={setBrought} />}
            <PickOne
              small
              aria-label="Save as"
              className="w-32"
              says="Save as…"
              options={TIME_OUT.map((as) => [as, OUT[as]])}
              onPick={(as) => save(house, session, as as TimeOut)}
            />
          </span>
        </div>
        {how === "drawn" ? (
          <Ground {...common} here={here} onHere={setHere} work={work} onTrack={onTrack} />
        ) : (
          <TimeList {...common} />
        )}
      </div>
      <div className="min-h-0 overflow-y-auto max-[900px]:overflow-visible">
        {brought && work ? (
          <TakeTime
            session={session}
            work={work}
            brought={brought}
            ofJob={ofJob}
            onDone={() => setBrought(null)}
          />
        ) : (
          <TimeSide {...common} palette={house.palette} work={work} />
        )}
      </div>
    </div>
  );
}
