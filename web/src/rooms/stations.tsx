import type { WholeRoomCard, Station } from "@mossy/contract/rooms";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../wire/ask.ts";
import { queryClient, useMe } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { moment } from "../ui/dates.ts";
import { Field, Input, Pill } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { ShownOnce } from "../ui/shownOnce.tsx";
import { Trouble } from "../ui/states.tsx";

const again = () => queryClient.invalidateQueries({ queryKey: ["room"] });

/** The computers of a room: made by a lead, seen by everybody. */
export function Stations({ room }: { room: WholeRoomCard }) {
  const lead = useMe()?.right === "lead";
  return (
    <section aria-labelledby="stations" className="card">
      <h2 id="stations" className="px-4 py-3 font-semibold">
        Stations{" "}
        <span className="font-normal text-ink-2">
          computers that take packages and hand in, and those that hold samples
        </span>
      </h2>
      {room.stations.length === 0 && (
        <p className="border-t border-line px-4 py-2.5 text-sm text-ink-2">
          {lead
            ? "None yet: packages are downloaded and handed in by hand. Make one, and give its token to the " +
              "computer in the room."
            : "None: packages are downloaded and handed in by hand."}
        </p>
      )}
      <ul>
        {room.stations.map((s) => (
          <StationLine key={s.id} room={room.id} station={s} lead={lead} />
        ))}
      </ul>
      {lead && <NewStation room={room} />}
    </section>
  );
}

function StationLine({ room, station: s, lead }: { room: string; station: Station; lead: boolean }) {
  const [asked, setAsked] = useState(false);
  const withdraw = useMutation({
    mutationFn: () => ask("withdrawStation", { room, station: s.id }),
    onSuccess: again,
  });
  return (
    <li className="flex flex-wrap items-center gap-3 border-t border-line px-4 py-2">
      <span className="min-w-0 flex-1">
        <span className="block truncate font-semibold">{s.name}</span>
        <span className="block truncate text-sm text-ink-2">
          {s.machine === null ? "" : `sample machine ${s.machine} · `}
          {s.seenAt === null ? "never seen" : `seen ${moment(s.seenAt)}`}
          {s.says === "" ? "" : ` · ${s.says}`}
        </span>
      </span>
      <Pill look={s.there ? "ok" : "quiet"}>
        {s.there ? "there" : s.seenAt === null ? "not yet" : "away"}
      </Pill>
      {lead && !asked && (
        <Button small aria-label={`Withdraw ${s.name}`} onClick={() => setAsked(true)}>
          Withdraw
        </Button>
      )}
      {asked && (
        <span
          role="alert"
          className="flex basis-full items-center gap-2 rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm text-lantern"
        >
          <span className="flex-1">Its token is void then; what it handed in stays.</span>
          <Button small disabled={withdraw.isPending} onClick={() => withdraw.mutate()}>
            Withdraw it
          </Button>
          <Button small onClick={() => setAsked(false)}>
            Leave it
          </Button>
        </span>
      )}
      <Trouble error={withdraw.error} />
    </li>
  );
}

function NewStation({ room }: { room: WholeRoomCard }) {
  const [name, setName] = useState(`${room.room.name} station`);
  /** Which of the sample machines it is, counted from 1; 0: a workstation. */
  const [which, setWhich] = useState(0);
  const { machines } = room.room;
  const make = useMutation({
    mutationFn: () =>
      ask("newStation", { room: room.id }, { name, machine: machines[which - 1]?.name ?? null }),
    onSuccess: again,
  });
  const choose = (n: number): void => {
    setWhich(n);
    setName(machines[n - 1]?.name ?? `${room.room.name} station`);
  };
  return (
    <div className="flex flex-col gap-2.5 border-t border-line px-4 py-3">
      {make.data && (
        <>
          <ShownOnce
            label={`Token of ${name}`}
            value={make.data.token}
            says="Put this token into a file on that computer. It is shown only now."
          />
          <p className="text-sm text-ink-2">
            Our stand-in then runs with{" "}
            <code className="font-mono [overflow-wrap:anywhere]">
              npm run station -- --house {location.origin} --token-file FILE
            </code>
          </p>
        </>
      )}
      <form
        aria-label="New station"
        className="flex flex-wrap items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          make.mutate();
        }}
      >
        {machines.length > 0 && (
          <Field label="What it is">
            <Select small value={which} onChange={(e) => choose(Number(e.target.value))}>
              <option value={0}>A workstation</option>
              {machines.map((m, n) => (
                <option key={m.name} value={n + 1}>
                  Sample machine {m.name}
                </option>
              ))}
            </Select>
          </Field>
        )}
        <span className="min-w-40 flex-1">
          <Field label="Name of a new station">
            <Input
              small
              required
              maxLength={60}
              className="w-full"
              value={name}
              onChange={(e) => setName(e.target.value)}
            />
          </Field>
        </span>
        <Button small type="submit" disabled={make.isPending || name.trim() === ""}>
          Make a station
        </Button>
      </form>
      <Trouble error={make.error} />
    </div>
  );
}
