import { dropsInAddress } from "@mossy/contract/drops";
import type { DropSent } from "@mossy/contract/drops";
import type { TemplateCard } from "@mossy/contract/library";
import type { RoomCard } from "@mossy/contract/rooms";
import type { FitLook } from "@mossy/contract/sessions";
import { NO_CHOICES } from "@mossy/core/fit/choices";
import { variantOf } from "@mossy/core/library/variant";
import type { HeldPiece } from "@mossy/core/session/pieces";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Download, Send } from "lucide-react";
import { useDeferredValue, useEffect, useRef } from "react";
import type { FormEvent } from "react";
import { Link, useNavigate } from "react-router";
import { Recalled } from "../fit/recalled.tsx";
import { StartBlocks } from "../fit/startBlocks.tsx";
import { StartSettings } from "../fit/startSettings.tsx";
import { useFitting } from "../fit/useFitting.ts";
import type { Fitting } from "../fit/useFitting.ts";
import { Button } from "../ui/button.tsx";
import { Chooser } from "../ui/chooser.tsx";
import { Field, Input, Pill } from "../ui/pieces.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { Select } from "../ui/select.tsx";
import { saveFrom } from "../ui/saveAs.ts";
import { Failed, Loading, Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { askOnce, fileAddress } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queries, queryClient } from "../wire/queries.ts";

interface How {
  readonly template: TemplateCard;
  readonly release: number;
  readonly room: RoomCard;
  readonly production: string | null;
  /** Whether it is started as the last session of the room was. */
  readonly again: boolean;
  /** Sounds of this week for its running order. */
  readonly drops: readonly DropSent[];
  readonly onRelease: (release: number) => void;
}

/** What is free to choose, the name with its folder, and how it goes to the room. */
export function HowStep(how: How) {
  const { template, release, room, again, drops } = how;
  const fitting = useFitting(room.id, template.id, release, null, drops);
  const whole = useQuery(queries.release(template.id, release));
  useAgain(again, room.id, fitting);
  if (whole.error) return <Failed error={whole.error} again={() => void whole.refetch()} />;
  if (!whole.data) return <Loading />;
  const { begun, change, look } = fitting;
  const { session } = whole.data;
  const variant = session.variants.find((v) => v.id === begun.variant) ?? null;
  const part = variant ? variantOf(session, variant).session : session;
  return (
    <div className="flex flex-col gap-3 px-4 pb-4">
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Release">
          <ReleaseChoice {...how} />
        </Field>
        {session.variants.length > 0 && (
          <Chooser
            label="Which part of it"
            value={variant?.id ?? null}
            none="Everything"
            options={session.variants.map((v) => [v.id, v.name] as const)}
            onChoose={(next) => change({ variant: next, choices: NO_CHOICES })}
          />
        )}
        {room.room.setUps.length > 0 && (
          <Choice
            label="How the room is wired"
            value={begun.setUp ?? ""}
            choices={[["", "as usual"], ...room.room.setUps.map((s) => [s.id, s.name] as const)]}
            onChoose={(id) => change({ setUp: id === "" ? null : id })}
          />
        )}
      </div>
      {drops.length > 0 && <ThisWeek drops={drops} order={session.order} />}
      <Recalled fitting={fitting} />
      {look.error ? (
        <Failed error={look.error} again={() => void look.refetch()} />
      ) : look.data ? (
        <HowItFits look={look.data} how={how} />
      ) : (
        <Loading what="Fitting" />
      )}
      <div className="two-up items-start">
        <StartSettings
          session={part}
          chosen={begun.settings}
          onChange={(settings) => change({ settings })}
        />
        <div className="flex flex-col gap-4">
          <BeforeIt notes={part.notes} checklist={part.checklist} />
          <StartBlocks chosen={begun.blocks} onChange={(blocks) => change({ blocks })} />
        </div>
      </div>
      <NameAndStart how={how} fitting={fitting} />
    </div>
  );
}

/** What is dropped into its running order as it starts. */
function ThisWeek({ drops, order }: { drops: readonly DropSent[]; order: readonly HeldPiece[] }) {
  const said = drops.map(({ piece, sounds }) => {
    const name = order.find((p) => p.id === piece)?.name ?? "a piece this release does not have";
    return `${name} in ${plural(sounds.length, "file")}`;
  });
  return (
    <p className="text-sm">
      <Pill look="ok">this week's files</Pill> {said.join(", ")}
    </p>
  );
}

/** Takes over, once, what was chosen the last time. */
function useAgain(again: boolean, room: string, { change }: Fitting): void {
  const { data } = useQuery({ ...later.lastStarted(room), enabled: again });
  const taken = useRef(false);
  useEffect(() => {
    if (!again || taken.current || !data?.last) return;
    taken.current = true;
    const { variant, setUp, settings, blocks } = data.last;
    change({ variant, setUp, settings, blocks });
  });
}

