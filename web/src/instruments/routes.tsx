import { useParams } from "react-router";
import CataloguePage from "./cataloguePage.tsx";
import LibraryPage from "./libraryPage.tsx";

/** The pages of instruments: one script, of whose parts the first page need not know. */
export default function InstrumentRoutes() {
  const { library } = useParams();
  return library === undefined ? <CataloguePage /> : <LibraryPage key={library} />;
}
