import type { SessionCard } from "@mossy/contract/sessions";
import { Link } from "react-router";
import { Pill } from "../ui/pieces.tsx";

const day = (iso: string): string =>
  new Date(iso).toLocaleDateString("en-GB", { day: "numeric", month: "short" });

/** How a session stands, in a word. */
export function StandPill({ session: s }: { session: SessionCard }) {
  const c = s.lastCheckIn;
  if (s.closedAt !== null) return <Pill>closed</Pill>;
  if (!c) return <Pill look="note">{s.sentAt === null ? "package not sent" : "at the room"}</Pill>;
  return (
    <span className="flex flex-wrap justify-end gap-1.5">
      {c.askedNow > 0 && <Pill look="note">a later edition asks {c.askedNow}</Pill>}
      {c.openNow === 0 ? (
        <Pill look="ok">follows the house</Pill>
      ) : (
        <Pill look="look">{c.openNow} to look at</Pill>
      )}
    </span>
  );
}

/** A session in a list. */
export function SessionRow({ session: s, showRoom }: { session: SessionCard; showRoom: boolean }) {
  return (
    <li className="relative flex items-center gap-3 border-t border-line px-4 py-2 hover:bg-bg">
      <span className="min-w-0 flex-1">
        <Link
          to={`/sessions/${s.id}`}
          className="block truncate font-semibold after:absolute after:inset-0"
        >
          {s.title}
        </Link>
        <span className="block truncate text-sm text-ink-2">
          {showRoom ? `${s.roomName} · ` : ""}
          {s.templateName},{" "}
          <span
            className={
              s.release < s.latestRelease && s.closedAt === null ? "font-semibold text-lantern" : ""
            }
          >
            release {s.release}
            {s.release < s.latestRelease && s.closedAt === null ? ` of ${s.latestRelease}` : ""}
          </span>{" "}
          · {day(s.madeAt)}
        </span>
      </span>
      {s.lastCheckIn && (
        <span className="text-sm text-ink-2">
          check-in {s.lastCheckIn.number}, {day(s.lastCheckIn.handedInAt)}
        </span>
      )}
      <StandPill session={s} />
    </li>
  );
}
