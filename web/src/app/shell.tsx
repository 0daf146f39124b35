import { clsx } from "clsx";
import { useQuery } from "@tanstack/react-query";
import { Suspense, useEffect } from "react";
import { Navigate, Outlet, useLocation } from "react-router";
import { Failed, Loading } from "../ui/states.tsx";
import { AskProblem } from "../ui/askProblem.ts";
import { anythingUnsent } from "../documents/unsentKey.ts";
import { useNewsLine } from "../wire/news.ts";
import { queries } from "../wire/queries.ts";
import { Rail } from "./rail.tsx";
import { ShortcutList } from "../ui/shortcuts.tsx";
import { Toasts } from "../ui/toasts.tsx";

async function goOnWithEdits(): Promise<void> {
  // What works on documents is only fetched where there is something to go on with.
  if (!anythingUnsent()) return;
  const { goOn } = await import("../documents/workpieces.ts");
  const { house, samples } = await goOn();
  if (house) await (await import("../house/work.ts")).goOnWithHouse();
  if (samples.length > 0) await (await import("../instruments/work.ts")).goOnWithLibraries(samples);
}

/** Everything around a page: the rail at the left, what is said in passing, the list of shortcuts. */
export function Shell() {
  const { data: me, error, isPending, refetch } = useQuery(queries.me);
  const location = useLocation();
  const online = useNewsLine(me?.id ?? null);
  const may = me !== undefined;
  // Edits that did not reach the house before the window was loaded anew go on, whichever page it shows.
  useEffect(() => {
    if (may) void goOnWithEdits();
  }, [may]);
  if (isPending) return <Loading what="Lighting the lantern" />;
  if (error instanceof AskProblem && error.status === 401)
    return <Navigate to={`/sign-in?to=${encodeURIComponent(location.pathname)}`} replace />;
  // The house asks for a second factor first; only one's own page sets it up.
  if (me?.wantsFactor && location.pathname !== "/me") return <Navigate to="/me" replace />;
  if (!me) return <Failed error={error} again={() => void refetch()} />;
  return (
    <>
      <div
        className={clsx(
          "grid h-full grid-cols-[188px_minmax(0,1fr)] max-[1023px]:grid-cols-[56px_minmax(0,1fr)]",
        )}
      >
        <a
          href="#page"
          className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-surface focus:p-2"
        >
          Skip to the page
        </a>
        <Rail me={me} online={online} />
        <main
          id="page"
          tabIndex={-1}
          className={clsx(
            "relative h-full min-h-0 overflow-y-auto px-[26px] pt-[18px] pb-[18px] max-[1023px]:px-4",
            "outline-none",
          )}
        >
          <Suspense fallback={<Loading />}>
            <Outlet />
          </Suspense>
        </main>
      </div>
      <Toasts />
      <ShortcutList />
    </>
  );
}
