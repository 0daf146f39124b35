import { useLocation } from "react-router";
import { NoSuchPage } from "../ui/states.tsx";
import ChainsPage from "./chainsPage.tsx";
import FollowPage from "./followPage.tsx";
import NewPage from "./newPage.tsx";
import OriginPage from "./originPage.tsx";
import PlacesPage from "./placesPage.tsx";
import ProductionsPage from "./productionsPage.tsx";
import ShelvesPage from "./shelvesPage.tsx";
import UsesPage from "./usesPage.tsx";

/** What stands beside the templates, by the end of its address. */
const PAGES: Readonly<Record<string, () => React.ReactNode>> = {
  new: NewPage,
  follow: FollowPage,
  productions: ProductionsPage,
  uses: UsesPage,
  shelves: ShelvesPage,
  chains: ChainsPage,
  places: PlacesPage,
  origin: OriginPage,
};

/** The pages beside the templates of the library: one script, of whose parts the first page need not know. */
export default function LibraryRoutes() {
  const { pathname } = useLocation();
  const Page = PAGES[pathname.split("/").findLast((part) => part !== "") ?? ""] ?? NoSuchPage;
  return <Page />;
}
