import { SOUND_ORDERS } from "@mossy/contract/sounds";
import type { SoundCard } from "@mossy/contract/sounds";
import { inSize } from "@mossy/core/formats/bytes";
import { plural } from "@mossy/core/session/plural";
import { inClock } from "@mossy/core/sound/clock";
import { useInfiniteQuery } from "@tanstack/react-query";
import { HardDrive, Upload } from "lucide-react";
import { useDeferredValue, useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { Button } from "../ui/button.tsx";
import { Options } from "../ui/chooser.tsx";
import { shortDay } from "../ui/dates.ts";
import { FileButton } from "../ui/fileField.tsx";
import { FindField } from "../ui/findField.tsx";
import { LongList } from "../ui/longList.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { later } from "../wire/laterQueries.ts";
import { useMe } from "../wire/queries.ts";
import { BringPanel, OnTheWay } from "./bringPanel.tsx";
import { formInShort, inLevel } from "./levels.ts";
import { PlayButton } from "./playButton.tsx";
import { useListening } from "./player.ts";
import type { Listening } from "./player.ts";
import { SmallWave } from "./smallWave.tsx";

const ORDERS = { name: "By name", newest: "Newest first", longest: "Longest first" } as const;

/** The sound files of the house: looked for, listened to, brought. */
export default function SoundsPage() {
  const [query, setQuery] = useSearchParams();
  const [text, setText] = useState(query.get("find") ?? "");
  const [chosen, setChosen] = useState<readonly File[]>([]);
  const me = useMe();
  const find = useDeferredValue(text.trim());
  const of = useMemo(() => {
    const kept = ["shelf", "tag", "order", "gone"].flatMap((k) => {
      const value = query.get(k);
      return value === null ? [] : [[k, value] as const];
    });
    return { ...Object.fromEntries(kept), ...(find === "" ? {} : { find }) };
  }, [query, find]);
  const { data, error, refetch, fetchNextPage, hasNextPage, isFetchingNextPage } = useInfiniteQuery(
    later.sounds(of),
  );
  const listening = useListening();
  const choose = (key: string, value: string): void =>
    setQuery(
      (was) => {
        if (value === "") was.delete(key);
        else was.set(key, value);
        return was;
      },
      { replace: true },
    );
  // What is there stays while the house does not answer, and so does what is on its way.
  if (!data) return error ? <Failed error={error} again={() => void refetch()} /> : <Loading />;
  const first = data.pages[0]!;
  const sounds = data.pages.flatMap((p) => p.sounds);
  const gone = query.get("gone") === "yes";
  return (
    <div
      className="flex flex-col gap-4"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        if (e.dataTransfer.files.length > 0) setChosen([...e.dataTransfer.files]);
      }}
    >
      <PageHead crumbs={[["Library", "/library"]]} title="Sounds">
        <Button asChild>
          <Link to="/library/sounds/kept">
            <HardDrive size={15} aria-hidden /> What is kept
          </Link>
        </Button>
        {me && (
          <FileButton look="main" small={false} many label="Sound files to bring" onFiles={setChosen}>
            <Upload size={15} aria-hidden /> Bring sounds
          </FileButton>
        )}
      </PageHead>
      {chosen.length > 0 && <BringPanel files={chosen} onDone={() => setChosen([])} />}
      <OnTheWay />
      <div className="flex flex-wrap items-center gap-2">
        <FindField label="Find a sound" className="w-48" value={text} onFind={setText} />
        <Narrow
          label="Shelf"
          all="All shelves"
          of={first.shelves}
          value={query.get("shelf") ?? ""}
          onChoose={(v) => choose("shelf", v)}
        />
        <Narrow
          label="Tag"
          all="All tags"
          of={first.tags}
          value={query.get("tag") ?? ""}
          onChoose={(v) => choose("tag", v)}
        />
        <Select
          aria-label="Order"
          value={query.get("order") ?? "name"}
          onChange={(e) => choose("order", e.target.value)}
        >
          <Options of={SOUND_ORDERS.map((o) => [o, ORDERS[o]] as const)} />
        </Select>
        <span className="ml-auto text-sm text-ink-2">{plural(first.of, "sound")}</span>
      </div>
      <section aria-label={gone ? "Sounds put away" : "Sounds"} className="card overflow-hidden">
        {sounds.length === 0 ? (
          <None any={first.of > 0 || Object.keys(of).length > 0} gone={gone} />
        ) : (
          <LongList
            items={sounds}
            keyOf={(s) => s.id}
            height={56}
            label="Sounds"
            itemClass="border-t border-line first:border-t-0"
            atEnd={() => {
              if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
            }}
          >
            {(s) => <Row sound={s} listening={listening} />}
          </LongList>
        )}
      </section>
      {(first.away > 0 || gone) && (
        <Button look="quiet" className="self-start" onClick={() => choose("gone", gone ? "" : "yes")}>
          {gone ? "Show those in use" : `Show ${first.away} put away`}
        </Button>
      )}
    </div>
  );
}

