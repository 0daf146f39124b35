import { Suspense, lazy } from "react";
import { useParams } from "react-router";
import { Empty, Loading } from "../ui/states.tsx";
import SessionPage from "./sessionPage.tsx";

const InputsPage = lazy(() => import("./inputsPage.tsx"));
const DeliveryPage = lazy(() => import("../delivery/deliveryPage.tsx"));

/** The pages of one session: of their scripts the first page need not know. */
export default function SessionRoutes() {
  const { view } = useParams();
  if (view === undefined) return <SessionPage />;
  if (view !== "inputs" && view !== "delivery")
    return <Empty title="There is no page here">The address may be old. Choose a place at the left.</Empty>;
  return (
    <Suspense fallback={<Loading />}>{view === "inputs" ? <InputsPage /> : <DeliveryPage />}</Suspense>
  );
}
