import type { Account } from "@mossy/contract/people";
import type { AnswerOf } from "@mossy/contract/routes";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useState } from "react";
import type { ReactNode } from "react";
import { ask } from "../wire/ask.ts";
import { queryClient } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { Field, Input, Pill } from "../ui/pieces.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { Trouble } from "../ui/states.tsx";

type Begun = AnswerOf<"beginFactor">;
type Doing = "begin" | "codes" | "end" | null;

const again = () =>
  Promise.all(["account", "me"].map((key) => queryClient.invalidateQueries({ queryKey: [key] })));

/** One-time codes of an app as a second factor: set up, recovery codes, turned off. */
export function SecondFactor({ factor }: { factor: Account["factor"] }) {
  const [doing, setDoing] = useState<Doing>(null);
  const [begun, setBegun] = useState<Begun | null>(null);
  const [codes, setCodes] = useState<readonly string[] | null>(null);
  const withPassword = useMutation({
    mutationFn: async (password: string): Promise<void> => {
      if (doing === "begin") setBegun(await ask("beginFactor", {}, { password }));
      else if (doing === "codes") setCodes((await ask("newRecoveryCodes", {}, { password })).codes);
      else if (doing === "end") await ask("endFactor", {}, { password });
    },
    onSuccess: async () => {
      if (doing === "end") setCodes(null);
      setDoing(null);
      await again();
    },
  });
  const start = (what: Doing): void => {
    withPassword.reset();
    setDoing(what);
  };
  return (
    <section aria-labelledby="factor" className="card flex flex-col gap-3 p-4">
      <h2 id="factor" className="flex items-center justify-between font-semibold">
        Second factor{" "}
        <Pill look={factor.on ? "ok" : factor.must ? "look" : "quiet"}>{factor.on ? "on" : "off"}</Pill>
      </h2>
      {codes && <Codes codes={codes} onDone={() => setCodes(null)} />}
      {begun ? (
        <Confirm
          begun={begun}
          onCodes={async (fresh) => {
            setBegun(null);
            setCodes(fresh);
            await again();
          }}
          onLeave={() => setBegun(null)}
        />
      ) : doing !== null ? (
        <Password
          busy={withPassword.isPending}
          error={withPassword.error}
          onLeave={() => setDoing(null)}
          onPassword={(password) => withPassword.mutate(password)}
        />
      ) : (
        <Standing factor={factor} onDo={start} />
      )}
    </section>
  );
}

function Standing({ factor, onDo }: { factor: Account["factor"]; onDo: (what: Doing) => void }) {
  if (!factor.on)
    return (
      <>
        <p className="text-sm text-ink-2">
          Beside the password, an app on your telephone shows a code that changes every thirty seconds. Who
          knows your password alone does not come in.
        </p>
        <Button look={factor.must ? "main" : "plain"} className="self-start" onClick={() => onDo("begin")}>
          Set it up
        </Button>
      </>
    );
  return (
    <>
      <p className="text-sm text-ink-2">
        {factor.codesLeft} of 10 recovery codes are left
        {factor.codesLeft < 3 ? "; make new ones before they run out" : ""}.
      </p>
      <div className="flex flex-wrap gap-2">
        <Button small onClick={() => onDo("codes")}>
          New recovery codes
        </Button>
        {!factor.must && (
          <Button small onClick={() => onDo("end")}>
            Turn it off
          </Button>
        )}
      </div>
    </>
  );
}

/** Asks for the password before anything about the second factor changes. */
function Password({
  busy,
  error,
  onLeave,
  onPassword,
}: {
  busy: boolean;
  error: unknown;
  onLeave: () => void;
  onPassword: (password: string) => void;
}) {
  const [password, setPassword] = useState("");
  return (
    <Asking
      says="Go on"
      busy={busy}
      error={error}
      ready={password !== ""}
      onLeave={onLeave}
      onGo={() => onPassword(password)}
    >
      <Field label="Your password, once more">
        <Input
          type="password"
          autoFocus
          autoComplete="current-password"
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
      </Field>
    </Asking>
  );
}

function Asking({
  says,
  busy,
  error,
  ready,
  onLeave,
  onGo,
  children,
}: {
  says: string;
  busy: boolean;
  error: unknown;
  ready: boolean;
  onLeave: () => void;
  onGo: () => void;
  children: ReactNode;
}) {
  return (
    <form
      className="flex flex-col gap-2.5"
      onSubmit={(e) => {
        e.preventDefault();
        onGo();
      }}
    >
      {children}
      <Trouble error={error} />
      <div className="flex gap-2">
        <Button look="main" small type="submit" disabled={busy || !ready}>
          {says}
        </Button>
        <Button small onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

/** The secret to put into an app, and its first code. */
function Confirm({
  begun,
  onCodes,
  onLeave,
}: {
  begun: Begun;
  onCodes: (codes: string[]) => Promise<void>;
  onLeave: () => void;
}) {
  const [code, setCode] = useState("");
  const picture = useQuery({
    queryKey: ["qr", begun.address],
    queryFn: async () => {
      const { default: encode } = await import("qr");
      return `data:image/svg+xml,${encodeURIComponent(encode(begun.address, "svg"))}`;
    },
    gcTime: 0,
  });
  const confirm = useMutation({
    mutationFn: () => ask("confirmFactor", {}, { code }),
    onSuccess: ({ codes }) => onCodes(codes),
  });
  return (
    <Asking
      says="Turn it on"
      busy={confirm.isPending}
      error={confirm.error}
      ready={code.trim() !== ""}
      onLeave={onLeave}
      onGo={() => confirm.mutate()}
    >
      <p className="text-sm">
        1. Take the picture up with your app for one-time codes, or type its secret there. Both are shown
        only now.
      </p>
      <div className="flex flex-wrap items-center gap-4">
        {picture.data && (
          <img
            src={picture.data}
            alt="The secret as a square code"
            width={148}
            height={148}
            className="rounded-md p-1.5"
            style={{ background: "#fff" }}
          />
        )}
        <code className="max-w-52 font-mono text-sm [overflow-wrap:anywhere]">
          {begun.secret.match(/.{1,4}/g)?.join(" ")}
        </code>
      </div>
      <Field label="2. The code the app shows now">
        <Input
          autoComplete="one-time-code"
          inputMode="numeric"
          className="w-32 font-mono"
          value={code}
          onChange={(e) => setCode(e.target.value)}
        />
      </Field>
    </Asking>
  );
}

/** Recovery codes, shown this once. */
function Codes({ codes, onDone }: { codes: readonly string[]; onDone: () => void }) {
  return (
    <div
      role="group"
      aria-label="Recovery codes"
      className="flex flex-col gap-2 rounded-md bg-tide-soft p-3"
    >
      <p className="text-sm text-tide">
        Keep these where you find them without your telephone. Each lets you in once; they are shown only
        now.
      </p>
      <ul className="grid grid-cols-2 gap-x-4 font-mono text-sm">
        {codes.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      <div className="flex gap-2">
        <Button
          small
          onClick={() => saveAs("Recovery codes.txt", "text/plain", `${codes.join("\r\n")}\r\n`)}
        >
          <Download size={14} aria-hidden /> Save them
        </Button>
        <Button small onClick={onDone}>
          I have them
        </Button>
      </div>
    </div>
  );
}
