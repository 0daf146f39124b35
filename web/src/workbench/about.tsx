import type { Template } from "@mossy/contract/library";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { Button } from "../ui/button.tsx";
import { Field, Input, Pill, TextArea } from "../ui/pieces.tsx";
import { Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { ask, askOnce } from "../wire/ask.ts";
import { queries, queryClient } from "../wire/queries.ts";
import { ProductionField } from "../library/productionField.tsx";
import { currentOf } from "@mossy/contract/currentOf";

const refresh = (template: string): Promise<unknown> =>
  Promise.all(
    [["template", template], ["library"], ["today"]].map((queryKey) =>
      queryClient.invalidateQueries({ queryKey }),
    ),
  );

/** What a template is called, is for and stands on; who works from it; another one made of it; its retirement. */
export function About({ template, may }: { template: Template; may: boolean }) {
  return (
    <div
      tabIndex={0}
      role="region"
      aria-label="About"
      className="grid h-full items-start gap-4 overflow-y-auto p-4 min-[900px]:grid-cols-2"
    >
      <Named
        key={`${template.name}|${template.shelf}|${template.says}|${template.production}`}
        template={template}
        may={may}
      />
      <div className="flex flex-col gap-4">
        <Origin template={template} />
        {template.kind === "block" ? <Stands block={template.id} /> : <Uses template={template} />}
        {may && <Another template={template} />}
        {may && <Retirement template={template} />}
      </div>
    </div>
  );
}

function Named({ template: t, may }: { template: Template; may: boolean }) {
  const [said, setSaid] = useState({
    name: t.name,
    shelf: t.shelf,
    says: t.says,
    production: t.production ?? "",
  });
  const { data } = useQuery(queries.library);
  const save = useMutation({
    mutationFn: () =>
      ask(
        "editTemplate",
        { template: t.id },
        { ...said, production: said.production.trim() === "" ? null : said.production },
      ),
    onSuccess: () => refresh(t.id),
  });
  const changed =
    said.name !== t.name ||
    said.shelf !== t.shelf ||
    said.says !== t.says ||
    said.production.trim().toUpperCase() !== (t.production ?? "");
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <Field label="Name">
        <Input
          required
          maxLength={80}
          disabled={!may}
          value={said.name}
          onChange={(e) => setSaid({ ...said, name: e.target.value })}
        />
      </Field>
      <Field label="What it is for" hint="Shows on its card, and to whoever chooses a template in a room.">
        <TextArea
          maxLength={1000}
          rows={3}
          disabled={!may}
          value={said.says}
          onChange={(e) => setSaid({ ...said, says: e.target.value })}
        />
      </Field>
      <Field label="Shelf">
        <Input
          required
          maxLength={60}
          list="shelves"
          disabled={!may}
          value={said.shelf}
          onChange={(e) => setSaid({ ...said, shelf: e.target.value })}
        />
      </Field>
      <datalist id="shelves">
        {data?.shelves.map((s) => (
          <option key={s.name} value={s.name} />
        ))}
      </datalist>
      {t.kind === "template" && (
        <ProductionField
          value={said.production}
          disabled={!may}
          onChange={(production) => setSaid({ ...said, production })}
        />
      )}
      <Trouble error={save.error} />
      {may && (
        <Button look="main" type="submit" className="self-start" disabled={!changed || save.isPending}>
          Save
        </Button>
      )}
    </form>
  );
}

