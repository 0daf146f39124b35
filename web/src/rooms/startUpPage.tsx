import type { StartUps } from "@mossy/contract/startUp";
import { isAsWanted, startUpStand } from "@mossy/core/devices/startUp";
import type { StartUpLine } from "@mossy/core/devices/startUp";
import { useMutation, useQuery } from "@tanstack/react-query";
import { ArrowUp, X } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { BackAndForth } from "../ui/backAndForth.tsx";
import { Button } from "../ui/button.tsx";
import { PickOne } from "../ui/chooser.tsx";
import { moment } from "../ui/dates.ts";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { TextField } from "../ui/textField.tsx";
import { ask } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queries, queryClient, useMe } from "../wire/queries.ts";

type RoomLine = StartUps["rooms"][number];
/** A deed on this page, with what stood before and after it. */
interface Deed {
  readonly room: string;
  readonly name: string;
  readonly was: readonly StartUpLine[];
  readonly to: readonly StartUpLine[];
  readonly label: string;
}

const plain = (list: readonly StartUpLine[]): StartUpLine[] =>
  list.map(({ template, purpose }) => ({ template, purpose }));

/** Says what rooms open with, one deed after the other, each taken back in turn. */
function useDeeds() {
  const [past, setPast] = useState<{ behind: readonly Deed[]; ahead: readonly Deed[] }>({
    behind: [],
    ahead: [],
  });
  const set = useMutation({
    mutationFn: async ({ room, was, to }: Pick<Deed, "room" | "was" | "to">) => {
      const { rooms } = await queryClient.ensureQueryData(later.startUps);
      const now = rooms.find((r) => r.room === room);
      if (JSON.stringify(plain(now?.list ?? [])) !== JSON.stringify(plain(was)))
        throw new Error(
          "Somebody said otherwise meanwhile what this room opens with. Look at it as it is now.",
        );
      await ask("setStartUp", { room }, { revision: now?.revision ?? 0, list: plain(to) });
    },
    onSettled: () => queryClient.invalidateQueries({ queryKey: ["start-ups"] }),
  });
  const [undoes, redoes] = [past.behind.at(-1), past.ahead.at(-1)];
  return {
    problem: set.error,
    busy: set.isPending,
    undoes: undoes?.label ?? null,
    redoes: redoes?.label ?? null,
    go: (deed: Deed) =>
      set.mutate(deed, { onSuccess: () => setPast({ behind: [...past.behind, deed], ahead: [] }) }),
    undo: () => {
      if (undoes)
        set.mutate(
          { room: undoes.room, was: undoes.to, to: undoes.was },
          {
            onSuccess: () => setPast({ behind: past.behind.slice(0, -1), ahead: [...past.ahead, undoes] }),
          },
        );
    },
    redo: () => {
      if (redoes)
        set.mutate(redoes, {
          onSuccess: () => setPast({ behind: [...past.behind, redoes], ahead: past.ahead.slice(0, -1) }),
        });
    },
  };
}
type Deeds = ReturnType<typeof useDeeds>;

/** What the stations of all rooms open with, on one page: said here, told to them, seen where one has another. */
export default function StartUpPage() {
  const { data, error, refetch } = useQuery(later.startUps);
  const lead = useMe()?.right === "lead";
  const deeds = useDeeds();
  useShortcuts([
    { keys: "Ctrl+Z", says: "Undo", run: deeds.undo },
    { keys: "Ctrl+Shift+Z", says: "Redo", run: deeds.redo },
  ]);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  return (
    <div className="flex flex-col gap-4">
      <PageHead crumbs={[["Rooms", "/rooms"]]} title="Start-up">
        {lead && (
          <BackAndForth
            undoes={deeds.undoes}
            redoes={deeds.redoes}
            onUndo={deeds.undo}
            onRedo={deeds.redo}
          />
        )}
      </PageHead>
      <p className="text-sm text-ink-2">
        What the station of each room opens with, the one to begin with first. Stations hear of a change and
        get the latest releases by themselves.
      </p>
      <Trouble error={deeds.problem} />
      {data.rooms.length === 0 && (
        <div className="card">
          <Empty title="No rooms yet">
            <Link className="font-semibold text-moss" to="/rooms">
              Make the first
            </Link>
          </Empty>
        </div>
      )}
      <ul className="flex flex-col gap-3">
        {data.rooms.map((r) => (
          <RoomCard key={r.room} of={r} deeds={lead ? deeds : null} />
        ))}
      </ul>
    </div>
  );
}

