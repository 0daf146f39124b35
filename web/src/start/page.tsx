import { dropsFrom } from "@mossy/contract/drops";
import type { TemplateCard } from "@mossy/contract/library";
import type { RoomCard } from "@mossy/contract/rooms";
import { worksIn } from "@mossy/contract/worksIn";
import { inputsInWords } from "@mossy/core/fit/sockets";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import type { ReactNode } from "react";
import { Link, useSearchParams } from "react-router";
import { useStandingIn } from "../rooms/standing.ts";
import { Button } from "../ui/button.tsx";
import { FindField } from "../ui/findField.tsx";
import { LongList } from "../ui/longList.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { later } from "../wire/laterQueries.ts";
import { queries, useMe } from "../wire/queries.ts";
import { Again } from "./again.tsx";
import { HowStep } from "./howStep.tsx";

/** Starts a session in three steps: which template, which room, and what is free to choose; the address says which. */
export default function StartPage() {
  const [query, setQuery] = useSearchParams();
  const standing = useStandingIn();
  const me = useMe();
  const rooms = useQuery(queries.rooms);
  const library = useQuery(queries.library);
  const go = (fields: Readonly<Record<string, string | null>>): void => {
    const next = new URLSearchParams(query);
    for (const [key, value] of Object.entries(fields))
      if (value === null) next.delete(key);
      else next.set(key, value);
    setQuery(next, { replace: true });
  };
  const error = rooms.error ?? library.error;
  if (error)
    return (
      <Failed
        error={error}
        again={() => {
          void rooms.refetch();
          void library.refetch();
        }}
      />
    );
  if (!rooms.data || !library.data) return <Loading />;
  const mine = rooms.data.rooms.filter((r) => r.retiredAt === null && me !== null && worksIn(me, r.id));
  const room =
    mine.find((r) => r.id === query.get("room")) ??
    (query.has("room") ? null : (mine.find((r) => r.id === standing) ?? null));
  const production = query.get("production");
  const offered = library.data.templates
    .filter((t) => t.kind === "template" && t.latest !== null && !t.retired)
    .filter((t) => t.production === null || t.production === production);
  const template = offered.find((t) => t.id === query.get("template")) ?? null;
  return (
    <div className="flex flex-col gap-4">
      <PageHead title="Start a session">
        {room && (
          <Again
            key={room.id}
            room={room}
            atOnce={query.get("again") === "yes" && template === null}
            onAgain={(last) =>
              go({ template: last.template, room: room.id, production: last.production, again: "yes" })
            }
          />
        )}
      </PageHead>
      {mine.length === 0 && (
        <div className="card">
          <Empty title="You work in no room">
            Who works in a room starts sessions there; a lead says who does.
          </Empty>
        </div>
      )}
      <Step n={1} title="From which template" done={template !== null}>
        <WhatStep
          offered={offered}
          template={template}
          room={room}
          production={production}
          onTemplate={(id) => go({ template: id, again: null, drop: null })}
          onProduction={(code) => go({ production: code, template: null, again: null })}
        />
      </Step>
      <Step n={2} title="In which room" done={room !== null}>
        <WhereStep
          rooms={mine}
          room={room}
          template={template}
          onRoom={(id) => go({ room: id, again: null })}
        />
      </Step>
      <Step n={3} title="How, and under which name" done={false}>
        {template?.latest && room ? (
          <HowStep
            key={`${template.id} ${room.id}`}
            template={template}
            release={Number(query.get("release") ?? template.latest.number)}
            room={room}
            production={production ?? template.production}
            again={query.get("again") === "yes"}
            drops={dropsFrom(query.get("drop") ?? "")}
            onRelease={(n) => go({ release: n === template.latest?.number ? null : String(n) })}
          />
        ) : (
          <p className="px-4 pb-4 text-sm text-ink-2">Choose a template and a room first.</p>
        )}
      </Step>
    </div>
  );
}

function Step({
  n,
  title,
  done,
  children,
}: {
  n: number;
  title: string;
  done: boolean;
  children: ReactNode;
}) {
  return (
    <section aria-label={title} className="card">
      <h2 className="flex items-center gap-2.5 px-4 py-3 font-semibold">
        <span
          aria-hidden
          className={`flex size-6 items-center justify-center rounded-full text-sm ${
            done ? "bg-moss-soft text-moss" : "bg-sunk text-ink-2"
          }`}
        >
          {n}
        </span>
        {title}
      </h2>
      {children}
    </section>
  );
}

