import type { AnswerOf } from "@mossy/contract/routes";
import { day } from "../ui/dates.ts";
import { ShownOnce } from "../ui/shownOnce.tsx";

/** A link that was made for somebody. */
export function MadeLink({ name, made }: { name: string; made: AnswerOf<"invite"> }) {
  return (
    <ShownOnce
      label={`Link for ${name}`}
      value={`${location.origin}/join#${made.token}`}
      says={`Hand this link to ${name}. It is shown only now, works once, and until ${day(made.until)}.`}
    />
  );
}
