import type { LayoutVersion, WholeLayout } from "@mossy/contract/layouts";
import { worksIn } from "@mossy/contract/worksIn";
import { inSize } from "@mossy/core/formats/bytes";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Archive, ArchiveRestore, Download, Upload } from "lucide-react";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { AskProblem } from "../ui/askProblem.ts";
import { Button } from "../ui/button.tsx";
import { moment } from "../ui/dates.ts";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { saveFrom } from "../ui/saveAs.ts";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { TextField } from "../ui/textField.tsx";
import { ask, askOnce, fileAddress } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queryClient, useMe } from "../wire/queries.ts";
import { NextVersion } from "./layoutForm.tsx";
import { LayoutPicture, kindInWords, standAt } from "./layoutStand.tsx";

/** One layout or map: how it looks, its versions, and which station has which. */
export default function LayoutPage() {
  const { layout = "" } = useParams();
  const { data, error, refetch } = useQuery(later.layout(layout));
  if (error instanceof AskProblem && error.status === 404)
    return (
      <Empty title="There is no such layout or map">
        <Link className="font-semibold text-moss" to="/rooms/layouts">
          See all of them
        </Link>
      </Empty>
    );
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  return <Whole key={data.id} of={data} />;
}

/** Whether whoever is signed in may change it, as the house says. */
function useMayKeep({ whose }: WholeLayout): boolean {
  const me = useMe();
  if (!me) return false;
  if (me.right === "lead") return true;
  if (whose.of === "room") return me.right === "engineer" && worksIn(me, whose.room);
  return whose.of === "person" && whose.person === me.id;
}

function Whole({ of }: { of: WholeLayout }) {
  const may = useMayKeep(of);
  const [giving, setGiving] = useState(false);
  const refresh = (): Promise<unknown> =>
    Promise.all(["layouts", "layout"].map((key) => queryClient.invalidateQueries({ queryKey: [key] })));
  const edit = useMutation({
    mutationFn: (to: { name: string } | { gone: boolean }) => ask("editLayout", { layout: of.id }, to),
    onSettled: refresh,
  });
  const again = useMutation({
    mutationFn: (v: LayoutVersion) =>
      askOnce("nextLayout", { layout: of.id }, { again: v.version, notes: v.notes, picture: null }),
    onSettled: refresh,
  });
  return (
    <div className="flex flex-col gap-4">
      <PageHead
        crumbs={[
          ["Rooms", "/rooms"],
          ["Layouts and maps", "/rooms/layouts"],
        ]}
        title={of.name}
        beside={
          <>
            <Pill>
              {kindInWords(of.kind)} · {of.whose.name}
            </Pill>
            {of.gone && <Pill look="look">put away</Pill>}
          </>
        }
      >
        <SaveFile of={of} version={of.latest} says="Save the file" />
        {may && (
          <Button disabled={edit.isPending} onClick={() => edit.mutate({ gone: !of.gone })}>
            {of.gone ? <ArchiveRestore size={15} aria-hidden /> : <Archive size={15} aria-hidden />}{" "}
            {of.gone ? "Bring it back" : "Put it away"}
          </Button>
        )}
        {may && !of.gone && (
          <Button look="main" disabled={giving} onClick={() => setGiving(true)}>
            <Upload size={15} aria-hidden /> Next version
          </Button>
        )}
      </PageHead>
      <Trouble error={edit.error ?? again.error} />
      {giving && <NextVersion of={of} onDone={() => setGiving(false)} />}
      <div className="two-up items-start">
        <div className="flex flex-col gap-4">
          <section aria-label="As it is now" className="card flex flex-col gap-3 p-4">
            <LayoutPicture of={of} version={of.latest} large />
            {may && (
              <TextField
                label="Name"
                value={of.name}
                readOnly={false}
                onSet={(name) => {
                  if (name.trim() !== "") edit.mutate({ name: name.trim() });
                }}
              />
            )}
            <p className="whitespace-pre-line text-sm">
              {of.latest.notes === "" ? (
                <span className="text-ink-2">Nothing is said about version {of.latest.version}.</span>
              ) : (
                of.latest.notes
              )}
            </p>
          </section>
          <Versions
            of={of}
            onAgain={may && !of.gone ? (v) => again.mutate(v) : null}
            busy={again.isPending}
          />
        </div>
        <Stations of={of} />
      </div>
    </div>
  );
}

function SaveFile({
  of,
  version,
  says,
  small = false,
}: {
  of: WholeLayout;
  version: LayoutVersion;
  says: string;
  small?: boolean;
}) {
  const address = fileAddress("layoutFile", { layout: of.id, version: version.version });
  return (
    <Button
      small={small}
      aria-label={small ? `${says} of version ${version.version}` : undefined}
      onClick={() => saveFrom(address)}
    >
      <Download size={small ? 13 : 15} aria-hidden /> {says}
    </Button>
  );
}

/** @param onAgain null for whoever only looks */
function Versions({
  of,
  onAgain,
  busy,
}: {
  of: WholeLayout;
  onAgain: ((v: LayoutVersion) => void) | null;
  busy: boolean;
}) {
  return (
    <section aria-labelledby="versions" className="card">
      <h2 id="versions" className="px-4 py-3 font-semibold">
        Versions
      </h2>
      <ol>
        {of.versions.map((v) => (
          <li
            key={v.version}
            className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line px-4 py-2"
          >
            <span className="min-w-40 flex-1">
              <span className="font-semibold">Version {v.version}</span>{" "}
              <span className="text-sm text-ink-2">
                {moment(v.at)}, {v.by.name} · {v.file}, {inSize(v.size)}
              </span>
              {v.notes !== "" && v !== of.versions[0] && (
                <span className="line-clamp-2 text-sm text-ink-2">{v.notes}</span>
              )}
            </span>
            <SaveFile small of={of} version={v} says="Save the file" />
            {onAgain && v !== of.versions[0] && (
              <Button
                small
                disabled={busy}
                aria-label={`Give it out again: version ${v.version}`}
                onClick={() => onAgain(v)}
              >
                Give it out again
              </Button>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

function Stations({ of }: { of: WholeLayout }) {
  return (
    <section aria-labelledby="at-stations" className="card">
      <h2 id="at-stations" className="px-4 py-3 font-semibold">
        On stations
      </h2>
      {of.stations.length === 0 && (
        <p className="border-t border-line px-4 py-2.5 text-sm text-ink-2">
          {of.gone
            ? "It is put away: no station is to have it."
            : "No station is to have it yet. It travels with packages all the same."}
        </p>
      )}
      <ul>
        {of.stations.map((s) => {
          const { look, says } = standAt(s, of.latest.version);
          return (
            <li key={s.id} className="flex flex-wrap items-center gap-3 border-t border-line px-4 py-2">
              <span className="min-w-0 flex-1">
                <span className="font-semibold">{s.name}</span>{" "}
                <Link to={`/rooms/${s.room}`} className="text-sm text-ink-2 underline underline-offset-2">
                  {s.roomName}
                </Link>
              </span>
              <Pill look={look}>{says}</Pill>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
