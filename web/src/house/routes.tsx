import { useLocation } from "react-router";
import { NoSuchPage } from "../ui/states.tsx";
import BesidePage from "./besidePage.tsx";
import EditionsPage from "./editionsPage.tsx";
import ExceptionsPage from "./exceptionsPage.tsx";
import HabitsPage from "./habitsPage.tsx";
import UnreadPage from "./unreadPage.tsx";

/** Pages of the house style that are lists, by the end of their address. */
const PAGES: Readonly<Record<string, () => React.ReactNode>> = {
  habits: HabitsPage,
  unread: UnreadPage,
  beside: BesidePage,
  exceptions: ExceptionsPage,
  editions: EditionsPage,
};

/** The lists of the house style: one script, of whose parts the first page need not know. */
export default function HouseRoutes() {
  const { pathname } = useLocation();
  const Page = PAGES[pathname.split("/").findLast((part) => part !== "") ?? ""] ?? NoSuchPage;
  return <Page />;
}