function Narrow({
  label,
  all,
  of,
  value,
  onChoose,
}: {
  label: string;
  all: string;
  of: readonly { readonly name: string; readonly many: number }[];
  value: string;
  onChoose: (value: string) => void;
}) {
  const names = of.some((o) => o.name === value) || value === "" ? of : [...of, { name: value, many: 0 }];
  return (
    <Select
      aria-label={label}
      className="max-w-44"
      value={value}
      onChange={(e) => onChoose(e.target.value)}
    >
      <option value="">{all}</option>
      {names.map((o) => (
        <option key={o.name} value={o.name}>
          {o.name} ({o.many})
        </option>
      ))}
    </Select>
  );
}

function None({ any, gone }: { any: boolean; gone: boolean }) {
  if (gone)
    return <Empty title="Nothing is put away">Sounds that are put away stay where they are used.</Empty>;
  return any ? (
    <Empty title="No such sound">Names, files, tags and notes were looked through. Try another word.</Empty>
  ) : (
    <Empty title="No sounds yet">
      Bring what the house uses again and again: openings, beds, breaks, drums that are layered every time.
      Each is kept once, measured, and stays as it is.
    </Empty>
  );
}

function Row({ sound: s, listening }: { sound: SoundCard; listening: Listening }) {
  return (
    <div className="relative flex h-14 items-center gap-3 px-4 hover:bg-bg">
      <PlayButton of={s} listening={listening} />
      <span className="w-36 shrink-0 max-[760px]:hidden">
        <SmallWave small={s.small} />
      </span>
      <span className="min-w-0 flex-1">
        <Link
          to={`/library/sounds/${s.id}`}
          className="block truncate font-semibold after:absolute after:inset-0"
        >
          {s.name}
        </Link>
        <span className="block truncate text-sm text-ink-2">
          {s.shelf}
          {s.tags.length > 0 && ` · ${s.tags.join(", ")}`} · {s.by.name}, {shortDay(s.at)}
        </span>
      </span>
      <Measured of={s} />
    </div>
  );
}

/** What was measured, in columns. */
function Measured({ of: { is, unmeasured, size } }: { of: SoundCard }) {
  if (!is)
    return (
      <span className="flex items-center gap-3 text-sm text-ink-2">
        {inSize(size)}{" "}
        {unmeasured === null ? <Pill look="note">being measured</Pill> : <Pill>not measured</Pill>}
      </span>
    );
  return (
    <>
      {is.off > 0 && <Pill look="look">{is.off} to look at</Pill>}
      <span className="w-44 text-right text-sm text-ink-2 max-[960px]:hidden">{formInShort(is)}</span>
      <span className="w-16 text-right font-mono text-sm">
        {inClock(is.seconds, is.seconds < 10 ? 1 : 0)}
      </span>
      <span className="w-24 text-right font-mono text-sm max-[700px]:hidden">
        {inLevel(is.integrated)} <span className="text-ink-2">LUFS</span>
      </span>
      <span className="w-24 text-right font-mono text-sm max-[820px]:hidden">
        {inLevel(is.truePeak)} <span className="text-ink-2">dBTP</span>
      </span>
    </>
  );
}