/** More templates than one looks through: they are looked for. */
const MANY = 8;

function WhatStep({
  offered,
  template,
  room,
  production,
  onTemplate,
  onProduction,
}: {
  offered: readonly TemplateCard[];
  template: TemplateCard | null;
  room: RoomCard | null;
  production: string | null;
  onTemplate: (id: string | null) => void;
  onProduction: (code: string | null) => void;
}) {
  const { data } = useQuery(later.productions);
  const running = data?.productions.filter((p) => p.closed === null) ?? [];
  const [text, setText] = useState("");
  const wanted = useDeferredValue(text.trim().toLowerCase());
  if (template)
    return (
      <p className="flex items-center gap-3 px-4 pb-3">
        <span className="min-w-0 flex-1">
          <span className="font-semibold">{template.name}</span>{" "}
          <span className="text-sm text-ink-2">
            {template.shelf} · {plural(template.tracks, "track")}
            {template.says === "" ? "" : ` · ${template.says}`}
          </span>
        </span>
        <Button small onClick={() => onTemplate(null)}>
          Another template
        </Button>
      </p>
    );
  const shown = offered.filter((t) => `${t.name} ${t.shelf} ${t.says}`.toLowerCase().includes(wanted));
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 px-4 pb-2">
        {running.length > 0 && (
          <Select
            small
            aria-label="Production"
            className="w-52"
            value={production ?? ""}
            onChange={(e) => onProduction(e.target.value === "" ? null : e.target.value)}
          >
            <option value="">for no production</option>
            {running.map((p) => (
              <option key={p.code} value={p.code}>
                for {p.code}
                {p.title === "" ? "" : `, ${p.title}`}
              </option>
            ))}
          </Select>
        )}
        {offered.length > MANY && (
          <FindField label="Find a template" className="w-44" value={text} onFind={setText} />
        )}
      </div>
      {offered.length === 0 && (
        <Empty title="Nothing released yet">A lead publishes releases in the library.</Empty>
      )}
      <LongList items={shown} keyOf={(t) => t.id} height={49}>
        {(t) => (
          <div className="relative flex items-center gap-3 border-t border-line px-4 py-1.5 hover:bg-bg">
            <button
              type="button"
              className="min-w-0 flex-1 text-left after:absolute after:inset-0"
              onClick={() => onTemplate(t.id)}
            >
              <span className="font-semibold">{t.name}</span>
              <span className="block truncate text-sm text-ink-2">
                {t.shelf} · release {t.latest?.number} ·{" "}
                {t.inputs === 0 ? "wants no inputs" : `wants ${plural(t.inputs, "input")}`}
                {room && t.inputs > room.room.inputs.length
                  ? `, ${room.room.name} has ${room.room.inputs.length}`
                  : ""}
              </span>
            </button>
            {t.production !== null && <Pill look="note">only {t.production}</Pill>}
          </div>
        )}
      </LongList>
    </>
  );
}

function WhereStep({
  rooms,
  room,
  template,
  onRoom,
}: {
  rooms: readonly RoomCard[];
  room: RoomCard | null;
  template: TemplateCard | null;
  onRoom: (id: string) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-3 px-4 pb-3">
      <Select
        aria-label="Room"
        className="w-56"
        value={room?.id ?? ""}
        onChange={(e) => {
          if (e.target.value !== "") onRoom(e.target.value);
        }}
      >
        <option value="">Choose a room…</option>
        {rooms.map((r) => (
          <option key={r.id} value={r.id}>
            {r.room.name}
          </option>
        ))}
      </Select>
      {room && (
        <span className="text-sm text-ink-2">
          {inputsInWords(room.room)}
          {room.room.says === "" ? "" : ` · ${room.room.says}`}
          {template && template.inputs > room.room.inputs.length && (
            <span className="text-lantern"> · fewer than the {template.inputs} it wants</span>
          )}{" "}
          ·{" "}
          <Link className="text-moss underline underline-offset-2" to={`/rooms/${room.id}`}>
            the room
          </Link>
        </span>
      )}
    </div>
  );
}
