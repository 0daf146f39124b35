import type { ComponentType } from "react";
import { createBrowserRouter, useRouteError } from "react-router";
import { Failed, NoSuchPage } from "../ui/states.tsx";
import { Shell } from "./shell.tsx";

/** A screen that is loaded when it is first opened. */
const screen = (load: () => Promise<{ default: ComponentType }>) => async () => ({
  Component: (await load()).default,
});

function Stumbled() {
  return (
    <main className="p-8">
      <Failed error={useRouteError()} again={() => location.reload()} />
    </main>
  );
}

/** Pages of the library beside its templates: one script. */
const besideTemplates = screen(() => import("../library/routes.tsx"));
const BESIDE_TEMPLATES =
  "new follow productions uses shelves chains :template/places :template/origin".split(" ");

/** Pages beside the list of sessions: of their scripts the first page need not know. */
const besideSessions = screen(() => import("./besideSessions.tsx"));
const BESIDE_SESSIONS = "drift right earlier behind".split(" ");

/** Lists of the house style: one script. */
const houseLists = screen(() => import("../house/routes.tsx"));
const HOUSE_LISTS = "habits unread beside exceptions editions".split(" ");

export const router = createBrowserRouter([
  {
    path: "/sign-in",
    lazy: screen(() => import("../people/signInPage.tsx")),
    ErrorBoundary: Stumbled,
    HydrateFallback: () => null,
  },
  {
    path: "/set-up",
    lazy: screen(() => import("../setUp/page.tsx")),
    ErrorBoundary: Stumbled,
    HydrateFallback: () => null,
  },
  {
    path: "/join",
    lazy: screen(() => import("../people/joinPage.tsx")),
    ErrorBoundary: Stumbled,
    HydrateFallback: () => null,
  },
  {
    Component: Shell,
    ErrorBoundary: Stumbled,
    HydrateFallback: () => null,
    children: [
      {
        ErrorBoundary: Stumbled,
        children: [
          { index: true, lazy: screen(() => import("../today/page.tsx")) },
          {
            path: "house",
            lazy: screen(() => import("../house/frame.tsx")),
            children: [
              ...HOUSE_LISTS.map((path) => ({ path, lazy: houseLists })),
              { path: "names", lazy: screen(() => import("../house/namesPage.tsx")) },
              { path: "icons", lazy: screen(() => import("../house/iconsPage.tsx")) },
              { path: "folders", lazy: screen(() => import("../house/foldersPage.tsx")) },
              { path: "disk", lazy: screen(() => import("../disk/page.tsx")) },
              { path: "starts", lazy: screen(() => import("../house/startsPage.tsx")) },
              { path: "colours", lazy: screen(() => import("../house/coloursPage.tsx")) },
              { path: ":family?/:role?", lazy: screen(() => import("../house/wordsPage.tsx")) },
            ],
          },
          { path: "library", lazy: screen(() => import("../library/page.tsx")) },
          ...BESIDE_TEMPLATES.map((path) => ({ path: `library/${path}`, lazy: besideTemplates })),
          { path: "library/proposals/new", lazy: screen(() => import("../proposals/newPage.tsx")) },
          { path: "library/proposals/:proposal?", lazy: screen(() => import("../proposals/page.tsx")) },
          { path: "library/sounds/:sound?", lazy: screen(() => import("../sound/routes.tsx")) },
          {
            path: "library/instruments/:library?/:page?",
            lazy: screen(() => import("../instruments/routes.tsx")),
          },
          {
            path: "library/:template/releases/:release",
            lazy: screen(() => import("../library/releasePage.tsx")),
          },
          { path: "library/:template/:view?", lazy: screen(() => import("../workbench/page.tsx")) },
          { path: "compare", lazy: screen(() => import("../compare/page.tsx")) },
          { path: "rooms", lazy: screen(() => import("../rooms/page.tsx")) },
          { path: "rooms/layouts", lazy: screen(() => import("../rooms/layoutsPage.tsx")) },
          { path: "rooms/layouts/:layout", lazy: screen(() => import("../rooms/layoutPage.tsx")) },
          { path: "rooms/new", lazy: screen(() => import("../rooms/editRoomPage.tsx")) },
          { path: "rooms/:room/edit", lazy: screen(() => import("../rooms/editRoomPage.tsx")) },
          { path: "rooms/:room/:page?", lazy: screen(() => import("../rooms/routes.tsx")) },
          {
            path: "rooms/:room/fit/:template/:release",
            lazy: screen(() => import("../fit/page.tsx")),
          },
          { path: "start", lazy: screen(() => import("../start/page.tsx")) },
          { path: "people", lazy: screen(() => import("../people/peoplePage.tsx")) },
          { path: "me", lazy: screen(() => import("../people/accountPage.tsx")) },
          { path: "record", lazy: screen(() => import("../record/page.tsx")) },
          { path: "sessions", lazy: screen(() => import("../sessions/page.tsx")) },
          {
            path: "sessions/:session/blocks/:held/:release",
            lazy: screen(() => import("../sessions/forwardPage.tsx")),
          },
          {
            path: "sessions/:session/forward/:release",
            lazy: screen(() => import("../sessions/forwardPage.tsx")),
          },
          ...BESIDE_SESSIONS.map((page) => ({ path: `sessions/${page}`, lazy: besideSessions })),
          { path: "sessions/:session/:page?", lazy: screen(() => import("../sessions/routes.tsx")) },
          { path: "check-ins/:checkIn/:view?", lazy: screen(() => import("../sessions/checkInPage.tsx")) },
          {
            path: "*",
            Component: NoSuchPage,
          },
        ],
      },
    ],
  },
]);
