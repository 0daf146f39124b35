import { blankRoom, room as roomSchema } from "@mossy/core/fit/room";
import type { Room } from "@mossy/core/fit/room";
import { CHANNEL_FORMATS, channelFormat } from "@mossy/core/session/document";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { z } from "zod";
import { ask, askOnce } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queries, queryClient, useMayIn, useMe, useStyle } from "../wire/queries.ts";
import { BackAndForth } from "../ui/backAndForth.tsx";
import { Button } from "../ui/button.tsx";
import { AlertLine } from "../ui/listPage.tsx";
import { NumberField } from "../ui/numberField.tsx";
import { Chooser, Options } from "../ui/chooser.tsx";
import { Field, Input, PageHead } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { keep, kept } from "../ui/useKept.ts";
import { useSteps } from "../ui/useSteps.ts";
import { WiringPart } from "./wiringPart.tsx";

const RATES = [44100, 48000, 88200, 96000, 176400, 192000] as const;
const BLANK: Room = blankRoom("");
/** A room half edited: it may still lack its name. */
const halfDone = z.object({
  revision: z.int(),
  room: roomSchema.extend({ name: z.string().max(60), sampleRates: z.array(z.number()) }),
});

/** Makes a room, or edits one. */
export default function EditRoomPage() {
  const { room: id } = useParams();
  const right = useMe()?.right;
  const lead = right === "lead";
  const may = useMayIn(id ?? "");
  const { data: card, error, refetch } = useQuery({ ...queries.room(id ?? ""), enabled: id !== undefined });
  const asks = (
    <Empty title="The leads make and edit rooms">Ask one of them for what should be other.</Empty>
  );
  if (id === undefined) return lead ? <Editor id={null} revision={0} room={BLANK} lead={lead} /> : asks;
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!card) return <Loading />;
  if (!lead && !(right === "engineer" && may && card.room.engineersEdit)) return asks;
  return <Editor key={card.id} id={card.id} revision={card.revision} room={card.room} lead={lead} />;
}

function Editor({
  id,
  revision: latest,
  room,
  lead,
}: {
  id: string | null;
  revision: number;
  room: Room;
  lead: boolean;
}) {
  const { style } = useStyle();
  const key = `room-${id ?? "new"}`;
  const [half] = useState(() => kept(key, halfDone));
  // What one edits was made from this revision, also when another comes while one does.
  const [revision, setRevision] = useState(half?.revision ?? latest);
  const steps = useSteps<Room>(half?.room ?? room, (now) => keep(key, { revision, room: now }));
  const { now, go } = steps;
  const navigate = useNavigate();
  const save = useMutation({
    mutationFn: async (): Promise<string> => {
      if (id === null) return (await askOnce("newRoom", {}, { room: now })).id;
      await ask("editRoom", { room: id }, { revision, room: now });
      return id;
    },
    onSuccess: async (made) => {
      keep(key, null);
      await Promise.all(
        ["rooms", "room", "today"].map((k) => queryClient.invalidateQueries({ queryKey: [k] })),
      );
      await navigate(`/rooms/${made}`);
    },
  });
  useShortcuts([
    { keys: "Ctrl+Z", says: "Undo", run: steps.undo },
    { keys: "Ctrl+Shift+Z", says: "Redo", run: steps.redo },
  ]);
  const waits =
    now.name.trim() === "" ? "Give it a name" : now.sampleRates.length === 0 ? "Choose a rate" : null;
  return (
    <div className="flex h-full min-h-[600px] flex-col gap-4">
      <PageHead
        crumbs={[["Rooms", "/rooms"], ...(id === null ? [] : ([[room.name, `/rooms/${id}`]] as const))]}
        title={id === null ? "New room" : `Editing ${room.name}`}
      >
        <span role="status" className="text-sm text-ink-2">
          {waits ?? ""}
        </span>
        <BackAndForth undoes={steps.undoes} redoes={steps.redoes} onUndo={steps.undo} onRedo={steps.redo} />
        <Button
          onClick={() => {
            keep(key, null);
            void navigate(id === null ? "/rooms" : `/rooms/${id}`);
          }}
        >
          Leave it
        </Button>
        <Button
          look="main"
          type="submit"
          form="room"
          disabled={waits !== null || save.isPending || latest !== revision}
        >
          {id === null ? "Make the room" : "Save"}
        </Button>
      </PageHead>
      {latest === revision ? (
        <Trouble error={save.error} />
      ) : (
        <Overtaken
          name={room.name}
          onTheirs={() => {
            save.reset();
            setRevision(latest);
            steps.begin(room);
            keep(key, null);
          }}
          onMine={() => {
            save.reset();
            setRevision(latest);
          }}
        />
      )}
      <div className="beside min-h-0 flex-1 [--beside:252px]">
        <WiringPart room={now} style={style} onChange={go} />
        <form
          id="room"
          aria-label="The room"
          className="flex min-h-0 flex-col gap-4 overflow-y-auto"
          onSubmit={(e) => {
            e.preventDefault();
            if (waits === null) save.mutate();
          }}
        >
          <About room={now} lead={lead} onChange={go} />
          <Shows room={now} onChange={go} />
        </form>
      </div>
    </div>
  );
}

