import { fillSockets, setSocket, shiftSockets, swapSockets, takeOutSockets } from "@mossy/core/fit/sockets";
import type { Socket, SocketWord, Sockets, SocketsOr } from "@mossy/core/fit/sockets";
import type { List } from "@mossy/core/formats/table";
import { useState } from "react";
import type { ReactNode } from "react";
import { AlertLine, Scroll, Table } from "../ui/listPage.tsx";
import type { Head } from "../ui/listPage.tsx";
import { Button } from "../ui/button.tsx";
import { FileButton } from "../ui/fileField.tsx";
import { Cell } from "../ui/lineCell.tsx";
import { Empty } from "../ui/states.tsx";
import { LIST_FILES, SaveList } from "../ui/listFiles.tsx";

type Go<T extends Socket> = (next: Sockets<T>, label: string) => void;

/** What a table of inputs or outputs is told. */
export interface SocketTableOf<T extends Socket> {
  readonly word: SocketWord;
  readonly list: readonly T[];
  readonly heads: readonly Head[];
  readonly onChange: Go<T>;
  /** The cells of a line beside number and name. */
  readonly cells: (socket: T, set: (to: T, label: string) => void) => ReactNode;
  /** Adds some; what does not work is said by `problem`. */
  readonly adding: (attempt: (made: SocketsOr<T>, label: string) => boolean) => ReactNode;
  /** As a table for other programs. */
  readonly file: {
    readonly name: string;
    readonly list: () => List;
    readonly read: (file: File) => Promise<void>;
  };
}

/** The inputs or outputs of a room: typed where they stand, filled down, swapped, shifted, as a table in and out. */
export function SocketTable<T extends Socket>(of: SocketTableOf<T>) {
  const { word, list, heads, onChange, cells, adding, file } = of;
  const [ticked, setTicked] = useState<readonly number[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const chosen = ticked.filter((n) => list.some((i) => i.number === n));
  const attempt = (made: SocketsOr<T>, label: string): boolean => {
    if ("problem" in made) {
      setProblem(made.problem);
      return false;
    }
    setProblem(null);
    onChange(made, label);
    return true;
  };
  const read = async (chosenFile: File): Promise<void> => {
    try {
      await file.read(chosenFile);
      setProblem(null);
    } catch (e) {
      const why = e instanceof Error ? e.message : "it cannot be read.";
      setProblem(`${chosenFile.name}: ${why} Nothing was changed.`);
    }
  };
  return (
    <section
      aria-label={word === "input" ? "Inputs" : "Outputs"}
      className="card flex min-h-0 flex-1 flex-col"
    >
      <Gestures of={of} chosen={chosen} onAttempt={attempt} onTick={setTicked} />
      <AlertLine across>{problem}</AlertLine>
      {list.length === 0 ? (
        <Empty title={`No ${word}s yet`}>
          Say below how many there are, or bring them in from a table.
        </Empty>
      ) : (
        <Scroll>
          <Table head={heads}>
            {list.map((i) => (
              <Line
                key={i.number}
                socket={i}
                word={word}
                ticked={chosen.includes(i.number)}
                onTick={(on) =>
                  setTicked(on ? [...chosen, i.number] : chosen.filter((n) => n !== i.number))
                }
                onSet={(to, label) => attempt(setSocket(list, word, i.number, to), label)}
                cells={cells}
              />
            ))}
          </Table>
        </Scroll>
      )}
      {adding(attempt)}
      <div className="flex flex-wrap items-center gap-2 border-t border-line px-3.5 py-2 text-sm text-ink-2">
        <span className="flex-1">As a table: {file.list().heads.join(", ")}</span>
        <SaveList disabled={list.length === 0} list={file.list} file={file.name} csv="Take it out as CSV" />
        <FileButton
          label={word === "input" ? "Inputs from a table" : "Outputs from a table"}
          accept={LIST_FILES}
          onFiles={([f]) => void read(f)}
        >
          Bring one in
        </FileButton>
      </div>
    </section>
  );
}

/** What is done with the ticked lines. */
function Gestures<T extends Socket>({
  of: { word, list },
  chosen,
  onAttempt,
  onTick,
}: {
  of: SocketTableOf<T>;
  chosen: readonly number[];
  onAttempt: (made: SocketsOr<T>, label: string) => boolean;
  onTick: (ticked: readonly number[]) => void;
}) {
  const [first, second] = chosen;
  const one = chosen.length === 1 ? first : undefined;
  const act = (label: string, ready: boolean, run: () => void) => (
    <Button small disabled={!ready} onClick={run}>
      {label}
    </Button>
  );
  const shift = (by: number, label: string): void => {
    if (one === undefined) return;
    onAttempt(shiftSockets(list, word, one, by), label);
    onTick([]);
  };
  return (
    <div
      role="toolbar"
      aria-label={`Ticked ${word}s`}
      className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-2"
    >
      {act("Fill down from the first", chosen.length > 1, () =>
        onAttempt(fillSockets(list, chosen), "fill down"),
      )}
      {act("Swap the two", chosen.length === 2, () => {
        if (first !== undefined && second !== undefined)
          onAttempt(swapSockets(list, first, second), `swap ${first} and ${second}`);
      })}
      {act("Make a gap before", one !== undefined, () => shift(1, "make a gap"))}
      {act("Close up", one !== undefined, () => shift(-1, "close up"))}
      {act("Take out", chosen.length > 0, () => {
        onAttempt(takeOutSockets(list, chosen), `take ${chosen.length} out`);
        onTick([]);
      })}
      <label className="ml-auto flex items-center gap-2 text-sm text-ink-2">
        <input
          type="checkbox"
          disabled={list.length === 0}
          checked={list.length > 0 && chosen.length === list.length}
          onChange={(e) => onTick(e.target.checked ? list.map((i) => i.number) : [])}
        />
        {chosen.length === 0 ? "all" : `${chosen.length} ticked`}
      </label>
    </div>
  );
}

function Line<T extends Socket>({
  socket: i,
  word,
  ticked,
  onTick,
  onSet,
  cells,
}: {
  socket: T;
  word: SocketWord;
  ticked: boolean;
  onTick: (on: boolean) => void;
  onSet: (to: T, label: string) => void;
  cells: SocketTableOf<T>["cells"];
}) {
  return (
    <tr className={`border-b border-line ${ticked ? "bg-moss-soft" : ""}`}>
      <td className="pl-3.5">
        <input
          type="checkbox"
          className="block"
          aria-label={`Tick ${word} ${i.number}`}
          checked={ticked}
          onChange={(e) => onTick(e.target.checked)}
        />
      </td>
      <td className="pr-2 font-mono font-bold">
        <Cell
          column="number"
          label={`Number of ${word} ${i.number}`}
          value={String(i.number)}
          most={4}
          edits
          onSet={(v) =>
            onSet({ ...i, number: Number.parseInt(v, 10) || 0 }, `${word} ${i.number} renumbered`)
          }
        />
      </td>
      <td className="pr-2">
        <Cell
          column="label"
          label={`Name of ${word} ${i.number}`}
          value={i.label}
          most={40}
          edits
          onSet={(label) => onSet({ ...i, label }, `name of ${word} ${i.number}`)}
        />
      </td>
      {cells(i, onSet)}
    </tr>
  );
}