/** The open sessions that stand on it. */
function Uses({ template: t }: { template: Template }) {
  return (
    <section aria-labelledby="uses">
      <h2 id="uses" className="pb-1 font-semibold">
        In use
      </h2>
      {t.inUse.length === 0 && <p className="text-sm text-ink-2">No open session stands on it.</p>}
      <ul>
        {t.inUse.map((u) => (
          <li key={u.session} className="flex items-center gap-3 border-t border-line py-1.5 text-sm">
            <Link
              to={`/sessions/${u.session}`}
              className="min-w-0 flex-1 truncate font-semibold hover:underline"
            >
              {u.title}
            </Link>
            <span className="text-ink-2">{u.room}</span>
            <Pill look={u.release === currentOf(t.releases)?.number ? "ok" : "look"}>
              release {u.release}
            </Pill>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What it was begun from, and what was begun from it. */
function Origin({ template: t }: { template: Template }) {
  const { data } = useQuery(queries.library);
  const origin = data?.templates.find((x) => x.id === t.id)?.origin;
  const begun = data?.templates.filter((x) => x.origin?.template === t.id) ?? [];
  if (!origin && begun.length === 0) return null;
  return (
    <section aria-labelledby="origin" className="flex flex-col items-start gap-2 text-sm">
      <h2 id="origin" className="text-base font-semibold">
        Where it comes from
      </h2>
      {origin && (
        <p className="text-ink-2">
          Begun from{" "}
          <Link to={`/library/${origin.template}`} className="font-semibold text-moss hover:underline">
            {origin.name}
          </Link>
          , with its changes up to release {origin.release}
          {origin.latest > origin.release ? `; release ${origin.latest} is out.` : ", the latest."}
        </p>
      )}
      {origin && origin.latest > origin.release && (
        <Button small asChild>
          <Link to={`/library/${t.id}/origin`}>Look at the later changes</Link>
        </Button>
      )}
      {begun.length > 0 && (
        <p className="text-ink-2">
          Begun from it:{" "}
          {begun.map((x, i) => (
            <span key={x.id}>
              {i > 0 && ", "}
              <Link to={`/library/${x.id}`} className="font-semibold text-moss hover:underline">
                {x.name}
              </Link>
            </span>
          ))}
        </p>
      )}
    </section>
  );
}

/** Where a block stands. */
function Stands({ block }: { block: string }) {
  const { data } = useQuery(queries.library);
  const places = data?.templates.find((t) => t.id === block)?.places;
  return (
    <section aria-labelledby="stands" className="flex flex-col items-start gap-2">
      <h2 id="stands" className="font-semibold">
        Where it stands
      </h2>
      {places && (
        <p className="text-sm text-ink-2">
          In {plural(places.templates, "template")} and {plural(places.sessions, "open session")}
          {places.behind > 0
            ? `; ${plural(places.behind, "place stands", "places stand")} on an older release`
            : ""}
          .
        </p>
      )}
      <Button small asChild>
        <Link to={`/library/${block}/places`}>Look at all places</Link>
      </Button>
    </section>
  );
}

/** Another template that begins with this one. */
function Another({ template: t }: { template: Template }) {
  const [name, setName] = useState("");
  const navigate = useNavigate();
  const make = useMutation({
    mutationFn: () =>
      askOnce(
        "newTemplate",
        {},
        {
          name,
          shelf: t.shelf,
          kind: t.kind,
          from: { template: t.id, release: null },
        },
      ),
    onSuccess: async ({ id }) => {
      await queryClient.invalidateQueries({ queryKey: ["library"] });
      mention(`“${name}” begins with what “${t.name}” is now.`);
      await navigate(`/library/${id}`);
    },
  });
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        make.mutate();
      }}
    >
      <h2 className="font-semibold">Another one like it</h2>
      <div className="flex gap-2">
        <Input
          required
          maxLength={80}
          aria-label={`Name of the other ${t.kind}`}
          className="flex-1"
          placeholder={`${t.name}, small`}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <Button type="submit" disabled={name.trim() === "" || make.isPending}>
          Duplicate
        </Button>
      </div>
      <Trouble error={make.error} />
    </form>
  );
}

/** Retiring a template and bringing it back. */
function Retirement({ template: t }: { template: Template }) {
  const flip = useMutation({
    mutationFn: () => ask("retireTemplate", { template: t.id }, { retired: !t.retired }),
    onSuccess: () => refresh(t.id),
  });
  return (
    <section aria-label="Retirement" className="flex flex-col items-start gap-2">
      <p className="text-sm text-ink-2">
        {t.productionClosed
          ? `Put away: production ${t.production} is closed. Opened again, it brings this back.`
          : t.retired
            ? "Retired: nothing is begun with it. Its releases, and what stands on them, are as they were."
            : "Retired, it is offered nowhere any more. Its releases, and what stands on them, stay."}
      </p>
      {t.productionClosed ? (
        <Button small asChild>
          <Link to="/library/productions">Look at the productions</Link>
        </Button>
      ) : (
        <Button small disabled={flip.isPending} onClick={() => flip.mutate()}>
          {t.retired ? "Bring it back" : "Retire it"}
        </Button>
      )}
      <Trouble error={flip.error} />
    </section>
  );
}
