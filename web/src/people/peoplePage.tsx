import { later } from "../wire/laterQueries.ts";
import type { PersonCard } from "@mossy/contract/people";
import type { RoomCard } from "@mossy/contract/rooms";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Plus, ScrollText } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { ask } from "../wire/ask.ts";
import { queries, queryClient, useMe } from "../wire/queries.ts";
import { AlertLine, OpenButton, Scroll, Table, openLine } from "../ui/listPage.tsx";
import { Button } from "../ui/button.tsx";
import { Chooser } from "../ui/chooser.tsx";
import { moment } from "../ui/dates.ts";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { InviteForm, PersonPanel } from "./personPanel.tsx";

const HEADS = [
  ["Name", "pl-3.5"],
  ["May do", "w-24"],
  ["Works in", "w-[24%]"],
  ["Seen", "w-28"],
  ["", "w-36 pr-3.5"],
] as const;
const FOR = [
  ["nobody", "nobody"],
  ["leads", "leads"],
  ["everybody", "everybody"],
] as const;

/** The people of the house, for leads: who may do what and where, who is invited, who is switched off. */
export default function PeoplePage() {
  const lead = useMe()?.right === "lead";
  const { data, error, refetch } = useQuery({ ...later.people, enabled: lead });
  const rooms = useQuery(queries.rooms);
  const [chosen, setChosen] = useState<string | null>(null);
  if (!lead)
    return <Empty title="The leads keep this page">Your own account is on the page with your name.</Empty>;
  const failed = error ?? rooms.error;
  if (failed) return <Failed error={failed} again={() => void refetch()} />;
  if (!data || !rooms.data) return <Loading />;
  const all = rooms.data.rooms;
  const person = data.people.find((p) => p.id === chosen);
  return (
    <div className="flex h-full min-h-[560px] flex-col gap-4">
      <PageHead title="People">
        <Button asChild>
          <Link to="/record">
            <ScrollText size={15} aria-hidden /> The record
          </Link>
        </Button>
        <Button look="main" onClick={() => setChosen(INVITE)}>
          <Plus size={16} aria-hidden /> Invite somebody
        </Button>
      </PageHead>
      <DemoLine people={data.people} />
      <div className="beside min-h-0 flex-1 [--beside:330px]">
        <section aria-label="People" className="card flex min-h-0 flex-col overflow-hidden">
          <Scroll>
            <Table head={HEADS}>
              {data.people.map((p) => (
                <PersonLine
                  key={p.id}
                  person={p}
                  rooms={all}
                  here={p.id === chosen}
                  onOpen={() => setChosen(p.id)}
                />
              ))}
            </Table>
          </Scroll>
          <FactorRule now={data.factorFor} />
        </section>
        <aside aria-label="Selected" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
          {person ? (
            <PersonPanel key={person.id} person={person} rooms={all} onGone={() => setChosen(null)} />
          ) : chosen === INVITE ? (
            <InviteForm rooms={all} />
          ) : (
            <div className="card">
              <Empty title="Choose somebody">
                Their right and rooms, a link to a new password, and switching off stand here.
              </Empty>
            </div>
          )}
        </aside>
      </div>
    </div>
  );
}

/** What stands in the panel while somebody is being invited; no id of a person looks like it. */
const INVITE = "+";

function PersonLine({
  person: p,
  rooms,
  here,
  onOpen,
}: {
  person: PersonCard;
  rooms: readonly RoomCard[];
  here: boolean;
  onOpen: () => void;
}) {
  const where =
    p.rooms === null
      ? "all rooms"
      : p.rooms.map((id) => rooms.find((r) => r.id === id)?.room.name ?? id).join(", ") || "no room";
  return (
    <tr className={openLine(here)}>
      <td className="py-2 pl-3.5">
        <OpenButton here={here} onOpen={onOpen} className={p.offAt === null ? "" : "text-ink-2"}>
          {p.name}
        </OpenButton>
        <span className="block truncate font-mono text-xs text-ink-2">{p.signIn ?? "not joined yet"}</span>
      </td>
      <td>{p.right}</td>
      <td className="truncate pr-2 text-sm text-ink-2" title={where}>
        {where}
      </td>
      <td className="text-sm text-ink-2">{p.seenAt === null ? "—" : moment(p.seenAt)}</td>
      <td className="pr-3.5">
        <span className="flex flex-wrap justify-end gap-1">
          {p.offAt !== null && <Pill>switched off</Pill>}
          {p.demo && p.offAt === null && <Pill look="look">of the demo</Pill>}
          {p.link?.kind === "join" && <Pill look="note">invited</Pill>}
          {p.link?.kind === "reset" && <Pill look="note">link open</Pill>}
          {p.signIn === null && !p.link && <Pill look="look">link ran out</Pill>}
          {p.factor && <Pill look="ok">second factor</Pill>}
        </span>
      </td>
    </tr>
  );
}

/** People of the demo have passwords everybody knows. */
function DemoLine({ people }: { people: readonly PersonCard[] }) {
  const demo = people.filter((p) => p.demo && p.offAt === null);
  const others = people.some((p) => !p.demo && p.right === "lead" && p.signIn !== null && p.offAt === null);
  const end = useMutation({
    mutationFn: () => ask("endDemo", {}),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: ["people"] }),
  });
  if (demo.length === 0) return null;
  return (
    <div className="flex flex-col gap-2">
      <AlertLine look="look">
        <span className="flex items-center gap-3">
          <span className="flex-1">
            {demo.map((p) => p.name).join(", ")} came with the demo: everybody knows their passwords.{" "}
            {others
              ? "What they did stays under their names."
              : "Before they are switched off, another lead has to join."}
          </span>
          <Button small disabled={!others || end.isPending} onClick={() => end.mutate()}>
            Switch them off
          </Button>
        </span>
      </AlertLine>
      <Trouble error={end.error} />
    </div>
  );
}

/** Who has to have a second factor. */
function FactorRule({ now }: { now: (typeof FOR)[number][0] }) {
  const set = useMutation({
    mutationFn: (factorFor: (typeof FOR)[number][0]) => ask("peopleRules", {}, { factorFor }),
    onSuccess: () =>
      Promise.all(
        ["people", "me", "account"].map((key) => queryClient.invalidateQueries({ queryKey: [key] })),
      ),
  });
  return (
    <div className="flex items-end gap-3 border-t border-line px-3.5 py-2.5">
      <Chooser
        label="A second factor is a must for"
        value={now}
        options={FOR}
        onChoose={(whom) => {
          if (whom !== null && whom !== now) set.mutate(whom);
        }}
      />
      <p className="flex-1 pb-1 text-sm text-ink-2">
        {now === "nobody"
          ? "Everybody can set one up on their own page."
          : "Who has none is asked for it first, and can do nothing else until it is set up."}
      </p>
      <Trouble error={set.error} />
    </div>
  );
}
