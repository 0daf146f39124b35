import { deviceKey, inWords } from "@mossy/core/devices/installed";
import { DEED_DONE, equip } from "@mossy/core/devices/missing";
import type { DeviceChoice, Equipment, MissingDevice } from "@mossy/core/devices/missing";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { MissingList } from "../fit/missingDevices.tsx";
import { useStandingIn } from "../rooms/standing.ts";
import { Pill } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { later } from "../wire/laterQueries.ts";
import { queries } from "../wire/queries.ts";
import type { Bench } from "./bench.ts";

/** What is installed in a room, as far as it was told. */
function useEquipment(room: string) {
  const installed = useQuery({ ...later.installed(room), enabled: room !== "" });
  const substitutes = useQuery(later.substitutes);
  const equipment = useMemo(
    (): Equipment | null =>
      installed.data && substitutes.data
        ? { room, installed: installed.data.devices, substitutes: substitutes.data.list }
        : null,
    [room, installed.data, substitutes.data],
  );
  return { equipment, error: installed.error ?? substitutes.error };
}

/** The room it is looked at for: of the address, else where this computer stands, else the first. */
function useRoom() {
  const [query, setQuery] = useSearchParams();
  const standing = useStandingIn();
  const { data } = useQuery(queries.rooms);
  const rooms = data?.rooms.filter((r) => r.retiredAt === null) ?? [];
  const room = rooms.find((r) => r.id === (query.get("room") ?? standing)) ?? rooms[0] ?? null;
  return { rooms, room, choose: (id: string) => setQuery({ room: id }, { replace: true }) };
}

/** Devices that stand only where they are bypassed are no trouble any more. */
function troubling(session: Session, missing: readonly MissingDevice[]): MissingDevice[] {
  const heard = new Set(
    session.tracks.flatMap((t) =>
      t.inserts.flatMap((i) => (i.bypassed || !i.device ? [] : inWords(i.device))),
    ),
  );
  return missing.filter((m) => heard.has(inWords(m.device)));
}

/** That it asks for devices the room one stands in has not. */
export function DevicesPill({ bench: { session, template } }: { bench: Bench }) {
  const { room } = useRoom();
  const { equipment } = useEquipment(room?.id ?? "");
  const many = useMemo(
    () => (equipment ? troubling(session, equip(session, equipment, []).missing).length : 0),
    [session, equipment],
  );
  if (many === 0 || !room) return null;
  return (
    <Link to={`/library/${template.id}/devices`} className="hover:underline">
      <Pill look="look">
        {plural(many, "device")} not in {room.room.name}
      </Pill>
    </Link>
  );
}

/**
 * Devices a template asks for that a room has not, as whatever came from elsewhere does: what is decided about one is
 * done in the draft on all its tracks at once, and undone in one.
 */
export function DevicesView({ bench: { session, work, may } }: { bench: Bench }) {
  const { rooms, room, choose } = useRoom();
  const { equipment, error } = useEquipment(room?.id ?? "");
  const asked = useMemo(
    () =>
      new Set(session.tracks.flatMap((t) => t.inserts.flatMap((i) => (i.device ? inWords(i.device) : [])))),
    [session],
  );
  const missing = useMemo(
    () => (equipment ? equip(session, equipment, []).missing : []),
    [session, equipment],
  );
  // What is bypassed wherever it stands is as if somebody had decided so, until somebody wants to decide again.
  const [again, setAgain] = useState<ReadonlySet<string>>(new Set());
  const heard = new Set(troubling(session, missing));
  const decided = (m: MissingDevice): DeviceChoice | null =>
    heard.has(m) || again.has(deviceKey(m.device)) ? null : { of: m.device, do: "bypass", by: null };
  if (error) return <Failed error={error} />;
  if (!room)
    return <Empty title="No rooms yet">A lead makes them; they say what is installed there.</Empty>;
  if (!equipment) return <Loading what="Looking what is installed" />;
  const decide = (choices: readonly DeviceChoice[]): void => {
    const label = choices
      .map((c) => `${inWords(c.of)} ${DEED_DONE[c.do]}${c.by ? ` by ${inWords(c.by)}` : ""}`)
      .join(", ");
    work.edit(diff(session, equip(session, equipment, choices).session), label);
  };
  return (
    <div className="flex h-full min-h-0 flex-col gap-3 overflow-y-auto p-4" tabIndex={0}>
      <div className="flex flex-wrap items-center gap-3">
        <p className="flex-1 text-sm text-ink-2">
          {plural(asked.size, "device")} asked for. What is decided here is done on all tracks of the draft;
          a fit decides for one room only.
        </p>
        <Select small aria-label="Room" value={room.id} onChange={(e) => choose(e.target.value)}>
          {rooms.map((r) => (
            <option key={r.id} value={r.id}>
              in {r.room.name}
            </option>
          ))}
        </Select>
      </div>
      {equipment.installed === null ? (
        <Empty title={`Nobody told what is installed in ${room.room.name}`}>
          <Link className="font-semibold text-moss" to={`/rooms/${room.id}/devices`}>
            Tell it
          </Link>
        </Empty>
      ) : missing.length === 0 ? (
        <Empty title="Nothing is missing">
          {asked.size === 0
            ? "It asks for no devices."
            : `All it asks for is installed in ${room.room.name}.`}
        </Empty>
      ) : (
        <div className="max-w-3xl">
          <MissingList
            missing={missing.map((m) => ({
              ...m,
              decided: decided(m),
              tracks: [...m.tracks],
              stands: m.stands.map((s) => ({
                ...s,
                values: s.values && [...s.values],
                loses: [...s.loses],
              })),
            }))}
            session={session}
            onDecide={may ? decide : null}
            onAgain={(of) => setAgain(new Set([...again, deviceKey(of)]))}
          />
        </div>
      )}
    </div>
  );
}
