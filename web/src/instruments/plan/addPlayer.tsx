import { playersIn } from "@mossy/core/instruments/plan/edits";
import { sameWords } from "@mossy/core/session/ensemble";
import { playerIn, playerInWords } from "@mossy/core/instruments/players";
import type { Need, Player } from "@mossy/core/session/ensemble";
import { freeId } from "@mossy/core/session/freeId";
import { useId, useMemo, useState } from "react";
import { Button } from "../../ui/button.tsx";
import { Input } from "../../ui/pieces.tsx";
import { setPlayers } from "./usePlan.ts";
import type { Planning } from "./usePlan.ts";

const samePlayer = (a: Player, b: Player): boolean =>
  a.role === b.role && a.number === b.number && sameWords(a.positions, b.positions);

/** A player more: one of the libraries' with all it plays, or anybody the house knows by name. */
export function AddPlayer({ planning, columns }: { planning: Planning; columns: readonly Need[] }) {
  const { style, session, ground } = planning;
  const [typed, setTyped] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const list = useId();
  const offered = useMemo(() => {
    const ids = session.players.map((p) => p.id);
    return playersIn(ground.catalogue, ids).filter((p) => !session.players.some((x) => samePlayer(x, p)));
  }, [ground.catalogue, session.players]);
  const nameOf = (p: Player): string => playerInWords(style.reader, p);
  const add = (): void => {
    const text = typed.trim();
    if (text === "") return;
    const there = offered.find((p) => nameOf(p).toLowerCase() === text.toLowerCase());
    const next = there ?? named(text);
    if (typeof next === "string") return setProblem(next);
    setPlayers(planning, [...session.players, next], "another player");
    setTyped("");
    setProblem(null);
  };
  const named = (text: string): Player | string => {
    const who = playerIn(style.reader, text);
    if (who?.role == null) return `The house knows no player called “${text}”.`;
    const player: Player = {
      ...who,
      role: who.role,
      id: freeId([who.role, ...who.positions].join("-").slice(0, 50), session.players),
      needs: columns.length > 0 ? columns.slice(0, 40) : [{ words: ["sustain"], seconds: null }],
      libraries: [],
    };
    return session.players.some((p) => samePlayer(p, player)) ? `${nameOf(player)} plays already.` : player;
  };
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        add();
      }}
    >
      <Input
        small
        aria-label="Another player"
        placeholder="Another player…"
        className="w-40"
        list={list}
        value={typed}
        aria-invalid={problem !== null}
        onChange={(e) => {
          setTyped(e.target.value);
          setProblem(null);
        }}
      />
      <datalist id={list}>
        {offered.map((p) => (
          <option key={p.id} value={nameOf(p)} />
        ))}
      </datalist>
      <Button small type="submit" disabled={typed.trim() === ""}>
        Add
      </Button>
      {problem && (
        <span role="alert" className="text-sm text-brick">
          {problem}
        </span>
      )}
    </form>
  );
}
