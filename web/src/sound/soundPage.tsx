import type { EditSound, WholeSound } from "@mossy/contract/sounds";
import { inSize } from "@mossy/core/formats/bytes";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Archive, ArchiveRestore, Download, FileAudio } from "lucide-react";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { AskProblem } from "../ui/askProblem.ts";
import { Button } from "../ui/button.tsx";
import { moment } from "../ui/dates.ts";
import { Field, PageHead, Pill } from "../ui/pieces.tsx";
import { saveFrom } from "../ui/saveAs.ts";
import { Select } from "../ui/select.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { TextField } from "../ui/textField.tsx";
import { ask, fileAddress } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queries, queryClient, useMe } from "../wire/queries.ts";
import { tagsIn } from "../ui/tags.ts";
import { MeasuredCard } from "./measuredCard.tsx";
import { OffCard } from "./offCard.tsx";
import { seek, useListening } from "./player.ts";
import { SaysCard } from "./saysCard.tsx";
import { WaveView } from "./waveView.tsx";

/** One sound file: drawn, heard, measured, what it says of itself and where it is used. */
export default function SoundPage() {
  const { sound = "" } = useParams();
  const { data, error, refetch } = useQuery(later.sound(sound));
  if (error instanceof AskProblem && error.status === 404)
    return (
      <Empty title="There is no such sound">
        <Link className="font-semibold text-moss" to="/library/sounds">
          See all of them
        </Link>
      </Empty>
    );
  if (!data) return error ? <Failed error={error} again={() => void refetch()} /> : <Loading />;
  return <Whole key={data.id} of={data} />;
}

function Whole({ of }: { of: WholeSound }) {
  const me = useMe();
  const may = me?.right === "lead" || me?.id === of.by.id;
  const edit = useMutation({
    mutationFn: (to: EditSound) => ask("editSound", { sound: of.id }, to),
    onSuccess: (now) => {
      queryClient.setQueryData(later.sound(of.id).queryKey, now);
      void queryClient.invalidateQueries({ queryKey: ["sounds"] });
    },
  });
  const save = (as: "came" | "described"): void =>
    saveFrom(fileAddress("soundFile", { sound: of.id }, { as }));
  return (
    <div className="flex flex-col gap-4">
      <PageHead
        crumbs={[
          ["Library", "/library"],
          ["Sounds", "/library/sounds"],
        ]}
        title={of.name}
        beside={
          <>
            <Pill>{of.shelf}</Pill>
            {of.gone && <Pill look="look">put away</Pill>}
          </>
        }
      >
        {may && (
          <Button disabled={edit.isPending} onClick={() => edit.mutate({ gone: !of.gone })}>
            {of.gone ? <ArchiveRestore size={15} aria-hidden /> : <Archive size={15} aria-hidden />}{" "}
            {of.gone ? "Bring it back" : "Put it away"}
          </Button>
        )}
        {of.says?.out != null && (
          <Button onClick={() => save("described")}>
            <FileAudio size={15} aria-hidden /> Save as Broadcast Wave
          </Button>
        )}
        <Button look="main" onClick={() => save("came")}>
          <Download size={15} aria-hidden /> Save as it came
        </Button>
      </PageHead>
      <Trouble error={edit.error} />
      <Heard of={of} />
      <div className="two-up items-start">
        <MeasuredCard of={of} />
        <div className="flex flex-col gap-4">
          <AboutCard of={of} may={may} onSet={(to) => edit.mutate(to)} />
          <SaysCard of={of} />
          <UsesCard of={of} />
        </div>
      </div>
    </div>
  );
}

/** The sound drawn and heard, with what is off with it; or why it is not. */
function Heard({ of }: { of: WholeSound }) {
  const listening = useListening();
  const { data, error } = useQuery({ ...later.soundOutline(of.id), enabled: of.measures !== null });
  const [channel, setChannel] = useState<number | null>(null);
  const { measures, says } = of;
  if (!measures || !says) return <Unmeasured of={of} />;
  const names = measures.channels.map((c, n) => {
    const said = says.ixml?.tracks.find((t) => t.channel === n + 1)?.name ?? "";
    return said === "" ? c.name : `${c.name} ${said}`;
  });
  return (
    <>
      <Trouble error={error} />
      {data ? (
        <WaveView
          of={of}
          measures={measures}
          outline={data}
          rate={says.rate}
          names={names}
          listening={listening}
          channel={channel}
          onChannel={setChannel}
        />
      ) : (
        <div className="card h-48">
          <Loading what="Drawing" />
        </div>
      )}
      <OffCard of={of} onGo={(seconds) => seek(of.id, Math.max(0, seconds - 0.5), channel)} />
    </>
  );
}

