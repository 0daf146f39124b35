import { habitInWords, withHabit } from "@mossy/core/habits/adopt";
import type { Habit } from "@mossy/core/habits/habits";
import { isHouseStyles } from "@mossy/core/habits/onTemplates";
import type { Style } from "@mossy/core/house/style";
import { habitsTable } from "@mossy/core/formats/habitsTable";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { SaveList } from "../ui/listFiles.tsx";
import { Bar } from "../ui/listPage.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { later } from "../wire/laterQueries.ts";
import { HabitReach } from "./habitReach.tsx";
import { useHouseWork } from "./work.ts";

/** What most rooms do in the same way against the house, with the evidence, and one step into the draft. */
export default function HabitsPage() {
  const { house, style, change } = useHouseWork();
  const { data, error, refetch } = useQuery(later.habits);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Looking through what came back" />;
  const roleName = (id: string): string => style.reader.roles.get(id)?.name ?? id;
  const take = (h: Habit): void => {
    const made = withHabit(house, h);
    if (!made || !change) return;
    if ("problem" in made) mention(made.problem, { weight: "look" });
    else {
      change(made.house);
      mention("It is in the draft; see under Editions what it would change.");
    }
  };
  return (
    <section aria-label="Habits" className="card flex h-full min-h-0 flex-col">
      <Bar>
        <p className="flex-1 text-sm text-ink-2">
          What most sessions of several rooms do in the same way against edition {data.edition}, out of{" "}
          {plural(data.sessions, "session")} that came back.
        </p>
        <SaveList list={() => habitsTable(data.habits, roleName)} file="Habits of the rooms" />
      </Bar>
      <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="What they do">
        {data.habits.length === 0 ? (
          <Empty title="No habits">
            Nothing is done otherwise by most sessions of several rooms that could not be chance.
          </Empty>
        ) : (
          <ul>
            {data.habits.map((h) => (
              <HabitLine
                key={`${h.about} ${h.role}`}
                of={h}
                role={roleName(h.role)}
                style={style}
                inDraft={isHouseStyles(h) && withHabit(house, h) === null}
                onTake={change && isHouseStyles(h) ? () => take(h) : null}
              />
            ))}
          </ul>
        )}
        <p className="border-t border-line px-4 py-3 text-xs text-ink-2">
          Whether it is chance is asked of an exact binomial test against how often, on average, the same is
          done to others of its sort in the same sessions, and of all questions together by the procedure of
          Benjamini and Hochberg (1995) at 5 %. The range is Wilson&rsquo;s interval (1927), 95 %. Rooms
          count, never people.
        </p>
      </div>
    </section>
  );
}

function HabitLine({
  of: h,
  role,
  style,
  inDraft,
  onTake,
}: {
  of: Habit;
  role: string;
  style: Style;
  inDraft: boolean;
  onTake: (() => void) | null;
}) {
  const [open, setOpen] = useState(false);
  const percent = (share: number): number => Math.round(share * 100);
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-line px-4 py-3">
      <div className="min-w-0 flex-1">
        <p>
          <span className="font-semibold">{role}</span>: {habitInWords(h)}
          {h.about === "colour" && <Colours of={h} />}
        </p>
        <p className="text-sm text-ink-2">
          {h.inRooms.join(", ")} · {h.inRooms.length} of {plural(h.ofRooms, "room")} · {percent(h.low)} to{" "}
          {percent(h.high)} % of such sessions
        </p>
      </div>
      <Button
        small
        look="quiet"
        aria-expanded={open}
        aria-label={`${isHouseStyles(h) ? "What it would change" : "Propose it on its templates"}: ${role}`}
        onClick={() => setOpen(!open)}
      >
        {isHouseStyles(h) ? "What it would change" : "Propose it on its templates"}
      </Button>
      {inDraft ? (
        <Pill look="ok">in the draft</Pill>
      ) : (
        onTake && (
          <Button small aria-label={`Take it up: ${role}`} onClick={onTake}>
            Take it up
          </Button>
        )
      )}
      {open && <HabitReach of={h} style={style} />}
    </li>
  );
}

function Colours({ of: { house, rooms } }: { of: Habit }) {
  return (
    <span className="inline-flex items-center gap-1 pl-2 align-middle">
      {[house, rooms].map((hex, i) => (
        <span
          key={i}
          title={hex}
          className="inline-block size-4 rounded-[4px]"
          style={{ background: hex }}
        />
      ))}
    </span>
  );
}
