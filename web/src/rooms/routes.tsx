import { Suspense, lazy } from "react";
import { useParams } from "react-router";
import { Loading, NoSuchPage } from "../ui/states.tsx";
import RoomPage from "./roomPage.tsx";

const SoftwarePage = lazy(() => import("./softwarePage.tsx"));
const StartUpPage = lazy(() => import("./startUpPage.tsx"));
const DevicesPage = lazy(() => import("./devicesPage.tsx"));
const RoomDevicesPage = lazy(() => import("./roomDevicesPage.tsx"));

/** The pages of all rooms and of one: of their scripts the first page need not know. */
export default function RoomRoutes() {
  return (
    <Suspense fallback={<Loading />}>
      <Shown />
    </Suspense>
  );
}

function Shown() {
  const { room, page } = useParams();
  if (page !== undefined) return page === "devices" ? <RoomDevicesPage /> : <NoSuchPage />;
  switch (room) {
    case "software":
      return <SoftwarePage />;
    case "start-up":
      return <StartUpPage />;
    case "devices":
      return <DevicesPage />;
    default:
      return <RoomPage />;
  }
}
