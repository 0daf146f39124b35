import type { DeviceMatrix } from "@mossy/contract/devices";
import { deviceKey, inWords } from "@mossy/core/devices/installed";
import { signAt } from "@mossy/core/devices/matrix";
import type { MatrixRow, Sign } from "@mossy/core/devices/matrix";
import { matrixTable } from "@mossy/core/formats/matrixTable";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { clsx } from "clsx";
import { useDeferredValue, useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { FindField } from "../ui/findField.tsx";
import { SaveList } from "../ui/listFiles.tsx";
import { ListPage } from "../ui/listPage.tsx";
import { LongList } from "../ui/longList.tsx";
import { PageHead } from "../ui/pieces.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { later } from "../wire/laterQueries.ts";
import { SubstitutesPanel } from "./substitutesPanel.tsx";

const lacks = (row: MatrixRow): boolean => /[-f]/.test(row.signs);
const SHOWN = {
  missing: ["missing", (r: MatrixRow) => r.used && lacks(r)],
  older: ["older versions", (r: MatrixRow) => r.older.length > 0],
  unused: ["nobody uses", (r: MatrixRow) => !r.used],
  all: ["all", () => true],
} as const;
type Show = keyof typeof SHOWN;
const NONE = {
  missing: "Everything the library and the open sessions ask for is installed wherever it was told.",
  older: "No room has an older version than another.",
  unused: "Everything that is installed is used somewhere.",
  all: "Nobody told what is installed, and no template asks for a device.",
} as const;

/** All rooms against all devices: what is missing where, what hangs on it, what may stand for it. */
export default function DevicesPage() {
  const { data, error, refetch } = useQuery(later.deviceMatrix);
  const [query, setQuery] = useSearchParams();
  const [text, setText] = useState("");
  const wanted = useDeferredValue(text.trim().toLowerCase());
  const show: Show = (Object.keys(SHOWN) as Show[]).find((s) => s === query.get("show")) ?? "missing";
  const chosen = query.get("device");
  const shown = useMemo(
    () =>
      (data?.rows ?? [])
        .filter(SHOWN[show][1])
        .filter((r) => `${r.device.name} ${r.device.maker} ${r.kind}`.toLowerCase().includes(wanted)),
    [data, show, wanted],
  );
  const go = (fields: Record<string, string>): void =>
    setQuery({ ...Object.fromEntries(query), ...fields }, { replace: true });
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Looking at all rooms" />;
  const row = data.rows.find((r) => deviceKey(r.device) === chosen) ?? null;
  return (
    <div className="flex h-full min-h-0 flex-col gap-4">
      <PageHead crumbs={[["Rooms", "/rooms"]]} title="Devices">
        <FindField label="Find a device" className="w-48" value={text} onFind={setText} />
        <Choice
          label="Which devices"
          value={show}
          choices={(Object.keys(SHOWN) as Show[]).map((s) => [s, SHOWN[s][0]] as const)}
          onChoose={(to) => go({ show: to })}
        />
      </PageHead>
      <div className="min-h-0 flex-1">
        <ListPage
          label="Rooms and devices"
          width="320px"
          bar={
            <>
              <span className="flex-1 font-semibold">{plural(shown.length, "device")}</span>
              <SaveList list={() => matrixTable(data.rooms, shown)} file="Devices of all rooms" />
            </>
          }
          selected={
            <>
              {row && <DeviceCard row={row} rooms={data.rooms} />}
              <SubstitutesPanel matrix={data} of={row} />
            </>
          }
        >
          <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Matrix">
            {shown.length === 0 ? (
              <Empty title={show === "missing" ? "Nothing is missing" : "None"}>{NONE[show]}</Empty>
            ) : (
              <>
                <RoomHeads rooms={data.rooms} />
                <LongList items={shown} keyOf={(r) => deviceKey(r.device)} height={52}>
                  {(r) => (
                    <MatrixLine
                      row={r}
                      rooms={data.rooms}
                      here={r === row}
                      onOpen={() => go({ device: deviceKey(r.device) })}
                    />
                  )}
                </LongList>
              </>
            )}
          </div>
        </ListPage>
      </div>
    </div>
  );
}

type Rooms = DeviceMatrix["rooms"];
/** Up to so many rooms have their names above their columns; more are one square each. */
const NAMED = 8;
const wide = (rooms: Rooms): boolean => rooms.length <= NAMED;
const column = (rooms: Rooms): string => (wide(rooms) ? "w-16" : "w-4");

const SIGN: Readonly<Record<Sign, readonly [mark: string, says: string, look: string]>> = {
  here: ["✓", "installed", "text-moss"],
  older: ["↓", "an older version", "text-lantern"],
  "other-format": ["≈", "in another format only", "text-lantern"],
  missing: ["–", "not installed", "bg-brick-soft text-brick"],
  unknown: ["?", "nobody told", "text-ink-2"],
};

const HEAD_LINE = "border-b border-line px-3.5 py-1.5";

function RoomHeads({ rooms }: { rooms: Rooms }) {
  if (!wide(rooms)) return null;
  return (
    <div className={`sticky top-0 z-10 flex items-end gap-3 bg-surface text-xs text-ink-2 ${HEAD_LINE}`}>
      <span className="w-44 shrink-0 font-semibold">Device</span>
      <span className="flex gap-1">
        {rooms.map((r) => (
          <Link
            key={r.id}
            to={`/rooms/${r.id}/devices`}
            className="w-16 truncate text-center font-semibold underline underline-offset-2"
          >
            {r.name}
          </Link>
        ))}
      </span>
      <span className="font-semibold">Hangs on it</span>
    </div>
  );
}

function MatrixLine({
  row,
  rooms,
  here,
  onOpen,
}: {
  row: MatrixRow;
  rooms: Rooms;
  here: boolean;
  onOpen: () => void;
}) {
  const older = new Map(row.older.map((o) => [o.room, o.version]));
  return (
    <div
      className={clsx(
        "flex min-h-13 items-center gap-3 border-t border-line px-3.5 py-1.5 text-sm",
        here ? "bg-moss-soft" : "hover:bg-bg",
      )}
    >
      <button type="button" aria-pressed={here} className="w-44 shrink-0 text-left" onClick={onOpen}>
        <span className="block truncate font-semibold">{row.device.name}</span>
        <span className="block truncate text-xs text-ink-2">
          {[row.device.maker, row.device.format, row.kind].filter((s) => s !== "").join(" · ")}
        </span>
      </button>
      <span className={clsx("flex gap-1", wide(rooms) ? "shrink-0" : "flex-wrap")}>
        {rooms.map((r, i) => {
          const sign = signAt(row, i);
          const [mark, says, look] = SIGN[sign];
          const version = older.get(i);
          return (
            <span
              key={r.id}
              title={`${r.name}: ${says}${version === undefined ? "" : ` (${version})`}`}
              className={clsx(
                "rounded-[5px] text-center",
                column(rooms),
                sign === "missing" && !row.used ? "text-ink-2" : look,
              )}
            >
              <span aria-hidden>{wide(rooms) && version !== undefined ? `${mark} ${version}` : mark}</span>
              <span className="sr-only">
                {r.name}: {says}
              </span>
            </span>
          );
        })}
      </span>
      <span className="min-w-24 flex-1 text-ink-2">{hangsInWords(row)}</span>
    </div>
  );
}

/** "19 tracks in 3 templates · 2 open sessions miss it". */
function hangsInWords({ templates, tracks, hangs, used }: MatrixRow): string {
  if (!used) return "nobody uses it";
  const sessions = hangs.reduce((sum, h) => sum + h.sessions, 0);
  return [
    templates === 0 ? "" : `${plural(tracks, "track")} in ${plural(templates, "template")}`,
    sessions === 0 ? "" : `${plural(sessions, "open session")} ${sessions === 1 ? "misses" : "miss"} it`,
  ]
    .filter((s) => s !== "")
    .join(" · ");
}

/** What is to know of one device. */
function DeviceCard({ row, rooms }: { row: MatrixRow; rooms: Rooms }) {
  const of = (sign: Sign): Rooms => rooms.filter((_, i) => signAt(row, i) === sign);
  const lines: readonly (readonly [string, Rooms])[] = (
    ["missing", "other-format", "older", "here", "unknown"] as const
  ).map((sign) => [SIGN[sign][1], of(sign)] as const);
  return (
    <section aria-label={inWords(row.device)} className="card p-3.5 text-sm">
      <h2 className="text-base font-semibold">{row.device.name}</h2>
      <p className="pb-1 text-ink-2">
        {[row.device.maker, row.device.format, row.newest && `newest ${row.newest}`]
          .filter((s) => s !== "")
          .join(" · ")}
      </p>
      <dl>
        {lines
          .filter(([, list]) => list.length > 0)
          .map(([says, list]) => (
            <div key={says} className="border-t border-line py-1.5">
              <dt className="text-ink-2">{says}</dt>
              <dd>{list.map((r) => r.name).join(", ")}</dd>
            </div>
          ))}
        {row.hangs.map((h) => (
          <div key={h.room} className="border-t border-line py-1.5">
            <dt className="text-ink-2">{rooms[h.room]?.name}</dt>
            <dd>
              {plural(h.sessions, "open session")} with {plural(h.tracks, "track")} that miss it
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