/** Somebody else changed the room meanwhile: theirs or one's own, never one over the other unasked. */
function Overtaken({ name, onTheirs, onMine }: { name: string; onTheirs: () => void; onMine: () => void }) {
  return (
    <AlertLine look="look">
      <span className="flex flex-wrap items-center gap-3">
        <span className="flex-1">
          Somebody else changed {name} since you opened it. What you have here is not saved yet.
        </span>
        <Button small onClick={onTheirs}>
          Take theirs
        </Button>
        <Button small onClick={onMine}>
          Go on with mine, over theirs
        </Button>
      </span>
    </AlertLine>
  );
}

type Change = (to: Room, label: string) => void;

function About({ room, lead, onChange }: { room: Room; lead: boolean; onChange: Change }) {
  return (
    <section aria-label="About the room" className="card flex flex-col gap-3 p-3.5">
      <Field label="Name">
        <Input
          small
          required
          maxLength={60}
          readOnly={!lead}
          autoFocus={room.name === ""}
          value={room.name}
          onChange={(e) => onChange({ ...room, name: e.target.value }, "name")}
        />
      </Field>
      <Field label="What it is, in a few words">
        <Input
          small
          maxLength={200}
          placeholder="large live room, booth, mobile…"
          value={room.says}
          onChange={(e) => onChange({ ...room, says: e.target.value }, "description")}
        />
      </Field>
      <fieldset>
        <legend className="pb-1 text-xs font-semibold text-ink-2">Sample rates</legend>
        <div className="grid grid-cols-2 gap-x-3">
          {RATES.map((rate) => (
            <label key={rate} className="flex items-center gap-2 py-1 text-sm">
              <input
                type="checkbox"
                checked={room.sampleRates.includes(rate)}
                onChange={(e) => {
                  const rates = RATES.filter((r) =>
                    r === rate ? e.target.checked : room.sampleRates.includes(r),
                  );
                  onChange({ ...room, sampleRates: rates }, "sample rates");
                }}
              />
              <span className="font-mono">{rate / 1000}</span> kHz
            </label>
          ))}
        </div>
      </fieldset>
      {lead && (
        <label className="flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            checked={room.engineersEdit}
            onChange={(e) => onChange({ ...room, engineersEdit: e.target.checked }, "who edits it")}
          />
          Its engineers may edit it too
        </label>
      )}
    </section>
  );
}

/** A budget as it is typed; nothing is none, undefined what is no number. */
function budgetTyped(typed: string): number | null | undefined {
  if (typed.trim() === "") return null;
  const value = Number(typed.replace(",", "."));
  return Number.isFinite(value) && value >= 0 && value <= 100_000 ? value : undefined;
}

/** What its monitors and its software show. */
function Shows({ room, onChange }: { room: Room; onChange: Change }) {
  const { data } = useQuery(later.software);
  return (
    <section aria-label="What it shows" className="card flex flex-col gap-3 p-3.5">
      <Field label="Widest main path its monitors play">
        <Select
          small
          value={room.widest}
          onChange={(e) => onChange({ ...room, widest: channelFormat.parse(e.target.value) }, "main path")}
        >
          <Options of={CHANNEL_FORMATS.map((f) => [f, f] as const)} />
        </Select>
      </Field>
      <Chooser
        label="What its software can do"
        none="everything, as far as we know"
        value={room.software}
        options={(data?.software ?? []).map((s) => [s.id, s.name])}
        onChoose={(to) => onChange({ ...room, software: to }, "software")}
      />
      <Link className="text-sm text-moss underline underline-offset-2" to="/rooms/software">
        See and describe them side by side
      </Link>
      <NumberField
        label="Load budget, %"
        value={room.load === null ? "" : String(room.load)}
        hint="Percent of what its station can do; empty for none"
        onSet={(typed) => {
          const load = budgetTyped(typed);
          if (load !== undefined) onChange({ ...room, load }, "load budget");
          return load !== undefined;
        }}
      />
      <NumberField
        label="Memory budget, MB"
        value={room.memory === null ? "" : String(room.memory)}
        hint="Megabytes; empty for none"
        onSet={(typed) => {
          const memory = budgetTyped(typed);
          if (memory !== undefined) onChange({ ...room, memory }, "memory budget");
          return memory !== undefined;
        }}
      />
    </section>
  );
}
