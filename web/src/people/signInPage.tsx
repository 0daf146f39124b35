import { clsx } from "clsx";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { ask } from "../wire/ask.ts";
import { queries, queryClient } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { Field, Input, Pill } from "../ui/pieces.tsx";
import { Trouble } from "../ui/states.tsx";

export default function SignInPage() {
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const hints = useQuery({
    queryKey: ["hints"],
    queryFn: () => ask("signInHints", {}),
    staleTime: Infinity,
  });
  const signIn = useMutation({
    mutationFn: (who: { name: string; password: string }) => ask("signIn", {}, who),
    onSuccess: async (me) => {
      queryClient.setQueryData(queries.me.queryKey, me);
      const to = search.get("to") ?? "/";
      await navigate(to.startsWith("/") && !to.startsWith("//") ? to : "/", { replace: true });
    },
  });
  const people = hints.data?.people ?? [];
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
        <form
          className="flex flex-col gap-4"
          onSubmit={(e) => {
            e.preventDefault();
            signIn.mutate({ name, password });
          }}
        >
          <div className="flex items-center gap-3">
            <img src="/lantern.svg" alt="" width={31} height={36} />
            <h1 className="font-title text-xl font-semibold">Mossy Lantern</h1>
          </div>
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
          <Trouble error={signIn.error} />
          <Button look="main" type="submit" disabled={signIn.isPending}>
            {signIn.isPending ? "Signing in…" : "Sign in"}
          </Button>
        </form>
        {people.length > 0 && (
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
                    disabled={signIn.isPending}
                    onClick={() => signIn.mutate({ name: p.signIn, password: p.password })}
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
        )}
      </div>
    </main>
  );
}
