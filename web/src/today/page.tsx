import { clsx } from "clsx";
import { useQuery } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { Suspense, lazy } from "react";
import { Link } from "react-router";
import { queries, useMe } from "../wire/queries.ts";
import { useStandingIn } from "../rooms/standing.ts";
import { FirstSteps } from "./firstSteps.tsx";
import { Button } from "../ui/button.tsx";
import { Pill, Share } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import type { AnswerOf } from "@mossy/contract/routes";

type TodayAnswer = AnswerOf<"today">;

const DriftChart = lazy(() => import("./driftChart.tsx"));
const NUMBERS = ["No", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine", "Ten"];
const WEIGHT_PILL = { broken: "broken", look: "look", note: "note" } as const;

const todayInWords = (): string =>
  new Intl.DateTimeFormat("en-GB", { weekday: "long", day: "numeric", month: "long" }).format(new Date());

export default function TodayPage() {
  const { data, error, refetch } = useQuery(queries.today);
  const standing = useStandingIn();
  const me = useMe();
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  const count = data.rooms.length;
  const here = data.rooms.find((r) => r.id === standing) ?? data.rooms[0];
  const young = data.first.length > 0;
  const drifted = data.drift.some((d) => Object.values(d.shares).some((s) => s !== null));
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
          <Button look="main" asChild>
            <Link to={`/rooms/${here.id}`}>
              <Plus size={16} aria-hidden /> Start a session
            </Link>
          </Button>
        )}
      </header>
      <div className="beside min-h-0 flex-1 [--beside:minmax(260px,330px)]">
        <div className="flex min-h-0 flex-col gap-4">
          {young && <FirstSteps first={data.first} lead={me?.right === "lead"} />}
          {data.rooms.length > 0 && <RoomTable rooms={data.rooms} />}
          {(drifted || !young) && (
            <section
              aria-label="Drift over twelve weeks"
              className="card flex min-h-56 flex-1 flex-col p-4 pb-2"
            >
              <h2 className="font-semibold">
                Drift over twelve weeks{" "}
                <span className="ml-1 text-sm font-normal text-ink-2">
                  share of tracks that followed the house as sessions came in, by room
                </span>
              </h2>
              <div className="min-h-0 flex-1">
                {drifted ? (
                  <Suspense fallback={<Loading what="Drawing" />}>
                    <DriftChart drift={data.drift} rooms={data.rooms} />
                  </Suspense>
                ) : (
                  <Empty title="Nothing has come back yet">
                    What rooms hand in is compared with the house here, week by week.
                  </Empty>
                )}
              </div>
            </section>
          )}
        </div>
        <WaitingList waiting={data.waiting} young={young} />
      </div>
    </div>
  );
}

function RoomTable({ rooms }: { rooms: TodayAnswer["rooms"] }) {
  return (
    <section aria-label="Rooms" className="card shrink-0">
      <table className="w-full">
        <thead>
          <tr className="text-left text-xs text-ink-2">
            <th scope="col" className="w-44 px-4 py-2.5 text-md text-ink">
              Rooms
            </th>
            <th scope="col" className="font-semibold">
              Open work, and the release it stands on
            </th>
            <th scope="col" className="w-44 font-semibold">
              Follows the house
            </th>
          </tr>
        </thead>
        <tbody>
          {rooms.map((r) => (
            <RoomRow key={r.id} room={r} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function RoomRow({ room: r }: { room: TodayAnswer["rooms"][number] }) {
  return (
    <tr className="border-t border-line align-middle">
      <td className="px-4 py-2.5">
        <Link to={`/rooms/${r.id}`} className="font-semibold hover:underline">
          {r.name}
        </Link>
        <span className="block text-sm text-ink-2">
          {r.inputs} in{r.says === "" ? "" : ` · ${r.says}`}
        </span>
      </td>
      <td className="py-2">
        <ul className="flex flex-wrap gap-1.5">
          {r.open.map((s) => (
            <li key={s.id}>
              <Link
                to={`/sessions/${s.id}`}
                className={clsx(
                  "inline-flex items-baseline gap-2 rounded-sm border border-line bg-bg px-2.5 py-1 text-sm",
                  "hover:border-line-strong",
                )}
                title={`from ${s.templateName}`}
              >
                {s.title}{" "}
                <span
                  className={clsx(
                    "font-mono",
                    s.release < s.latestRelease ? "font-bold text-lantern" : "text-ink-2",
                  )}
                >
                  release {s.release}
                  {s.release < s.latestRelease ? ` of ${s.latestRelease}` : ""}
                </span>
              </Link>
            </li>
          ))}
          {r.open.length === 0 && <li className="text-sm text-ink-3">nothing open</li>}
        </ul>
      </td>
      <td className="pr-4">
        <Share share={r.following} label={`Share of tracks in ${r.name} that follow the house`} />
      </td>
    </tr>
  );
}

function WaitingList({ waiting, young }: { waiting: TodayAnswer["waiting"]; young: boolean }) {
  return (
    <section aria-label="Waiting for you" className="card min-h-0 overflow-y-auto px-4 py-3">
      <h2 className="pb-2.5 text-md font-semibold">Waiting for you</h2>
      {waiting.length === 0 ? (
        <Empty title="Nothing waits">
          {young
            ? "What comes back from rooms with something off shows here."
            : "Every check-in is put right and every draft is published."}
        </Empty>
      ) : (
        <ul>
          {waiting.map((w) => (
            <li key={w.about + w.says} className="border-t border-line py-2.5">
              <Pill look={WEIGHT_PILL[w.weight]}>{w.about}</Pill>
              <p className="my-1">{w.says}</p>
              {w.to === null ? (
                <p className="text-sm text-ink-2">{w.next}</p>
              ) : (
                <Link to={w.to} className="text-sm font-semibold text-moss hover:underline">
                  {w.next} →
                </Link>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
