import { inSize } from "@mossy/core/formats/bytes";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { RotateCcw, X } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../ui/button.tsx";
import { Field, Input, Pill } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { tagsIn } from "../ui/tags.ts";
import { queries } from "../wire/queries.ts";
import { bring, clearThere, giveUp, tryAgain, useBringing } from "./bringing.ts";
import type { Bringing } from "./bringing.ts";

const LAST_SHELF = "mossy-sound-shelf";

/** Asks where the files that were chosen are to stand, and brings them there. */
export function BringPanel({ files, onDone }: { files: readonly File[]; onDone: () => void }) {
  const { data } = useQuery(queries.library);
  const shelves = (data?.shelves ?? []).map((s) => s.name);
  const [wished, setWished] = useState(() => localStorage.getItem(LAST_SHELF));
  const [tags, setTags] = useState("");
  const shelf = shelves.find((s) => s === wished) ?? shelves[0] ?? "Sounds";
  const size = files.reduce((sum, f) => sum + f.size, 0);
  return (
    <form
      aria-label="Bring sounds"
      className="card flex flex-wrap items-end gap-3 p-4"
      onSubmit={(e) => {
        e.preventDefault();
        localStorage.setItem(LAST_SHELF, shelf);
        bring(files, { shelf, tags: tagsIn(tags) });
        onDone();
      }}
    >
      <p className="min-w-48 flex-1 self-center">
        <span className="font-semibold">
          {files.length === 1 ? files[0]?.name : plural(files.length, "file")}
        </span>
        <span className="text-ink-2">, {inSize(size)}</span>
      </p>
      <Field label="Onto the shelf">
        <Select autoFocus className="w-44" value={shelf} onChange={(e) => setWished(e.target.value)}>
          {(shelves.length === 0 ? [shelf] : shelves).map((s) => (
            <option key={s}>{s}</option>
          ))}
        </Select>
      </Field>
      <Field label="Tags, parted by commas">
        <Input className="w-52" maxLength={200} value={tags} onChange={(e) => setTags(e.target.value)} />
      </Field>
      <Button type="button" look="quiet" onClick={onDone}>
        Leave it
      </Button>
      <Button type="submit" look="main">
        Bring {files.length === 1 ? "it" : "them"}
      </Button>
    </form>
  );
}

/** What is on its way, and what came. */
export function OnTheWay() {
  const all = useBringing();
  if (all.length === 0) return null;
  const there = all.filter((b) => b.state === "there").length;
  return (
    <section aria-label="On the way" className="card">
      <h2 className="flex items-center gap-3 px-4 py-2 text-sm font-semibold">
        <span className="flex-1">
          {there} of {plural(all.length, "file")} there
        </span>
        {there > 0 && (
          <Button small look="quiet" onClick={clearThere}>
            Clear what is there
          </Button>
        )}
      </h2>
      <ul>
        {all.map((b) => (
          <li key={b.key} className="border-t border-line px-4 py-1.5">
            <Line of={b} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Line({ of: b }: { of: Bringing }) {
  const percent = b.size === 0 ? 0 : Math.floor((b.has / b.size) * 100);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-sm">
      <span className="min-w-40 flex-1 truncate font-mono">
        {b.sound ? (
          <Link to={`/library/sounds/${b.sound.id}`} className="underline">
            {b.name}
          </Link>
        ) : (
          b.name
        )}
      </span>
      {b.says !== null && (
        <span
          role={b.state === "failed" ? "alert" : undefined}
          className={b.state === "failed" ? "text-brick" : "text-ink-2"}
        >
          {b.says}
        </span>
      )}
      {b.state === "there" ? (
        <Pill look="ok">there</Pill>
      ) : b.state === "failed" ? (
        <Button small onClick={() => tryAgain(b.key)}>
          <RotateCcw size={13} aria-hidden /> Try again
        </Button>
      ) : (
        <>
          <progress className="h-2 w-32" aria-label={`How far ${b.name} is`} max={100} value={percent} />
          <span className="w-28 text-right font-mono text-ink-2">
            {b.state === "waits" ? "waits" : `${percent}% of ${inSize(b.size)}`}
          </span>
        </>
      )}
      {b.state !== "there" && (
        <Button small look="quiet" aria-label={`Give ${b.name} up`} onClick={() => giveUp(b.key)}>
          <X size={13} aria-hidden />
        </Button>
      )}
    </div>
  );
}
