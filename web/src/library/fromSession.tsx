import type { Style } from "@mossy/core/house/style";
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
import { Cleaner } from "./cleaner.tsx";

const NOTHING = "Recordings, notes and what was said about it stay with the session.";

/** What is made of a session, with what it was called and which production it is of. */
export interface OfSession {
  readonly session: Session;
  readonly title: string;
  readonly production: string | null;
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
  const [said, setSaid] = useState<Stay | null>(null);
  const looked = useMemo(() => (s ? lookThrough(style, s.now) : []), [style, s]);
  const stay = useMemo(() => said ?? (s ? productionStay(looked, s.now) : null), [said, looked, s]);
  const choose = useSteady(onChoose);
  useEffect(() => {
    if (!s || !stay) return;
    const session = cleaned(style, s.now, newSession(style.house, s.title), stay);
    const origin = { template: s.template, release: s.release };
    choose({
      session: { ...session, origin },
      title: s.title,
      production: s.production,
    });
  }, [style, s, stay, choose]);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!s || !stay) return <Loading what="Fetching the session" />;
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
      <Cleaner
        source={{ looked, carried: [], notices: [], nothing: NOTHING }}
        of="the session"
        stay={stay}
        onStay={setSaid}
      />
    </>
  );
}