/** @param deeds null for whoever only looks */
function RoomCard({ of, deeds }: { of: RoomLine; deeds: Deeds | null }) {
  const { data } = useQuery(queries.library);
  const { room, name, list, stations } = of;
  const there = new Set(list.map((l) => l.template));
  const offered =
    data?.templates.filter(
      (t) => t.kind === "template" && t.latest !== null && !t.retired && !there.has(t.id),
    ) ?? [];
  const change = (to: readonly StartUpLine[], label: string): void =>
    deeds?.go({ room, name, was: list, to, label: `${label}, ${name}` });
  return (
    <li className="card p-4">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="flex-1 font-semibold">
          <Link to={`/rooms/${room}`} className="hover:underline">
            {name}
          </Link>
        </h2>
        {deeds && offered.length > 0 && (
          <PickOne
            small
            className="w-52"
            aria-label={`Add a template for ${name}`}
            says="Add a template…"
            options={offered.map((t) => [t.id, t.name])}
            onPick={(template) => {
              const called = offered.find((t) => t.id === template)?.name ?? template;
              change([...list, { template, purpose: "" }], `add ${called}`);
            }}
          />
        )}
      </div>
      {list.length === 0 && <p className="pt-1 text-sm text-ink-2">Nothing: it opens empty.</p>}
      <ol className="pt-1">
        {list.map((l, i) => (
          <li
            key={l.template}
            className="flex flex-wrap items-center gap-3 border-t border-line py-1.5 first:border-t-0"
          >
            <span className="min-w-0 flex-1">
              <Link to={`/library/${l.template}`} className="font-semibold hover:underline">
                {l.name}
              </Link>{" "}
              <span className="text-sm text-ink-2">
                {l.release === null ? "" : `release ${l.release}`}
                {!deeds && l.purpose !== "" ? ` · ${l.purpose}` : ""}
              </span>
            </span>
            {l.release === null && <Pill look="broken">nothing to open any more</Pill>}
            {!deeds && i === 0 && <Pill look="ok">begins with it</Pill>}
            {deeds && (
              <>
                <span className="w-44">
                  <TextField
                    label="What for"
                    value={l.purpose}
                    readOnly={false}
                    onSet={(purpose) =>
                      change(
                        list.map((x) => (x === l ? { ...x, purpose: purpose.trim().slice(0, 60) } : x)),
                        `what ${l.name} is for`,
                      )
                    }
                  />
                </span>
                {i === 0 ? (
                  <span className="w-32 text-center">
                    <Pill look="ok">begins with it</Pill>
                  </span>
                ) : (
                  <Button
                    small
                    disabled={deeds.busy}
                    aria-label={`Begin with it: ${l.name}, ${name}`}
                    onClick={() => change([l, ...list.filter((x) => x !== l)], `begin with ${l.name}`)}
                  >
                    <ArrowUp size={13} aria-hidden /> Begin with it
                  </Button>
                )}
                <Button
                  small
                  disabled={deeds.busy}
                  aria-label={`Take away: ${l.name}, ${name}`}
                  onClick={() =>
                    change(
                      list.filter((x) => x !== l),
                      `take away ${l.name}`,
                    )
                  }
                >
                  <X size={13} aria-hidden /> Take away
                </Button>
              </>
            )}
          </li>
        ))}
      </ol>
      {stations.map((s) => (
        <StationStand key={s.id} of={of} station={s} />
      ))}
    </li>
  );
}

/** How a station stands to what its room opens with. */
function StationStand({
  of: { list },
  station: s,
}: {
  of: RoomLine;
  station: RoomLine["stations"][number];
}) {
  const names = new Map(list.map((l) => [l.template, l.name]));
  const called = (id: string): string => names.get(id) ?? id;
  const wanted = list.flatMap((l) => (l.release === null ? [] : [{ ...l, release: l.release }]));
  const stand = s.has && startUpStand(wanted, s.has);
  const says = stand
    ? [
        ...stand.missing.map((id) => `has no ${called(id)}`),
        ...stand.older.map((h) => `has release ${h.release} of ${called(h.template)}`),
        ...(stand.first === null ? [] : [`begins with ${called(stand.first)}`]),
        ...stand.more.map((id) => `has ${called(id)} besides`),
      ]
    : [];
  return (
    <p className="flex flex-wrap items-center gap-2 border-t border-line pt-2 text-sm text-ink-2">
      <span className="font-semibold text-ink">{s.name}</span>
      {stand === null ? (
        "never said what it opens with"
      ) : isAsWanted(stand) ? (
        <Pill look="ok">as it should be</Pill>
      ) : (
        <span className="text-lantern">{says.join("; ")}</span>
      )}
      {s.at !== null && <span>· said {moment(s.at)}</span>}
    </p>
  );
}