function ReleaseChoice({ template, release, onRelease }: How) {
  const { data } = useQuery(queries.template(template.id));
  const offered = data?.releases.filter((r) => r.takenBack === null) ?? [];
  return (
    <Select value={release} onChange={(e) => onRelease(Number(e.target.value))}>
      {!offered.some((r) => r.number === release) && <option value={release}>release {release}</option>}
      {offered.map((r) => (
        <option key={r.number} value={r.number}>
          release {r.number}
          {r.number === template.latest?.number ? ", the latest" : ""}
        </option>
      ))}
    </Select>
  );
}

function HowItFits({ look, how }: { look: FitLook; how: How }) {
  const { report, missing } = look;
  const undecided = missing.filter((m) => m.decided === null).length;
  const { room, template, release, production, drops } = how;
  const said = new URLSearchParams({
    ...(production === null ? {} : { production }),
    ...(drops.length === 0 ? {} : { drop: dropsInAddress(drops) }),
  }).toString();
  const fit = `/rooms/${room.id}/fit/${template.id}/${release}`;
  return (
    <p className="flex flex-wrap items-center gap-2">
      <Pill look="ok">{report.fits} sources as they are</Pill>
      {report.adjusted.length > 0 && <Pill look="look">{report.adjusted.length} adjusted</Pill>}
      {report.unplaced.length > 0 && <Pill look="broken">{report.unplaced.length} cannot be placed</Pill>}
      {report.leftOut.length > 0 && <Pill>{report.leftOut.length} left out</Pill>}
      {undecided > 0 && <Pill look="look">{plural(undecided, "device")} missing</Pill>}
      <Link
        className="text-sm text-moss underline underline-offset-2"
        to={said === "" ? fit : `${fit}?${said}`}
      >
        See and change how it fits
      </Link>
    </p>
  );
}

function BeforeIt({ notes, checklist }: { notes: string; checklist: readonly string[] }) {
  if (notes === "" && checklist.length === 0) return null;
  return (
    <section aria-label="Before recording" className="card border-l-4 border-l-glow p-3.5">
      <h2 className="pb-1 font-semibold">Before recording</h2>
      {notes !== "" && <p className="text-sm whitespace-pre-wrap">{notes}</p>}
      <ul className="list-disc pt-1 pl-5 text-sm">
        {checklist.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </section>
  );
}

type Goes = "package" | "station";

function NameAndStart({ how: { room, production }, fitting }: { how: How; fitting: Fitting }) {
  const { begun, wish, change, forget, look } = fitting;
  const navigate = useNavigate();
  const goes = useRef<Goes>("station");
  const start = useMutation({
    mutationFn: async () => {
      const { id } = await askOnce("startSession", {}, { ...wish, title: begun.title, production });
      if (goes.current === "station") await askOnce("sendToStation", { session: id }, { as: "package" });
      return id;
    },
    onSuccess: async (id) => {
      forget();
      if (goes.current === "package") saveFrom(fileAddress("package", { session: id }));
      else mention(`The station of ${room.room.name} has it.`);
      await Promise.all(
        ["sessions", "session", "today", "library", "productions", "last-decided", "last-started"].map(
          (key) => queryClient.invalidateQueries({ queryKey: [key] }),
        ),
      );
      await navigate(`/sessions/${id}`);
    },
  });
  const submit = (e: FormEvent<HTMLFormElement>): void => {
    e.preventDefault();
    const by = (e.nativeEvent as SubmitEvent).submitter?.getAttribute("value");
    goes.current = by === "package" ? "package" : "station";
    start.mutate();
  };
  const waits = start.isPending || !look.data;
  return (
    <form className="flex flex-col gap-2" onSubmit={submit}>
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Name of the session">
          <Input
            required
            maxLength={80}
            className="w-72"
            value={begun.title}
            onChange={(e) => change({ title: e.target.value })}
          />
        </Field>
        <Button look="main" type="submit" value="station" disabled={waits}>
          <Send size={15} aria-hidden />{" "}
          {start.isPending ? "Starting…" : "Start it, send it to the station"}
        </Button>
        <Button type="submit" value="package" disabled={waits}>
          <Download size={15} aria-hidden /> Start it, download the package
        </Button>
      </div>
      <NameSeen title={begun.title} room={room} />
      <Trouble error={start.error} />
    </form>
  );
}

/** What it will be called on disk, and whether that is another's already. */
function NameSeen({ title, room }: { title: string; room: RoomCard }) {
  const asked = useDeferredValue(title.trim());
  const { data } = useQuery({ ...later.nameLook(asked, room.id), enabled: asked !== "" });
  if (asked === "" || !data) return <p className="text-sm text-ink-2">Its folder is named by the house.</p>;
  return (
    <p role="status" className="text-sm text-ink-2">
      {data.title !== asked && (
        <span className="font-semibold text-lantern">
          There is a “{asked}” here today already; this one is called “{data.title}”.{" "}
        </span>
      )}
      Its folder: <span className="font-mono">{data.folder}</span>
    </p>
  );
}
