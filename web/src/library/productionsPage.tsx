import type { Production } from "@mossy/contract/productions";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Archive, ArchiveRestore } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../ui/button.tsx";
import { day } from "../ui/dates.ts";
import { Input, PageHead, Pill } from "../ui/pieces.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { TextField } from "../ui/textField.tsx";
import { mention } from "../ui/toasts.tsx";
import { ask } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queryClient, useMe } from "../wire/queries.ts";

/** The productions of the house: what was made for each, and whether it still runs. */
export default function ProductionsPage() {
  const { data, error, refetch } = useQuery(later.productions);
  const may = useMe()?.right === "lead";
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  const running = data.productions.filter((p) => p.closed === null);
  const closed = data.productions.filter((p) => p.closed !== null);
  return (
    <div className="flex flex-col gap-4">
      <PageHead crumbs={[["Library", "/library"]]} title="Productions">
        {may && <Begin codes={new Set(data.productions.map((p) => p.code))} />}
      </PageHead>
      <p className="text-sm text-ink-2">
        A record, a play: what is made for it is offered to its own sessions only, and put away when it is
        closed.
      </p>
      {data.productions.length === 0 && (
        <div className="card">
          <Empty title="No production yet">
            A lead begins one under a code; sessions and templates are given to it.
          </Empty>
        </div>
      )}
      <ul className="flex flex-col gap-3">
        {[...running, ...closed].map((p) => (
          <Line key={p.code} production={p} may={may} />
        ))}
      </ul>
    </div>
  );
}

const refresh = (): Promise<unknown> =>
  Promise.all(
    ["productions", "library", "template"].map((key) => queryClient.invalidateQueries({ queryKey: [key] })),
  );

/** Begins a production: its code and what it is called. */
function Begin({ codes }: { codes: ReadonlySet<string> }) {
  const [said, setSaid] = useState({ code: "", title: "" });
  const begin = useMutation({
    mutationFn: () =>
      ask("editProduction", { production: said.code.trim() }, { title: said.title, closed: false }),
    onSuccess: async () => {
      setSaid({ code: "", title: "" });
      await refresh();
    },
  });
  const there = codes.has(said.code.trim().toUpperCase());
  return (
    <form
      className="flex flex-wrap items-center justify-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        begin.mutate();
      }}
    >
      <Trouble error={begin.error} />
      {there && <span className="text-sm text-lantern">{said.code.trim().toUpperCase()} is below</span>}
      <Input
        required
        maxLength={24}
        aria-label="Code of a new production"
        placeholder="Code"
        className="w-28 font-mono uppercase placeholder:font-sans placeholder:normal-case"
        value={said.code}
        onChange={(e) => setSaid({ ...said, code: e.target.value })}
      />
      <Input
        maxLength={120}
        aria-label="Title of a new production"
        placeholder="What it is called"
        className="w-56"
        value={said.title}
        onChange={(e) => setSaid({ ...said, title: e.target.value })}
      />
      <Button type="submit" disabled={said.code.trim() === "" || there || begin.isPending}>
        Begin a production
      </Button>
    </form>
  );
}

function Line({ production: p, may }: { production: Production; may: boolean }) {
  const edit = useMutation({
    mutationFn: (fields: { title?: string; closed?: boolean }) =>
      ask(
        "editProduction",
        { production: p.code },
        { title: p.title, closed: p.closed !== null, ...fields },
      ),
    onSuccess: async ({ closed, templates }, fields) => {
      if (fields.closed !== undefined)
        mention(
          closed
            ? `${p.code} is closed${templates.length > 0 ? `, ${plural(templates.length, "template")} put away` : ""}.`
            : `${p.code} runs again.`,
        );
      await refresh();
    },
  });
  const over = p.closed !== null;
  return (
    <li className="card flex flex-col gap-2 p-3.5">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className={`font-mono font-bold ${over ? "text-ink-2" : ""}`}>{p.code}</h2>
        <div className="min-w-48 flex-1">
          {may ? (
            <TextField
              label="Title"
              value={p.title}
              readOnly={false}
              onSet={(title) => edit.mutate({ title })}
            />
          ) : (
            p.title
          )}
        </div>
        {p.closed && (
          <Pill>
            closed {day(p.closed.at)} by {p.closed.by.name}
          </Pill>
        )}
        {!over && p.open > 0 && <Pill look="note">{plural(p.open, "open session")}</Pill>}
        {may && (
          <Button
            small
            aria-label={`${over ? "Open it again" : "Close it"}: ${p.code}`}
            disabled={edit.isPending}
            onClick={() => edit.mutate({ closed: !over })}
          >
            {over ? <ArchiveRestore size={14} aria-hidden /> : <Archive size={14} aria-hidden />}{" "}
            {over ? "Open it again" : "Close it"}
          </Button>
        )}
      </div>
      <p className="text-sm text-ink-2">
        {p.templates.length === 0 ? "No template of its own" : "Templates: "}
        {p.templates.map((t, i) => (
          <span key={t.id}>
            {i > 0 && ", "}
            <Link to={`/library/${t.id}`} className="font-semibold text-moss hover:underline">
              {t.name}
            </Link>
          </span>
        ))}{" "}
        · {p.sessions === 0 ? "no session" : plural(p.sessions, "session")}
        {over && p.open > 0 ? `, ${p.open} of them still open` : ""}
      </p>
      <Trouble error={edit.error} />
    </li>
  );
}
