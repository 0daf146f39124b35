import { useEffect, useRef, useState } from "react";
import { Field, Input } from "../ui/pieces.tsx";

/**
 * Why a new password cannot be taken, judged in this browser as the house judges it: it goes nowhere before
 * it is sent. Null while it can be, or nothing is typed, or the judge is still being fetched.
 */
function usePasswordProblem(password: string, known: readonly string[]): string | null {
  const [judged, setJudged] = useState<{ password: string; problem: string | null } | null>(null);
  const names = known.join("\n");
  useEffect(() => {
    let stale = false;
    // The judge brings long lists of words, so it is fetched when it is first needed.
    if (password !== "")
      void import("@mossy/core/people/password").then(({ passwordProblem }) => {
        if (!stale) setJudged({ password, problem: passwordProblem(password, names.split("\n")) });
      });
    return () => {
      stale = true;
    };
  }, [password, names]);
  return judged?.password === password ? judged.problem : null;
}

/** A new password, judged while one types. @param known names nobody should make it of */
export function NewPassword({
  label = "Password",
  value,
  known,
  onType,
}: {
  label?: string;
  value: string;
  known: readonly string[];
  onType: (value: string) => void;
}) {
  const problem = usePasswordProblem(value, known);
  const [left, setLeft] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  // The form it stands in does not go out with a password the house would refuse.
  useEffect(() => input.current?.setCustomValidity(problem ?? ""), [problem]);
  const good = value !== "" && problem === null;
  return (
    <div className="flex flex-col gap-1">
      <Field
        label={label}
        problem={left ? problem : null}
        hint={
          good
            ? "That will do."
            : left && problem !== null
              ? ""
              : "At least 12 characters; four words that do not belong together do well."
        }
      >
        <Input
          ref={input}
          type="password"
          name="new-password"
          autoComplete="new-password"
          required
          maxLength={200}
          aria-invalid={left && problem !== null}
          value={value}
          onChange={(e) => onType(e.target.value)}
          onBlur={() => setLeft(true)}
        />
      </Field>
    </div>
  );
}
