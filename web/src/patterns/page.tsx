import type { EditPattern, PatternCard } from "@mossy/contract/patterns";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { clsx } from "clsx";
import { useDeferredValue, useState } from "react";
import { useSearchParams } from "react-router";
import { Button } from "../ui/button.tsx";
import { shortDay } from "../ui/dates.ts";
import { FileDrop } from "../ui/fileField.tsx";
import { FindField } from "../ui/findField.tsx";
import { PageHead } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { TextField } from "../ui/textField.tsx";
import { tagsIn } from "../ui/tags.ts";
import { mention } from "../ui/toasts.tsx";
import { ask } from "../wire/ask.ts";
import { hand } from "../wire/files.ts";
import { later } from "../wire/laterQueries.ts";
import { queryClient, useMe } from "../wire/queries.ts";
import { PatternPicture } from "./picture.tsx";
import { lengthInWords } from "./words.ts";

/** The patterns of the house: what is begun with again and again, read from MIDI files. */
export default function PatternsPage() {
  const [query, setQuery] = useSearchParams();
  const choose = (name: string, value: string): void => {
    const next = new URLSearchParams(query);
    if (value === "") next.delete(name);
    else next.set(name, value);
    setQuery(next, { replace: true });
  };
  const [tag, gone] = ["tag", "gone"].map((name) => query.get(name) ?? "");
  // What is typed shows at once; the address, and what is found, follow.
  const [find, setFind] = useState(query.get("find") ?? "");
  const asked = useDeferredValue(find.trim());
  const { data, error, refetch } = useQuery(
    later.patterns({
      ...(asked === "" ? {} : { find: asked }),
      ...(tag ? { tag } : {}),
      ...(gone === "yes" ? { gone } : {}),
    }),
  );
  if (!data && error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Fetching the patterns" />;
  const chosen = data.patterns.find((p) => p.id === query.get("pattern")) ?? null;
  return (
    <div className="flex flex-col gap-4">
      <PageHead
        crumbs={[
          ["Library", "/library"],
          ["Sounds", "/library/sounds"],
        ]}
        title="Patterns"
      />
      <Bring onBrought={(first) => choose("pattern", first.id)} />
      <div className="flex flex-wrap items-center gap-3">
        <FindField
          label="Find a pattern"
          className="w-60"
          value={find}
          onFind={(text) => {
            setFind(text);
            choose("find", text);
          }}
        />
        <Select
          aria-label="Tag"
          className="max-w-52"
          value={tag}
          onChange={(e) => choose("tag", e.target.value)}
        >
          <option value="">every tag</option>
          {data.tags.map((t) => (
            <option key={t.name} value={t.name}>
              {t.name} ({t.many})
            </option>
          ))}
        </Select>
        <span className="ml-auto text-sm text-ink-2">
          {plural(data.of, "pattern")}
          {data.of > data.patterns.length && `, the first ${data.patterns.length} shown`}
        </span>
      </div>
      <div className={clsx("grid items-start gap-4", chosen && "beside")} style={BESIDE}>
        <section aria-label={gone ? "Patterns put away" : "Patterns"} className="card overflow-hidden">
          {data.patterns.length === 0 ? (
            <None any={asked !== "" || tag !== "" || data.away > 0} gone={gone === "yes"} />
          ) : (
            <ul>
              {data.patterns.map((p) => (
                <Row key={p.id} of={p} chosen={p === chosen} onChoose={() => choose("pattern", p.id)} />
              ))}
            </ul>
          )}
        </section>
        {chosen && <Chosen key={chosen.id} of={chosen} />}
      </div>
      {(data.away > 0 || gone === "yes") && (
        <Button look="quiet" className="self-start" onClick={() => choose("gone", gone ? "" : "yes")}>
          {gone ? "Show those in use" : `Show ${data.away} put away`}
        </Button>
      )}
    </div>
  );
}
const BESIDE = { "--beside": "320px" } as React.CSSProperties;

function None({ any, gone }: { any: boolean; gone: boolean }) {
  if (gone)
    return <Empty title="Nothing is put away">What is put away stays where it lies on tracks.</Empty>;
  return any ? (
    <Empty title="No such pattern">Names, files and tags were looked through. Try another word.</Empty>
  ) : (
    <Empty title="No patterns yet">
      Bring MIDI files with what is begun with again and again: a kick, a hat, a shaker. Each track of a
      file becomes a pattern, tagged by what it plays.
    </Empty>
  );
}

function Bring({ onBrought }: { onBrought: (first: PatternCard) => void }) {
  const bring = useMutation({
    mutationFn: (file: File) => hand("bringPatterns", {}, file, { file: file.name.slice(-200) }),
    onSuccess: ({ patterns, left }) => {
      void queryClient.invalidateQueries({ queryKey: ["patterns"] });
      mention(
        `${plural(patterns.length, "pattern")} came` + (left === 0 ? "." : `; ${left} notes did not fit.`),
      );
      if (patterns[0]) onBrought(patterns[0]);
    },
  });
  return (
    <>
      <FileDrop
        label="MIDI file"
        accept=".mid,.midi,.rmi"
        button="Choose a file"
        busy={bring.isPending}
        onFiles={([file]) => bring.mutate(file)}
      >
        Drop a MIDI file (.mid) here: each track that plays becomes a pattern
      </FileDrop>
      <Trouble error={bring.error} />
    </>
  );
}

function Row({ of: p, chosen, onChoose }: { of: PatternCard; chosen: boolean; onChoose: () => void }) {
  return (
    <li className="border-t border-line first:border-t-0">
      <button
        type="button"
        aria-pressed={chosen}
        onClick={onChoose}
        className={clsx(
          "flex w-full items-center gap-3 px-4 py-2.5 text-left",
          chosen ? "bg-moss-soft" : "hover:bg-bg",
        )}
      >
        <span className="w-40 shrink-0 max-[760px]:hidden">
          <PatternPicture of={p} />
        </span>
        <span className="min-w-0 flex-1">
          <span className="block truncate font-semibold">{p.name}</span>
          <span className="block truncate text-sm text-ink-2">
            {p.tags.length === 0 ? "no tags" : p.tags.join(", ")}
          </span>
        </span>
        <span className="text-right text-sm text-ink-2">
          <span className="block">{lengthInWords(p)}</span>
          <span className="block">{plural(p.many, "note")}</span>
        </span>
      </button>
    </li>
  );
}

/** One pattern: drawn larger, named, tagged, put away. */
function Chosen({ of: p }: { of: PatternCard }) {
  const me = useMe();
  const may = me?.right === "lead" || me?.id === p.by.id;
  const edit = useMutation({
    mutationFn: (to: EditPattern) => ask("editPattern", { pattern: p.id }, to),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: ["patterns"] }),
  });
  return (
    <section aria-label="Selected pattern" className="card flex flex-col gap-3 p-4">
      <PatternPicture of={p} large />
      <TextField
        label="Name"
        value={p.name}
        readOnly={!may}
        onSet={(name) => {
          if (name !== "") edit.mutate({ name: name.slice(0, 120) });
        }}
      />
      <TextField
        label="Tags, parted by commas"
        value={p.tags.join(", ")}
        readOnly={!may}
        onSet={(text) => edit.mutate({ tags: tagsIn(text) })}
      />
      <p className="text-sm text-ink-2">
        {lengthInWords(p)}, {plural(p.many, "note")}, from channel {p.channel}. Brought by {p.by.name},{" "}
        {shortDay(p.at)}, as <span className="font-mono">{p.file}</span>
        {may ? "." : ". They or a lead may change this."}
      </p>
      {may && (
        <Button small className="self-start" onClick={() => edit.mutate({ gone: !p.gone })}>
          {p.gone ? "Bring it back" : "Put it away"}
        </Button>
      )}
      <Trouble error={edit.error} />
    </section>
  );
}
