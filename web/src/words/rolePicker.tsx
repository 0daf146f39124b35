import type { Style } from "@mossy/core/house/style";
import { useId, useState } from "react";
import { Button } from "../ui/button.tsx";
import { Link } from "react-router";
import { useMe } from "../wire/queries.ts";
import { Input } from "../ui/pieces.tsx";

/** Chooses a role by typing its name. */
export function RolePicker({
  style,
  label,
  say = "Say so",
  hint = "It is a…",
  onChoose,
}: {
  style: Style;
  label: string;
  say?: string;
  hint?: string;
  onChoose: (role: string) => void;
}) {
  const [text, setText] = useState("");
  const list = useId();
  const found = style.house.words.roles.find((r) => r.name.toLowerCase() === text.trim().toLowerCase());
  const lead = useMe()?.right === "lead";
  const unknown =
    lead &&
    !found &&
    text.trim() !== "" &&
    !style.house.words.roles.some((r) => r.name.toLowerCase().includes(text.trim().toLowerCase()));
  return (
    <>
      <form
        className="mt-2 flex gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (found) {
            onChoose(found.id);
            setText("");
          }
        }}
      >
        <Input
          aria-label={label}
          placeholder={hint}
          list={list}
          small
          className="flex-1"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <datalist id={list}>
          {style.house.words.roles.map((r) => (
            <option key={r.id} value={r.name} />
          ))}
        </datalist>
        <Button small look="main" type="submit" disabled={!found}>
          {say}
        </Button>
      </form>
      {unknown && (
        <p className="pt-1 text-sm text-ink-2">
          The house has no such role.{" "}
          <Link to="/house/unread" className="font-semibold text-moss hover:underline">
            Make it one
          </Link>
        </p>
      )}
    </>
  );
}
