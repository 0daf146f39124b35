import { Suspense, lazy } from "react";
import { useLocation } from "react-router";
import { Loading, NoSuchPage } from "../ui/states.tsx";

/** What stands beside the list of sessions, by the end of its address. */
const PAGES: Readonly<Record<string, React.ComponentType>> = {
  drift: lazy(() => import("../drift/driftPage.tsx")),
  right: lazy(() => import("../drift/rightPage.tsx")),
  earlier: lazy(() => import("../sessions/earlierPage.tsx")),
  behind: lazy(() => import("../sessions/behindPage.tsx")),
};

/** The pages beside the list of sessions: of their scripts the first page need not know. */
export default function BesideSessions() {
  const { pathname } = useLocation();
  const Page = PAGES[pathname.split("/").findLast((part) => part !== "") ?? ""] ?? NoSuchPage;
  return (
    <Suspense fallback={<Loading />}>
      <Page />
    </Suspense>
  );
}
