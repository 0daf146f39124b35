import type { Account } from "@mossy/contract/people";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queries, queryClient, useMe } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { moment } from "../ui/dates.ts";
import { Field, Input, PageHead, Pill } from "../ui/pieces.tsx";
import { Failed, Loading, Trouble } from "../ui/states.tsx";
import { TextField } from "../ui/textField.tsx";
import { mention } from "../ui/toasts.tsx";
import { browserInWords } from "./browserInWords.ts";
import { NewPassword } from "./passwordField.tsx";
import { SecondFactor } from "./secondFactor.tsx";

const again = () => queryClient.invalidateQueries({ queryKey: ["account"] });

/** One's own page: name, password, second factor, where one is signed in. */
export default function AccountPage() {
  const me = useMe();
  const { data, error, refetch } = useQuery(later.account);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data || !me) return <Loading />;
  return (
    <div className="flex flex-col gap-4">
      <PageHead title="Your account" beside={<Pill>{me.right}</Pill>} />
      {me.wantsFactor && (
        <p role="status" className="rounded-md bg-lantern-soft px-3 py-2 text-lantern">
          This house asks for a second factor. Set it up here; everything else opens then.
        </p>
      )}
      <div className="two-up items-start">
        <div className="flex flex-col gap-4">
          <SecondFactor factor={data.factor} />
          <Places places={data.places} />
        </div>
        {!me.wantsFactor && (
          <div className="flex flex-col gap-4">
            <YourName account={data} />
            <YourPassword account={data} />
          </div>
        )}
      </div>
    </div>
  );
}

function YourName({ account }: { account: Account }) {
  const rename = useMutation({
    mutationFn: (name: string) => ask("editAccount", {}, { name }),
    onSuccess: async (me) => {
      queryClient.setQueryData(queries.me.queryKey, me);
      await again();
    },
  });
  return (
    <section aria-labelledby="name" className="card flex flex-col gap-2.5 p-4">
      <h2 id="name" className="font-semibold">
        Your name
      </h2>
      <TextField
        label="As everybody sees it, also at what you did before"
        value={account.name}
        readOnly={rename.isPending}
        onSet={(name) => {
          if (name !== "") rename.mutate(name);
        }}
      />
      <p className="text-sm text-ink-2">
        You sign in as <span className="font-mono">{account.signIn}</span>.
      </p>
      <Trouble error={rename.error} />
    </section>
  );
}

function YourPassword({ account }: { account: Account }) {
  const [old, setOld] = useState("");
  const [password, setPassword] = useState("");
  const change = useMutation({
    mutationFn: () => ask("changePassword", {}, { old, password }),
    onSuccess: async () => {
      setOld("");
      setPassword("");
      mention("Your password is changed. Everywhere else you are signed out.");
      await again();
    },
  });
  return (
    <section aria-labelledby="password" className="card p-4">
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          change.mutate();
        }}
      >
        <h2 id="password" className="font-semibold">
          Your password
        </h2>
        <Field label="The one you have">
          <Input
            type="password"
            autoComplete="current-password"
            required
            value={old}
            onChange={(e) => setOld(e.target.value)}
          />
        </Field>
        <NewPassword
          label="The new one"
          value={password}
          known={[account.name, account.signIn]}
          onType={setPassword}
        />
        <Trouble error={change.error} />
        <Button
          className="self-start"
          type="submit"
          disabled={change.isPending || old === "" || password === ""}
        >
          Change it
        </Button>
      </form>
    </section>
  );
}

/** Where one is signed in; each can be ended from here. */
function Places({ places }: { places: Account["places"] }) {
  const end = useMutation({
    mutationFn: (place: string | null) => ask("signOutOf", {}, { place }),
    onSuccess: again,
  });
  return (
    <section aria-labelledby="places" className="card">
      <h2 id="places" className="px-4 py-3 font-semibold">
        Where you are signed in
      </h2>
      <ul>
        {places.map((p) => (
          <li key={p.id} className="flex items-center gap-3 border-t border-line px-4 py-2">
            <span className="min-w-0 flex-1">
              <span className="block truncate">{browserInWords(p.browser)}</span>
              <span className="block text-sm text-ink-2">
                from <span className="font-mono">{p.address}</span>, seen {moment(p.seenAt)}, since{" "}
                {moment(p.begunAt)}
              </span>
            </span>
            {p.here ? (
              <Pill look="ok">here</Pill>
            ) : (
              <Button
                small
                disabled={end.isPending}
                aria-label={`Sign out there: ${browserInWords(p.browser)}, seen ${moment(p.seenAt)}`}
                onClick={() => end.mutate(p.id)}
              >
                Sign out there
              </Button>
            )}
          </li>
        ))}
      </ul>
      {places.length > 1 && (
        <div className="border-t border-line px-4 py-2.5">
          <Button small disabled={end.isPending} onClick={() => end.mutate(null)}>
            Sign out everywhere else
          </Button>
        </div>
      )}
      <Trouble error={end.error} />
    </section>
  );
}
