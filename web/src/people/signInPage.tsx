import { clsx } from "clsx";
import type { SignInHint, SignedIn } from "@mossy/contract/people";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { ask } from "../wire/ask.ts";
import { queries, queryClient } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { Field, Input, Pill } from "../ui/pieces.tsx";
import { Trouble } from "../ui/states.tsx";
import { DoorHead } from "./doorFrame.tsx";

interface Typed {
  name: string;
  password: string;
}

export default function SignInPage() {
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const [wants, setWants] = useState<Typed | null>(null);
  const door = useQuery({
    queryKey: ["doorway"],
    queryFn: () => ask("doorway", {}),
    staleTime: Infinity,
  });
  const signIn = useMutation({
    mutationFn: async (who: Typed & { code?: string }): Promise<[Typed, SignedIn]> => [
      who,
      await ask("signIn", {}, who),
    ],
    onSuccess: async ([who, answer]) => {
      if ("wants" in answer) {
        setWants(who);
        return;
      }
      queryClient.setQueryData(queries.me.queryKey, answer);
      const to = search.get("to") ?? "/";
      await navigate(to.startsWith("/") && !to.startsWith("//") ? to : "/", { replace: true });
    },
  });
  const people = door.data?.people ?? [];
  return (
    <main className="grid min-h-full place-items-center p-8">
      <div
        className={clsx(
          "grid w-full gap-10",
          people.length > 0
            ? "max-w-[760px] grid-cols-[300px_1fr] max-[760px]:grid-cols-1"
            : "max-w-[300px]",
        )}
      >
        <div className="flex flex-col gap-4">
          <DoorHead title="Mossy Lantern" />
          {door.data?.empty === true && (
            <p className="rounded-md bg-tide-soft px-3 py-2 text-sm text-tide">
              Nobody lives in this house yet. The address to set it up at was printed when the house was
              started; <span className="font-mono">npm start</span> prints a new one.
            </p>
          )}
          {wants ? (
            <CodeForm
              busy={signIn.isPending}
              error={signIn.error}
              onCode={(code) => signIn.mutate({ ...wants, code })}
              onBack={() => {
                signIn.reset();
                setWants(null);
              }}
            />
          ) : (
            <PasswordForm
              busy={signIn.isPending}
              error={signIn.error}
              onSignIn={(who) => signIn.mutate(who)}
            />
          )}
        </div>
        {people.length > 0 && (
          <DemoPeople people={people} busy={signIn.isPending} onChoose={(who) => signIn.mutate(who)} />
        )}
      </div>
    </main>
  );
}

function PasswordForm({
  busy,
  error,
  onSignIn,
}: {
  busy: boolean;
  error: unknown;
  onSignIn: (who: Typed) => void;
}) {
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        onSignIn({ name, password });
      }}
    >
      <Field label="Sign-in name">
        <Input
          name="name"
          autoFocus
          autoComplete="username"
          required
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
      </Field>
      <Field label="Password">
        <Input
          name="password"
          type="password"
          autoComplete="current-password"
          required
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
      </Field>
      <Trouble error={error} />
      <Button look="main" type="submit" disabled={busy}>
        {busy ? "Signing in…" : "Sign in"}
      </Button>
    </form>
  );
}

/** The second step, where somebody has a second factor. */
function CodeForm({
  busy,
  error,
  onCode,
  onBack,
}: {
  busy: boolean;
  error: unknown;
  onCode: (code: string) => void;
  onBack: () => void;
}) {
  const [code, setCode] = useState("");
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        onCode(code);
      }}
    >
      <Field
        label="Code of your second factor"
        hint="The six digits your app shows now, or a recovery code."
      >
        <Input
          name="code"
          autoFocus
          autoComplete="one-time-code"
          required
          className="font-mono"
          value={code}
          onChange={(e) => setCode(e.target.value)}
        />
      </Field>
      <Trouble error={error} />
      <div className="flex gap-2">
        <Button look="main" type="submit" className="flex-1" disabled={busy}>
          {busy ? "Signing in…" : "Sign in"}
        </Button>
        <Button onClick={onBack}>Back</Button>
      </div>
    </form>
  );
}

function DemoPeople({
  people,
  busy,
  onChoose,
}: {
  people: readonly SignInHint[];
  busy: boolean;
  onChoose: (who: Typed) => void;
}) {
  return (
    <section aria-label="People of the demo" className="card p-4">
      <h2 className="font-semibold">This is the demo: Saltmarsh Sound House</h2>
      <p className="mb-2 text-sm text-ink-2">
        Everybody in it is invented. Choose who you are, or type name and password at the left.
      </p>
      <ul>
        {people.map((p) => (
          <li key={p.signIn} className="border-t border-line">
            <button
              type="button"
              className={clsx(
                "flex w-full items-center gap-3 rounded-sm px-1.5 py-2 text-left hover:bg-sunk",
              )}
              disabled={busy}
              onClick={() => onChoose({ name: p.signIn, password: p.password })}
            >
              <span className="min-w-0 flex-1">
                <span className="block font-semibold">{p.name}</span>
                <span className="block text-sm text-ink-2">{p.does}</span>
              </span>
              <span className="text-right">
                <Pill look={p.right === "lead" ? "ok" : "quiet"}>{p.right}</Pill>
                <span className="mt-0.5 block font-mono text-xs text-ink-2">
                  {p.signIn} · {p.password}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
