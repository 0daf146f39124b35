import { clsx } from "clsx";
import { teach } from "@mossy/core/house/edit";
import type { House } from "@mossy/core/house/house";
import { makeReader } from "@mossy/core/words/reader";
import { groupUnread } from "@mossy/core/words/unread";
import type { UnreadGroup } from "@mossy/core/words/unread";
import type { Style } from "@mossy/core/house/style";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { later } from "../wire/laterQueries.ts";
import { mention } from "../ui/toasts.tsx";
import { RolePicker } from "../words/rolePicker.tsx";
import { Input, Pill } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { NewRoleForm } from "./newRole.tsx";
import { useHouseWork } from "./work.ts";

/**
 * The names from templates and check-ins that the draft does not read for sure, grouped; teaching a word
 * settles them.
 */
export default function UnreadPage() {
  const { house, style, change } = useHouseWork();
  const { data, error, refetch } = useQuery(later.unread);
  const groups = useMemo(() => (data ? groupUnread(style.reader, data.names) : []), [data, style]);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Looking through drafts and sessions" />;
  /** Takes a draft that reads more, and says how many names it settles. */
  const settle = (next: House, word: string): void => {
    if (!change) return;
    const after = groupUnread(makeReader(next.words), data.names);
    const before = groups.reduce((n, g) => n + g.count, 0);
    const settled = before - after.reduce((n, g) => n + g.count, 0);
    change(next);
    mention(
      settled > 0
        ? `“${word}” settles ${plural(settled, "name")}.`
        : `“${word}” is taught, but the names of this group hold something else that is not known.`,
      { weight: settled > 0 ? "note" : "look" },
    );
  };
  return (
    <section aria-label="Unread names" className="card h-full min-h-0 overflow-y-auto" tabIndex={0}>
      {groups.length === 0 ? (
        <Empty title="Every name is read">
          Nothing in the drafts of the library or in the latest check-ins is left unread.
        </Empty>
      ) : (
        <>
          <p className="border-b border-line px-4 py-2.5 text-sm text-ink-2">
            From the drafts of the library and the latest check-in of every open session. Say what a word
            means, and the draft of the house style knows it.
          </p>
          <ul>
            {groups.map((g) => (
              <Group
                key={g.names[0]?.name ?? g.word}
                group={g}
                style={style}
                house={house}
                onTeach={
                  change ? (role, word, within) => settle(teach(house, role, word, within), word) : null
                }
                onMake={settle}
              />
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function Group({
  group: g,
  style,
  house,
  onTeach,
  onMake,
}: {
  group: UnreadGroup;
  style: Style;
  house: House;
  onTeach: ((role: string, word: string, within: string | null) => void) | null;
  onMake: (next: House, word: string) => void;
}) {
  const [making, setMaking] = useState(false);
  const [word, setWord] = useState(g.word);
  const families = [...new Set(g.names.flatMap((n) => n.families))];
  const [within, setWithin] = useState("");
  const perhaps = g.perhaps === null ? undefined : style.reader.roles.get(g.perhaps);
  return (
    <li
      className={clsx(
        "grid grid-cols-[minmax(0,1fr)_minmax(0,420px)] max-[900px]:grid-cols-1 items-start gap-4",
        "border-b border-line px-4 py-3",
      )}
    >
      <div className="min-w-0">
        <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
          {g.names.slice(0, 6).map((n) => (
            <span key={n.name + n.families.join()} className="font-mono font-semibold">
              {n.name}
              {n.count > 1 && <span className="font-sans font-normal text-ink-2"> × {n.count}</span>}
            </span>
          ))}
          {g.names.length > 6 && <span className="text-sm text-ink-2">and {g.names.length - 6} more</span>}
        </p>
        <p className="mt-0.5 text-sm text-ink-2">
          in {g.where.slice(0, 4).join(", ")}
          {g.where.length > 4 ? ` and ${g.where.length - 4} more` : ""}
        </p>
        {perhaps && (
          <p className="mt-1">
            <Pill look="look">could be {perhaps.name}, not sure</Pill>
          </p>
        )}
      </div>
      {onTeach && (
        <div>
          <div className="grid grid-cols-2 gap-2">
            <Input
              aria-label="Word to teach"
              small
              className="font-mono"
              maxLength={60}
              value={word}
              onChange={(e) => setWord(e.target.value)}
            />
            <Select
              small
              aria-label="Where it holds"
              value={within}
              onChange={(e) => setWithin(e.target.value)}
            >
              <option value="">anywhere</option>
              {families.map((f) => (
                <option key={f} value={f}>
                  only inside {house.words.families.find((x) => x.id === f)?.name}
                </option>
              ))}
            </Select>
          </div>
          <RolePicker
            style={style}
            label={`What “${word}” is`}
            onChoose={(role) => {
              if (word.trim() !== "") onTeach(role, word, within === "" ? null : within);
            }}
          />
          {making ? (
            <div className="pt-2">
              <NewRoleForm
                house={house}
                family={perhaps?.family ?? families[0] ?? house.words.families[0]?.id ?? ""}
                from={word.trim()}
                onAdd={(next) => {
                  setMaking(false);
                  onMake(next, word.trim());
                }}
                onDone={() => setMaking(false)}
              />
            </div>
          ) : (
            <button
              type="button"
              className="mt-1.5 text-sm font-semibold text-moss hover:underline"
              onClick={() => setMaking(true)}
            >
              It is a role the house does not have yet…
            </button>
          )}
        </div>
      )}
    </li>
  );
}
