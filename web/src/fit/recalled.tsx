import { NO_CHOICES } from "@mossy/core/fit/choices";
import { Button } from "../ui/button.tsx";
import { day } from "../ui/dates.ts";
import { AlertLine } from "../ui/listPage.tsx";
import type { Fitting } from "./useFitting.ts";

/** That this fit goes by what was decided last time, and whether that is still needed. */
export function Recalled({ fitting }: { fitting: Fitting }) {
  const { last, begun, look, change, choose } = fitting;
  const needless = look.data?.needless ?? [];
  const as =
    last && JSON.stringify(last.choices) === JSON.stringify(begun.choices) && begun.setUp === last.setUp;
  const decidedNothing =
    last && last.setUp === null && JSON.stringify(last.choices) === JSON.stringify(NO_CHOICES);
  return (
    <>
      {as && !decidedNothing && (
        <p className="flex flex-wrap items-center gap-3 rounded-md bg-tide-soft px-3 py-1.5 text-sm">
          <span className="flex-1">
            As {last.by.name} decided here on {day(last.at)}.
          </span>
          <Button small onClick={() => change({ setUp: null, choices: NO_CHOICES })}>
            Decide anew
          </Button>
        </p>
      )}
      {needless.length > 0 && (
        <AlertLine look="look">
          <span className="flex flex-wrap items-center gap-3">
            <span className="flex-1">
              Everything would fit now as it is; nothing has to be left out or put on one pair any more.
            </span>
            <Button small onClick={() => choose({ leaveOut: [], asPair: [] })}>
              Take it all along
            </Button>
          </span>
        </AlertLine>
      )}
    </>
  );
}
