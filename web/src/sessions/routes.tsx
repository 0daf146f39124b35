import { Suspense, lazy } from "react";
import { useParams } from "react-router";
import { Loading, NoSuchPage } from "../ui/states.tsx";
import SessionPage from "./sessionPage.tsx";

const InputsPage = lazy(() => import("./inputsPage.tsx"));
const DeliveryPage = lazy(() => import("../delivery/deliveryPage.tsx"));

/** The pages of one session: of their scripts the first page need not know. */
export default function SessionRoutes() {
  return (
    <Suspense fallback={<Loading />}>
      <Shown />
    </Suspense>
  );
}

function Shown() {
  const { page } = useParams();
  switch (page) {
    case undefined:
      return <SessionPage />;
    case "inputs":
      return <InputsPage />;
    case "delivery":
      return <DeliveryPage />;
    default:
      return <NoSuchPage />;
  }
}
