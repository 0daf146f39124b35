import { useDeferredValue, useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { WHICH_SESSIONS } from "@mossy/contract/sessions";
import type { WhichSessions } from "@mossy/contract/sessions";
import { ArrowUpFromLine } from "lucide-react";
import { Button } from "../ui/button.tsx";
import { FindField } from "../ui/findField.tsx";
import { Choice, PageHead } from "../ui/pieces.tsx";
import { Empty } from "../ui/states.tsx";
import { DropFile } from "./dropFile.tsx";
import { SessionList } from "./row.tsx";

const SAYS: Readonly<Record<WhichSessions, string>> = {
  open: "Open",
  look: "To look at",
  asked: "Asked by an edition",
  all: "All",
};
const CHOICES = WHICH_SESSIONS.map((which) => [which, SAYS[which]] as const);

export default function SessionsPage() {
  const [params, setParams] = useSearchParams();
  const which = WHICH_SESSIONS.find((w) => w === params.get("which")) ?? "open";
  const setWhich = (next: WhichSessions): void =>
    setParams(next === "open" ? {} : { which: next }, { replace: true });
  const [text, setText] = useState("");
  // What is typed shows at once; what it finds follows.
  const find = useDeferredValue(text.trim());
  const list = useMemo(
    () => (
      <SessionList
        of={{ which, ...(find === "" ? {} : { find }) }}
        none={
          find === "" && which === "all" ? (
            <Empty title="No sessions yet">
              <Link to="/rooms" className="font-semibold text-moss hover:underline">
                Choose a room and fit a release to start one
              </Link>
            </Empty>
          ) : (
            <Empty title="No such session">
              {find === "" ? "Choose “All” to see those that are over." : "Choose “All”, or another word."}
            </Empty>
          )
        }
      />
    ),
    [which, find],
  );
  return (
    <div className="flex flex-col gap-4">
      <PageHead title="Sessions">
        <FindField label="Find a session" className="w-48" value={text} onFind={setText} />
        {which === "asked" && (
          <Button asChild>
            <Link to="/sessions/earlier">
              <ArrowUpFromLine size={15} aria-hidden /> Bring them to the edition in force
            </Link>
          </Button>
        )}
      </PageHead>
      <div className="flex flex-wrap items-center gap-4">
        <Choice label="Which sessions" value={which} choices={CHOICES} onChoose={setWhich} />
        <div className="ml-auto w-[440px] max-w-full">
          <DropFile session={null} />
        </div>
      </div>
      <section aria-label="Sessions" className="card">
        {list}
      </section>
    </div>
  );
}
