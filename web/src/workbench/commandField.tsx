import { clsx } from "clsx";
import { useId, useRef, useState } from "react";
import { Key } from "../ui/button.tsx";
import { Input } from "../ui/pieces.tsx";
import type { Bench } from "./bench.ts";
import { possible, saying } from "./commands.ts";
import type { Command } from "./commands.ts";

const SHOWN = 8;

/**
 * A line to type what one wants: the commands that say so stand below it, Enter does the one that is
 * marked.
 */
export function CommandField({ bench, onDone }: { bench: Bench; onDone: () => void }) {
  const [text, setText] = useState("");
  const [marked, setMarked] = useState(0);
  const list = useId();
  const began = useRef(document.activeElement);
  const found = saying(possible(bench), text).slice(0, SHOWN);
  const at = Math.min(marked, found.length - 1);
  const leave = (): void => {
    onDone();
    if (began.current instanceof HTMLElement) began.current.focus();
  };
  const run = (command: Command | undefined): void => {
    if (!command) return;
    leave();
    command.run(bench);
  };
  const onKeyDown = (e: React.KeyboardEvent): void => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[e.key];
    if (step !== undefined) setMarked((at + step + found.length) % Math.max(1, found.length));
    else if (e.key === "Enter") run(found[at]);
    else if (e.key === "Escape") leave();
    else return;
    e.preventDefault();
  };
  return (
    <div className="absolute inset-x-0 top-14 z-40 mx-auto w-[420px] max-w-[92vw]">
      <div className="card fade-in p-2 shadow-lg">
        <Input
          autoFocus
          role="combobox"
          aria-label="Type what you want"
          aria-expanded
          aria-controls={list}
          aria-activedescendant={found[at] ? `${list}-${at}` : undefined}
          autoComplete="off"
          placeholder="Type what you want"
          className="w-full"
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            setMarked(0);
          }}
          onBlur={onDone}
          onKeyDown={onKeyDown}
        />
        <ul id={list} role="listbox" aria-label="What can be done" className="pt-1.5">
          {found.map((c, i) => (
            <li
              key={c.says}
              id={`${list}-${i}`}
              role="option"
              aria-selected={i === at}
              className={clsx(
                "flex h-8 cursor-default items-center justify-between rounded-sm px-2.5",
                i === at ? "bg-moss-soft" : "hover:bg-sunk",
              )}
              // Before the field loses the focus to the press and closes.
              onPointerDown={(e) => {
                e.preventDefault();
                run(c);
              }}
            >
              <span>{c.says}</span>
              {c.keys !== "" && <Key>{c.keys}</Key>}
            </li>
          ))}
        </ul>
        {found.length === 0 && (
          <p className="px-2.5 py-2 text-sm text-ink-2">Nothing here is called that.</p>
        )}
      </div>
    </div>
  );
}
