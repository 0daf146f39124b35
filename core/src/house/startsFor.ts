import type { Identity } from "../names/pattern.ts";
import type { Track } from "../session/document.ts";
import { startTrace } from "./starts.ts";
import type { StartFields } from "./starts.ts";
import { familyFor } from "./style.ts";
import type { Style } from "./style.ts";

/** Starting values the house gives to such a track. */
export function startsFor(
  style: Style,
  what: Identity,
  kind: Track["kind"],
  name = "",
  format: Track["format"] = null,
): StartFields {
  const about = {
    name,
    role: what.role,
    family: familyFor(style, what),
    kind,
    format,
    inside: [],
    hasNote: false,
  };
  return Object.fromEntries(startTrace(style, what, about).map((s) => [s.field, s.value]));
}
