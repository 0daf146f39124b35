import { clsx } from "clsx";
import { waitingIn } from "@mossy/contract/openWork";
import type { Person } from "@mossy/contract/people";
import { useQuery } from "@tanstack/react-query";
import {
  BookOpenText,
  ChevronsUpDown,
  CloudOff,
  DoorOpen,
  LibraryBig,
  MapPin,
  SunMedium,
  Tent,
  UserRound,
  UsersRound,
} from "lucide-react";
import type { LucideIcon } from "lucide-react";
import { Suspense, lazy, useMemo, useState } from "react";
import type { ReactNode } from "react";
import { NavLink } from "react-router";
import { queries } from "../wire/queries.ts";
import { useStandingIn } from "../rooms/standing.ts";

const PLACES: readonly { to: string; name: string; Icon: LucideIcon; count?: "waiting" | "checkIns" }[] = [
  { to: "/", name: "Today", Icon: SunMedium, count: "waiting" },
  { to: "/house", name: "House style", Icon: BookOpenText },
  { to: "/library", name: "Library", Icon: LibraryBig },
  { to: "/rooms", name: "Rooms", Icon: DoorOpen },
  { to: "/sessions", name: "Sessions", Icon: Tent, count: "checkIns" },
];
/** What only leads have in their rail. */
const LEADS: typeof PLACES = [{ to: "/people", name: "People", Icon: UsersRound }];
/** Words that are only heard, not seen, where the rail is folded to icons. */
const WIDE = "max-[1023px]:sr-only";
// Menus are fetched when one is first opened, which keeps them out of the first page's script.
const RoomMenu = lazy(() => import("./roomMenu.tsx"));
const PersonMenu = lazy(() => import("./personMenu.tsx"));

/** The quiet rail at the left: places, the room one stands in, who one is. */
export function Rail({ me, online }: { me: Person; online: boolean }) {
  const { data: today } = useQuery(queries.today);
  const counts = useMemo(() => {
    const waiting = today ? waitingIn(today, me) : [];
    const checkIns = waiting.filter((w) => w.to?.startsWith("/check-ins/")).length;
    return { waiting: waiting.length, checkIns };
  }, [today, me]);
  return (
    <nav
      aria-label="Places"
      className={clsx(
        "flex h-full flex-col overflow-x-hidden overflow-y-auto border-r border-line px-[11px]",
        "pt-5 pb-[18px] max-[1023px]:px-[7px]",
      )}
    >
      <div className="mb-5 flex items-center gap-2.5 px-2 max-[1023px]:px-1.5">
        <img src="/lantern.svg" alt="" width={24} height={28} />
        <span className={`font-title text-[16px] leading-[18px] font-semibold ${WIDE}`}>
          Mossy
          <br />
          Lantern
        </span>
      </div>
      <ul className="flex flex-col">
        {[...PLACES, ...(me.right === "lead" ? LEADS : [])].map(({ to, name, Icon, count }) => (
          <li key={to}>
            <NavLink
              to={to}
              title={name}
              end={to === "/"}
              className={({ isActive }) =>
                clsx(
                  "relative flex h-[38px] items-center gap-3 rounded-md border px-2.5 font-semibold",
                  isActive
                    ? "border-line bg-surface text-ink"
                    : "border-transparent text-ink-2 hover:text-ink",
                )
              }
            >
              <Icon size={17} aria-hidden strokeWidth={1.8} />
              <span className={`flex-1 ${WIDE}`}>{name}</span>
              {count && counts[count] > 0 && (
                <span
                  className={clsx(
                    "text-sm text-lantern max-[1023px]:absolute max-[1023px]:top-0 max-[1023px]:right-0.5",
                    "max-[1023px]:text-xs",
                  )}
                >
                  {counts[count]}
                  <span className="sr-only"> waiting</span>
                </span>
              )}
            </NavLink>
          </li>
        ))}
      </ul>
      <div className="mt-auto flex flex-col gap-2">
        {!online && (
          <p
            role="status"
            title="No line to the house"
            className={clsx(
              "flex items-center gap-2 rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm text-lantern",
            )}
          >
            <CloudOff size={14} aria-hidden className="shrink-0" />{" "}
            <span className={WIDE}>No line to the house</span>
          </p>
        )}
        <StandingIn />
        <Person me={me} />
      </div>
    </nav>
  );
}

function StandingIn() {
  const { data } = useQuery(queries.today);
  const standing = useStandingIn();
  const rooms = data?.rooms ?? [];
  const room = rooms.find((r) => r.id === standing) ?? rooms[0];
  if (!room) return null;
  return (
    <Opener
      className="card px-2.5 py-2"
      Icon={MapPin}
      menu={(trigger) => <RoomMenu rooms={rooms} trigger={trigger} />}
    >
      <span className="block text-xs font-semibold text-ink-2">You are in</span>
      <span className="block truncate font-semibold">{room.name}</span>
      <span className="block truncate text-xs text-ink-2">
        {room.inputs} inputs{room.says === "" ? "" : ` · ${room.says}`}
      </span>
    </Opener>
  );
}

function Person({ me }: { me: Person }) {
  return (
    <Opener
      className="rounded-md px-2.5 py-1.5"
      Icon={UserRound}
      menu={(trigger) => <PersonMenu trigger={trigger} />}
    >
      <span className="block truncate text-sm font-semibold">{me.name}</span>
      <span className="block text-xs text-ink-2">{me.right}</span>
    </Opener>
  );
}

/** A button that opens a menu; the menu takes its place over once it is fetched. */
function Opener({
  className,
  Icon,
  menu,
  children,
}: {
  className: string;
  /** What stands for it where the rail is folded. */ Icon: LucideIcon;
  menu: (trigger: ReactNode) => ReactNode;
  children: ReactNode;
}) {
  const [wanted, setWanted] = useState(false);
  const button = (
    <button
      type="button"
      aria-haspopup="menu"
      className={`flex w-full items-center text-left hover:bg-sunk ${className}`}
      onClick={wanted ? undefined : () => setWanted(true)}
    >
      <Icon size={17} aria-hidden className="hidden text-ink-2 max-[1023px]:block" />
      <span className={`min-w-0 flex-1 ${WIDE}`}>{children}</span>
      <ChevronsUpDown size={14} aria-hidden className="text-ink-2 max-[1023px]:hidden" />
    </button>
  );
  return wanted ? <Suspense fallback={button}>{menu(button)}</Suspense> : button;
}
