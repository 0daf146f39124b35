import type { House } from "@mossy/core/house/house";
import type { HouseInstruments } from "@mossy/core/house/instruments";
import { keyTable, withHouseWay } from "@mossy/core/instruments/same/keyTable";
import type { KeyRow, KeyTable } from "@mossy/core/instruments/same/keyTable";
import type { Style } from "@mossy/core/house/style";
import { keyName, keyTyped } from "@mossy/core/session/midiKeys";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { Link } from "react-router";
import { Button } from "../ui/button.tsx";
import { AlertLine, Table } from "../ui/listPage.tsx";
import { Input } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { useTypedInput } from "../ui/useTyped.ts";
import { useCatalogue } from "../wire/catalogue.ts";
import { later } from "../wire/laterQueries.ts";

const COLUMNS = [
  ["Key", "w-[104px] px-3.5"],
  ["Way of playing", "w-[23%]"],
  ["Beside, dB", "w-[76px]"],
  ["Played by", "w-[27%] pl-3"],
  ["Called up in its library by", "pr-3.5"],
] as const;

/** Everything of the catalogue that is not gone; nothing is asked for where it is not wanted. */
export function useWholeCatalogue(wanted: boolean) {
  const { data, error, isPending } = useQuery({ ...later.sampleLibraries, enabled: wanted });
  const ids = useMemo(() => (data?.libraries ?? []).flatMap((l) => (l.gone ? [] : [l.id])), [data]);
  const all = useCatalogue(ids);
  return { ...all, error: error ?? all.error, waiting: isPending || all.waiting };
}

/** One key for each way of playing, over all libraries: as they are, and as they would be best. */
export function HouseKeysView({
  house,
  style,
  catalogue,
  onChange,
}: {
  house: House;
  style: Style;
  catalogue: ReturnType<typeof useWholeCatalogue>;
  onChange: ((next: HouseInstruments) => void) | null;
}) {
  const { known, waiting, error } = catalogue;
  const table = useMemo(() => keyTable(style, known), [style, known]);
  if (error) return <Failed error={error} />;
  if (waiting) return <Loading what="Fetching the sample libraries" />;
  if (table.rows.length === 0)
    return (
      <Empty title="Nothing to call up yet">
        House keys are for what sample libraries play.{" "}
        <Link className="text-moss hover:underline" to="/library/instruments">
          Take one into the catalogue
        </Link>{" "}
        first.
      </Empty>
    );
  const put = onChange && ((ways: HouseInstruments["ways"]) => onChange({ ...house.instruments, ways }));
  return (
    <>
      <WorkedOut table={table} onTake={put && (() => put([...table.found.ways]))} />
      <Table head={COLUMNS}>
        {table.rows.map((row) => (
          <KeyLine key={row.plays} row={row} ways={house.instruments.ways} onPut={put} />
        ))}
      </Table>
    </>
  );
}

/** What working them out comes to, and taking it. */
function WorkedOut({
  table: { rows, found, cannot },
  onTake,
}: {
  table: KeyTable;
  onTake: (() => void) | null;
}) {
  const others = rows.filter((r) => r.key !== r.found).length;
  const fresh = others - found.moved;
  return (
    <div className="border-b border-line px-3.5 py-2">
      <div className="flex flex-wrap items-center gap-3 text-sm">
        <p className="min-w-0 flex-1 text-ink-2">
          {others === 0
            ? "Every key is where it is best: "
            : `Worked out: ${fresh} new, ${found.moved} moved, ${rows.length - others} stay; `}
          {plural(found.translated, "articulation is", "articulations are")} called up by another key than
          in {found.translated === 1 ? "its" : "their"} library.
        </p>
        {onTake && (
          <Button small look="main" disabled={others === 0} onClick={onTake}>
            {others === 0 ? "Keys taken" : `Take ${others} ${others === 1 ? "key" : "keys"}`}
          </Button>
        )}
      </div>
      {cannot.length > 0 && (
        <div className="mt-2">
          <AlertLine look="look">{cannot.join(". ")}.</AlertLine>
        </div>
      )}
    </div>
  );
}

const namesOf = (list: readonly string[]): string =>
  list.length <= 1 ? list.join() : `${list.length}: ${list.join(", ")}`;

function KeyLine({
  row,
  ways,
  onPut,
}: {
  row: KeyRow;
  /** Of the house. */
  ways: HouseInstruments["ways"];
  onPut: ((ways: HouseInstruments["ways"]) => void) | null;
}) {
  const set = (value: Parameters<typeof withHouseWay>[2]): boolean => {
    const next = withHouseWay(ways, row.way, value);
    if (next) onPut?.(next);
    return next !== null;
  };
  const setKey = (typed: string): boolean => {
    const key = typed.trim() === "" ? null : keyTyped(typed);
    return (typed.trim() === "" || key !== null) && set({ key });
  };
  const setBeside = (typed: string): boolean => {
    const beside = Number(typed.trim().replace("−", "-").replace(",", ".") || "0");
    return beside >= -60 && beside <= 20 && set({ beside });
  };
  return (
    <tr className="border-b border-line hover:bg-bg">
      <td className="px-3.5 py-1">
        <span className="flex items-center gap-1.5 font-mono text-sm">
          <Cell
            label={`Key of ${row.plays}`}
            hint="a key nothing else has, as C1, or nothing"
            value={row.key === null ? "" : keyName(row.key)}
            onSet={onPut && setKey}
          />
          {row.found !== row.key && row.found !== null && (
            <span className="whitespace-nowrap text-moss" title={`Worked out: ${keyName(row.found)}`}>
              {keyName(row.found)}
            </span>
          )}
        </span>
      </td>
      <td className="truncate pr-2 text-sm" title={row.plays}>
        {row.plays}
      </td>
      <td className="font-mono text-sm">
        <Cell
          label={`${row.plays} beside the reference, dB`}
          hint="−60 to 20"
          value={row.beside === 0 ? "" : String(row.beside).replace("-", "−")}
          onSet={onPut && setBeside}
        />
      </td>
      <td className="truncate pr-2 pl-3 text-sm text-ink-2" title={row.players.join("; ")}>
        {row.players.length === 0 ? "nobody now" : namesOf(row.players)}
      </td>
      <td className="truncate pr-3.5 text-sm text-ink-2" title={row.calls.join("; ")}>
        {row.calls.join(" · ")}
      </td>
    </tr>
  );
}

function Cell({
  label,
  hint,
  value,
  onSet,
}: {
  label: string;
  hint: string;
  value: string;
  onSet: ((typed: string) => boolean) | null;
}) {
  const { off, input } = useTypedInput(value, (typed) => typed === value || (onSet?.(typed) ?? false));
  return (
    <Input
      small
      aria-label={label}
      title={off ? hint : label}
      className="w-14 font-mono"
      readOnly={onSet === null}
      {...input}
    />
  );
}