function Unmeasured({ of }: { of: WholeSound }) {
  const again = useMutation({
    mutationFn: () => ask("measureSound", { sound: of.id }),
    onSettled: () => queryClient.invalidateQueries({ queryKey: ["sound", of.id] }),
  });
  if (of.unmeasured === null)
    return (
      <div className="card">
        <Loading what="It is being measured; it shows here as soon as that is done" />
      </div>
    );
  return (
    <div className="card flex flex-wrap items-center gap-3 p-4">
      <p className="min-w-60 flex-1">{of.unmeasured}</p>
      <Button small disabled={again.isPending} onClick={() => again.mutate()}>
        Measure it again
      </Button>
      <Trouble error={again.error} />
    </div>
  );
}

/** What the house says of it. */
function AboutCard({ of, may, onSet }: { of: WholeSound; may: boolean; onSet: (to: EditSound) => void }) {
  const { data } = useQuery({ ...queries.library, enabled: may });
  return (
    <section aria-labelledby="about" className="card flex flex-col gap-3 p-4">
      <h2 id="about" className="font-semibold">
        What the house says of it
      </h2>
      <TextField
        label="Name"
        value={of.name}
        readOnly={!may}
        onSet={(name) => {
          if (name !== "") onSet({ name });
        }}
      />
      {may && (
        <Field label="Shelf">
          <Select value={of.shelf} onChange={(e) => onSet({ shelf: e.target.value })}>
            {(data?.shelves ?? [{ name: of.shelf }]).map((s) => (
              <option key={s.name}>{s.name}</option>
            ))}
          </Select>
        </Field>
      )}
      <TextField
        label="Tags, parted by commas"
        value={of.tags.join(", ")}
        readOnly={!may}
        onSet={(text) => onSet({ tags: tagsIn(text) })}
      />
      <TextField
        long
        rows={3}
        label="Notes"
        value={of.notes}
        readOnly={!may}
        onSet={(notes) => onSet({ notes })}
      />
      <p className="text-sm text-ink-2">
        Brought by {of.by.name}, {moment(of.at)}, as <span className="font-mono">{of.file}</span>,{" "}
        {inSize(of.size)}
        {may ? "." : ". They or a lead may change this."}
      </p>
    </section>
  );
}

const carriedIn = ({ draft, release }: WholeSound["templates"][number]): string =>
  [...(release === null ? [] : [`release ${release}`]), ...(draft ? ["its draft"] : [])].join(" and ");

function UsesCard({ of }: { of: WholeSound }) {
  return (
    <section aria-labelledby="uses" className="card">
      <h2 id="uses" className="px-4 py-3 font-semibold">
        Where it is used
      </h2>
      {of.uses.length === 0 && of.templates.length === 0 ? (
        <p className="px-4 pb-4 text-sm text-ink-2">
          No template carries it, and no session has it on its tracks or in its files.
        </p>
      ) : (
        <ul>
          {of.templates.map((t) => (
            <li key={t.template} className="border-t border-line px-4 py-2">
              <Link to={`/library/${t.template}`} className="font-semibold hover:underline">
                {t.name}
              </Link>
              <span className="block text-sm text-ink-2">carries it in {carriedIn(t)}</span>
            </li>
          ))}
          {of.uses.map((u) => (
            <li key={u.session} className="border-t border-line px-4 py-2">
              <Link to={`/sessions/${u.session}`} className="font-semibold hover:underline">
                {u.title}
              </Link>
              <span className="block text-sm text-ink-2">
                {u.roomName} · {u.templateName}
                {u.as === "" ? (
                  " · on its tracks"
                ) : (
                  <>
                    {" "}
                    · as <span className="font-mono">{u.as}</span>
                  </>
                )}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
