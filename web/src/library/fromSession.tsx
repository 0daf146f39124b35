import type { SessionCargo } from "@mossy/contract/cargo";
import type { Style } from "@mossy/core/house/style";
import { lookAtItems, lookAtMarkers } from "@mossy/core/items/stay";
import { newSession } from "@mossy/core/house/starts";
import type { Session } from "@mossy/core/session/document";
import { cleaned, lookThrough, productionStay } from "@mossy/core/sheet/clean";
import type { Stay } from "@mossy/core/sheet/clean";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import { Failed, Loading } from "../ui/states.tsx";
import { useSteady } from "../ui/useSteady.ts";
import { queries } from "../wire/queries.ts";
import { later } from "../wire/laterQueries.ts";
import { Cleaner } from "./cleaner.tsx";
import type { Uncleaned } from "./cleaner.tsx";
import { soundsOfSession } from "./keptSounds.ts";
import type { KeptSounds } from "./keptSounds.ts";

const NOTHING = "Notes and what was said about it stay with the session.";

/** What is made of a session, with what it was called and which production it is of. */
export interface OfSession {
  readonly session: Session;
  readonly title: string;
  readonly production: string | null;
  /** Where the sounds of what stays lie. */
  readonly sounds: KeptSounds;
}

function sourceOf(style: Style, { session, sounds, takes, shared, carried }: SessionCargo): Uncleaned {
  return {
    looked: lookThrough(style, session),
    items: lookAtItems(session, new Set(takes), new Map(shared.map((s) => [s.key, s]))),
    markers: lookAtMarkers(session),
    sizes: new Map(sounds.map((s) => [s.key, s.bytes])),
    carried,
    notices: [],
    nothing: NOTHING,
  };
}

/**
 * A session of the house as it stands, cleaned for a template; the session itself is not touched. Whatever came
 * later in the template it was started from can be taken over afterwards.
 */
export function FromSession({
  style,
  session: id,
  onChoose,
}: {
  style: Style;
  session: string;
  onChoose: (made: OfSession) => void;
}) {
  const { data: s, error, refetch } = useQuery(queries.session(id));
  // What lies on its tracks is in the file of its last check-in.
  const cargo = useQuery(later.sessionCargo(id));
  const { data: carries } = cargo;
  const [said, setSaid] = useState<Stay | null>(null);
  const source = useMemo(() => (carries ? sourceOf(style, carries) : null), [style, carries]);
  const stay = useMemo(
    () => said ?? (source && carries ? productionStay(source.looked, source.items, carries.session) : null),
    [said, source, carries],
  );
  const choose = useSteady(onChoose);
  useEffect(() => {
    if (!s || !stay || !carries) return;
    const session = cleaned(style, carries.session, newSession(style.house, s.title), stay);
    const origin = { template: s.template, release: s.release };
    choose({
      session: { ...session, origin },
      title: s.title,
      production: s.production,
      sounds: soundsOfSession(id, carries.sounds),
    });
  }, [style, s, id, stay, carries, choose]);
  if (!s && error) return <Failed error={error} again={() => void refetch()} />;
  if (!carries && cargo.error) return <Failed error={cargo.error} again={() => void cargo.refetch()} />;
  if (!s || !stay || !source) return <Loading what="Looking through the session" />;
  return (
    <>
      <p className="text-sm text-ink-2">
        From{" "}
        <Link to={`/sessions/${s.id}`} className="font-semibold text-moss hover:underline">
          {s.title}
        </Link>{" "}
        in {s.roomName}, as it stands
        {s.lastCheckIn ? ` after check-in ${s.lastCheckIn.number}` : ""}; the session is not touched. It is
        known as begun from {s.templateName}, release {s.release}.
      </p>
      <Cleaner source={source} of="the session" stay={stay} onStay={setSaid} />
    </>
  );
}
