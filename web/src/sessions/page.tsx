import type { SessionCard, WhichSessions } from "@mossy/contract/sessions";
import { WHICH_SESSIONS } from "@mossy/contract/sessions";
import { ArrowUpFromLine, ChartColumn, Wrench } from "lucide-react";
import { useDeferredValue, useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import { Button } from "../ui/button.tsx";
import { FindField } from "../ui/findField.tsx";
import { PageHead } from "../ui/pieces.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { Empty } from "../ui/states.tsx";
import type { ListOf } from "../wire/queries.ts";
import { DropFile } from "./dropFile.tsx";
import { ManyAtOnce } from "./manyAtOnce.tsx";
import { RoomAndTemplate, useAddress } from "./narrowed.tsx";
import { SessionList } from "./row.tsx";

const SAYS: Readonly<Record<WhichSessions, string>> = {
  open: "Open",
  look: "To look at",
  asked: "Asked by an edition",
  behind: "Behind a release",
  unsent: "Not sent yet",
  closed: "Closed",
  all: "All",
};
const CHOICES = WHICH_SESSIONS.map((which) => [which, SAYS[which]] as const);

/** The sessions of the house: which of them stands in the address; some are chosen to be worked on at once. */
export default function SessionsPage() {
  const { params, go } = useAddress();
  const which = WHICH_SESSIONS.find((w) => w === params.get("which")) ?? "open";
  const [room, template] = [params.get("room"), params.get("template")];
  const [text, setText] = useState(params.get("find") ?? "");
  // What is typed shows at once; what it finds, and the address, follow.
  const find = useDeferredValue(text.trim());
  useEffect(() => {
    if ((params.get("find") ?? "") !== find) go({ find: find === "" ? null : find });
  });
  const narrowed = useMemo(
    () => ({ ...(room === null ? {} : { room }), ...(template === null ? {} : { template }) }),
    [room, template],
  );
  const of = useMemo<ListOf>(
    () => ({ which, ...narrowed, ...(find === "" ? {} : { find }) }),
    [which, narrowed, find],
  );
  return (
    <div className="flex flex-col gap-4">
      <PageHead title="Sessions">
        {which === "asked" && (
          <Button asChild>
            <Link to="/sessions/earlier">
              <ArrowUpFromLine size={15} aria-hidden /> Bring them to the edition in force
            </Link>
          </Button>
        )}
        {which === "behind" && (
          <Button asChild>
            <Link to={`/sessions/behind?${new URLSearchParams(narrowed).toString()}`}>
              <ArrowUpFromLine size={15} aria-hidden /> Bring them forward
            </Link>
          </Button>
        )}
        <Button asChild>
          <Link to="/sessions/drift">
            <ChartColumn size={15} aria-hidden /> Drift
          </Link>
        </Button>
        <Button asChild>
          <Link to="/sessions/right">
            <Wrench size={15} aria-hidden /> Put right
          </Link>
        </Button>
      </PageHead>
      <Choice
        label="Which sessions"
        value={which}
        choices={CHOICES}
        onChoose={(to) => go({ which: to === "open" ? null : to })}
      />
      <div className="flex flex-wrap items-center gap-2">
        <FindField label="Find a session" className="w-48" value={text} onFind={setText} />
        <RoomAndTemplate />
        <div className="ml-auto w-[440px] max-w-full">
          <DropFile session={null} />
        </div>
      </div>
      <Chosen key={JSON.stringify(of)} of={of} />
    </div>
  );
}

/** A list, and what is chosen in it. */
function Chosen({ of }: { of: ListOf }) {
  const [chosen, setChosen] = useState<ReadonlyMap<string, SessionCard>>(new Map());
  const choosing = useMemo(
    () => ({
      chosen: new Set(chosen.keys()),
      onChoose: (s: SessionCard, on: boolean): void =>
        setChosen((was) => {
          const now = new Map(was);
          if (on) now.set(s.id, s);
          else now.delete(s.id);
          return now;
        }),
    }),
    [chosen],
  );
  return (
    <section aria-label="Sessions" className="card">
      <ManyAtOnce
        of={of}
        chosen={[...chosen.values()]}
        onChoose={(cards) => setChosen(new Map(cards.map((c) => [c.id, c])))}
      />
      <SessionList of={of} choosing={choosing} none={<None of={of} />} />
    </section>
  );
}

function None({ of: { which, room, template, find } }: { of: ListOf }) {
  const narrow = room !== undefined || template !== undefined;
  if (find === undefined && which === "all" && !narrow)
    return (
      <Empty title="No sessions yet">
        <Link to="/rooms" className="font-semibold text-moss hover:underline">
          Choose a room and fit a release to start one
        </Link>
      </Empty>
    );
  return (
    <Empty title="No such session">
      {find !== undefined
        ? "Choose “All”, or another word."
        : narrow
          ? "Choose “All”, all rooms, or all templates."
          : "Choose “All” to see those that are over."}
    </Empty>
  );
}
