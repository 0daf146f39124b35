import type { AnswerOf } from "@mossy/contract/routes";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { ask } from "../wire/ask.ts";
import { forgetAll, queries, queryClient } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { day } from "../ui/dates.ts";
import { Field, Input } from "../ui/pieces.tsx";
import { Failed, Loading, Trouble } from "../ui/states.tsx";
import { DoorFrame, tokenOfAddress } from "./doorFrame.tsx";
import { NewPassword } from "./passwordField.tsx";

type LinkFor = AnswerOf<"lookAtLink">;

/** Where a one-time link leads: joining the house, or choosing a new password. */
export default function JoinPage() {
  const token = tokenOfAddress();
  const { data, error, refetch } = useQuery({
    queryKey: ["link", token],
    queryFn: () => ask("lookAtLink", {}, { token }),
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  if (error)
    return (
      <DoorFrame>
        <Failed error={error} again={() => void refetch()} />
        <Link to="/sign-in" className="text-center font-semibold text-moss hover:underline">
          To the sign-in page
        </Link>
      </DoorFrame>
    );
  if (!data) return <Loading />;
  return <LinkForm token={token} link={data} />;
}

const suggested = (name: string): string => (name.split(/\s+/)[0] ?? "").toLowerCase();

function LinkForm({ token, link }: { token: string; link: LinkFor }) {
  const joins = link.kind === "join";
  const [name, setName] = useState(link.name);
  const [signIn, setSignIn] = useState(link.signIn ?? suggested(link.name));
  const [password, setPassword] = useState("");
  const navigate = useNavigate();
  const use = useMutation({
    mutationFn: () => ask("useLink", {}, { token, password, ...(joins ? { name, signIn } : {}) }),
    onSuccess: async (answer) => {
      if ("wants" in answer) {
        await navigate("/sign-in", { replace: true });
        return;
      }
      forgetAll();
      queryClient.setQueryData(queries.me.queryKey, answer);
      await navigate("/", { replace: true });
    },
  });
  return (
    <DoorFrame title={joins ? link.house : "A new password"}>
      <p className="text-ink-2">
        {joins
          ? `You are invited as ${link.right}. Choose what you sign in with.`
          : `For ${link.name}, who signs in as “${link.signIn ?? ""}”. You are signed out everywhere else.`}
      </p>
      <form
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          use.mutate();
        }}
      >
        {joins && (
          <>
            <Field label="Your name, as everybody sees it">
              <Input required maxLength={80} value={name} onChange={(e) => setName(e.target.value)} />
            </Field>
            <Field label="Sign-in name" hint="No spaces; capital and small letters are the same.">
              <Input
                required
                minLength={2}
                maxLength={60}
                autoComplete="username"
                value={signIn}
                onChange={(e) => setSignIn(e.target.value)}
              />
            </Field>
          </>
        )}
        <NewPassword value={password} known={[name, signIn, link.house]} onType={setPassword} />
        <Trouble error={use.error} />
        <Button look="main" type="submit" disabled={use.isPending}>
          {use.isPending ? "One moment…" : joins ? "Join the house" : "Take this password"}
        </Button>
        <p className="text-xs text-ink-3">This link is good until {day(link.until)}, once.</p>
      </form>
    </DoorFrame>
  );
}
