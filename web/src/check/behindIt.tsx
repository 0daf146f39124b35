import type { Style } from "@mossy/core/house/style";
import { lineBehind } from "@mossy/core/house/why";
import type { Session, Track } from "@mossy/core/session/document";
import { useMemo } from "react";
import { Link } from "react-router";
import { lineAddress } from "./lineAddress.ts";

/** A link from a finding to the line of the house style that asks for it. */
export function BehindIt({
  style,
  session,
  rule,
  track,
}: {
  style: Style;
  session: Session;
  rule: string;
  track: Track;
}) {
  const line = useMemo(() => lineBehind(style, session, rule, track), [style, session, rule, track]);
  return line === null ? null : (
    <>
      {" "}
      <Link to={lineAddress(line)} className="text-moss underline">
        Which line says so
      </Link>
    </>
  );
}
