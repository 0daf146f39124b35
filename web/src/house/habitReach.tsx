import type { TrackUses } from "@mossy/contract/library";
import { habitInWords } from "@mossy/core/habits/adopt";
import type { Habit } from "@mossy/core/habits/habits";
import { asRoomsHaveIt, isHouseStyles } from "@mossy/core/habits/onTemplates";
import type { Style } from "@mossy/core/house/style";
import { diff } from "@mossy/core/session/diff";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { newId } from "../session/newId.ts";
import { Button } from "../ui/button.tsx";
import { Failed, Loading, Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { askOnce } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queries, queryClient } from "../wire/queries.ts";

/** What taking a habit up would change: tracks of drafts and open sessions; templates it can be proposed to. */
export function HabitReach({ of: h, style }: { of: Habit; style: Style }) {
  const { data, error, refetch } = useQuery(later.trackUses("role", h.role));
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Looking through drafts and sessions" />;
  return isHouseStyles(h) ? (
    <Touched of={h} uses={data} />
  ) : (
    <OnTemplates of={h} uses={data} style={style} />
  );
}

/** Where the tracks are that would be called or coloured otherwise. */
function Touched({ of: h, uses }: { of: Habit; uses: TrackUses }) {
  const sorts = [
    ["template", "draft"],
    ["session", "open session"],
  ] as const;
  const said = sorts.map(([sort, one]) => plural(uses.places.filter((p) => p.sort === sort).length, one));
  return (
    <div className="basis-full text-sm">
      <p>
        {plural(uses.of, "track")} in {said.join(" and ")} would be{" "}
        {h.about === "name" ? `called with “${h.rooms}”` : "in that colour"}:
      </p>
      <ul className="columns-2 gap-4 pt-1">
        {uses.places.map((p) => (
          <li key={`${p.sort} ${p.id}`} className="truncate">
            <Link
              to={p.sort === "template" ? `/library/${p.id}` : `/sessions/${p.id}`}
              className="underline underline-offset-2"
            >
              {p.name}
            </Link>{" "}
            <span className="text-ink-2">{p.tracks.map((t) => t.name).join(", ")}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Templates that have it as the house gave it out: those that are ticked get a proposal each. */
function OnTemplates({ of: h, uses, style }: { of: Habit; uses: TrackUses; style: Style }) {
  const { data: library } = useQuery(queries.library);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const having = new Map(uses.places.filter((p) => p.sort === "template").map((p) => [p.id, p.tracks]));
  const templates = (library?.templates ?? []).filter(
    (t) => t.kind === "template" && !t.retired && having.has(t.id) !== (h.about === "added"),
  );
  const chosen = templates.filter((t) => !left.has(t.id));
  const propose = useMutation({
    mutationFn: async () => {
      let made = 0;
      for (const { id } of chosen) {
        const { draft } = await queryClient.fetchQuery({ ...queries.template(id), staleTime: 0 });
        const base = draft.session;
        const changes = [...diff(base, asRoomsHaveIt(style, base, h, newId))];
        if (changes.length === 0) continue;
        const reason =
          `Rooms do so: ${habitInWords(h)} (${h.inRooms.join(", ")}; ` +
          `${Math.round(h.low * 100)} to ${Math.round(h.high * 100)} % of such sessions).`;
        await askOnce(
          "propose",
          {},
          { target: "session", template: id, session: null, base, changes, reason },
        );
        made++;
      }
      return made;
    },
    onSettled: () =>
      Promise.all(["proposals", "today"].map((key) => queryClient.invalidateQueries({ queryKey: [key] }))),
    onSuccess: (made) =>
      made === 0
        ? mention("Nothing was proposed: their drafts have it so already, or nowhere to put it.")
        : mention(`${plural(made, "proposal")} made.`, { to: "/library/proposals", next: "See them" }),
  });
  if (templates.length === 0)
    return <p className="basis-full text-sm text-ink-2">No template has it otherwise.</p>;
  return (
    <form
      aria-label={`Propose it on templates: ${style.reader.roles.get(h.role)?.name ?? h.role}`}
      className="flex basis-full flex-col gap-1.5 text-sm"
      onSubmit={(e) => {
        e.preventDefault();
        propose.mutate();
      }}
    >
      <ul className="flex flex-col">
        {templates.map((t) => (
          <li key={t.id}>
            <label className="flex min-h-6 items-center gap-2">
              <input
                type="checkbox"
                className="accent-moss"
                checked={!left.has(t.id)}
                onChange={() => {
                  const next = new Set(left);
                  if (!next.delete(t.id)) next.add(t.id);
                  setLeft(next);
                }}
              />
              {t.name}
              <span className="font-mono text-ink-2">
                {(having.get(t.id) ?? []).map((x) => x.name).join(", ")}
              </span>
            </label>
          </li>
        ))}
      </ul>
      <Trouble error={propose.error} />
      <span>
        <Button small type="submit" disabled={chosen.length === 0 || propose.isPending}>
          Propose it on {plural(chosen.length, "template")}
        </Button>
      </span>
    </form>
  );
}
