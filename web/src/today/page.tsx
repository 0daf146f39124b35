import { waitingIn } from "@mossy/contract/openWork";
import { useQuery } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { Suspense, lazy, useMemo } from "react";
import { Link, useNavigate } from "react-router";
import { queries, useMe } from "../wire/queries.ts";
import { useStandingIn } from "../rooms/standing.ts";
import { DriftCard } from "./driftCard.tsx";
import { RoomTable } from "./roomTable.tsx";
import { WaitingList } from "./waitingList.tsx";
import { Button } from "../ui/button.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import type { Shortcut } from "../ui/shortcuts.tsx";
import { Failed, Loading } from "../ui/states.tsx";

const NUMBERS = ["No", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine", "Ten"];

// A house that lives has taken them.
const FirstSteps = lazy(() => import("./firstSteps.tsx"));
const NO_KEYS: readonly Shortcut[] = [];

const todayInWords = (): string =>
  new Intl.DateTimeFormat("en-GB", { weekday: "long", day: "numeric", month: "long" }).format(new Date());

export default function TodayPage() {
  const { data, error, refetch } = useQuery(queries.today);
  const standing = useStandingIn();
  const me = useMe();
  const waiting = useMemo(() => (data ? waitingIn(data, me) : []), [data, me]);
  const navigate = useNavigate();
  const here = data?.rooms.find((r) => r.id === standing) ?? data?.rooms[0];
  useShortcuts(
    here
      ? [
          {
            keys: "A",
            says: "Start a session again like last time",
            run: () => void navigate(`/start?room=${here.id}&again=yes`),
          },
        ]
      : NO_KEYS,
  );
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  const count = data.rooms.length;
  const young = data.first.length > 0;
  return (
    <div className="flex h-full min-h-[640px] flex-col gap-4">
      <header className="flex items-end justify-between">
        <div>
          <p className="h-5 text-sm text-ink-2">
            {todayInWords()} · {data.house.name}
          </p>
          <h1 className="font-title text-xl font-semibold tracking-tight">
            {NUMBERS[count] ?? count} {count === 1 ? "room" : "rooms"}, one house style
          </h1>
        </div>
        {here && !young && (
          <div className="flex gap-3">
            <Button asChild>
              <Link to={`/start?room=${here.id}&again=yes`} title="A">
                Again like last time
              </Link>
            </Button>
            <Button look="main" asChild>
              <Link to={`/start?room=${here.id}`}>
                <Plus size={16} aria-hidden /> Start a session
              </Link>
            </Button>
          </div>
        )}
      </header>
      <div className="beside min-h-0 flex-1 [--beside:minmax(260px,330px)]">
        <div className="flex min-h-0 flex-col gap-4">
          {young && (
            <Suspense fallback={<Loading />}>
              <FirstSteps first={data.first} lead={me?.right === "lead"} />
            </Suspense>
          )}
          {data.rooms.length > 0 && <RoomTable rooms={data.rooms} open={data.open} />}
          <DriftCard rooms={data.rooms} young={young} />
        </div>
        <WaitingList waiting={waiting} young={young} />
      </div>
    </div>
  );
}
