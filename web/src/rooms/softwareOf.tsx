import type { RoomCard } from "@mossy/contract/rooms";
import { LIMIT_WORDS, NO_LIMITS, differing, limitInWords } from "@mossy/core/fit/limits";
import { Link } from "react-router";

/** What the software of a room cannot do, or has only some of. */
export function SoftwareOf({ card: { room, limits } }: { card: RoomCard }) {
  const less = [...differing([limits, NO_LIMITS])];
  return (
    <section aria-labelledby="software" className="card p-4 text-sm">
      <h2 id="software" className="pb-1 text-base font-semibold">
        What its software can do
      </h2>
      {less.length === 0 && (
        <p className="text-ink-2">{room.software === null ? "Nobody said: everything." : "Everything."}</p>
      )}
      <dl className="grid grid-cols-[max-content_1fr] gap-x-4 gap-y-0.5">
        {less.map((limit) => (
          <div key={limit} className="contents">
            <dt className="text-ink-2">{LIMIT_WORDS[limit]}</dt>
            <dd>{limitInWords(limits, limit)}</dd>
          </div>
        ))}
      </dl>
      {limits.palette.length > 0 && (
        <ul aria-label="Its colours" className="flex flex-wrap gap-1 pt-2">
          {limits.palette.map((hex) => (
            <li key={hex} title={hex} className="size-6 rounded-[7px]" style={{ background: hex }}>
              <span className="sr-only">{hex}</span>
            </li>
          ))}
        </ul>
      )}
      <Link
        className="mt-2 inline-block leading-6 text-moss underline underline-offset-2"
        to="/rooms/software"
      >
        Beside that of other rooms
      </Link>
    </section>
  );
}
