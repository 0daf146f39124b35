import { useParams } from "react-router";
import KeptPage from "./keptPage.tsx";
import PatternsPage from "../patterns/page.tsx";
import SoundsPage from "./page.tsx";
import SoundPage from "./soundPage.tsx";

/** The pages of sounds and patterns: one script, of whose parts the first page need not know. */
export default function SoundRoutes() {
  const { sound } = useParams();
  if (sound === undefined) return <SoundsPage />;
  if (sound === "patterns") return <PatternsPage />;
  return sound === "kept" ? <KeptPage /> : <SoundPage />;
}
