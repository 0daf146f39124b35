import type { AnswerOf } from "@mossy/contract/routes";
import type { House } from "@mossy/core/house/house";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, Navigate, useNavigate } from "react-router";
import { DoorFrame, tokenOfAddress } from "../people/doorFrame.tsx";
import { ask } from "../wire/ask.ts";
import { forgetAll, queries, queryClient } from "../wire/queries.ts";
import { Failed, Loading } from "../ui/states.tsx";
import { FirstRoom } from "./firstRoom.tsx";
import { FirstTemplate } from "./firstTemplate.tsx";
import { HouseAndLead } from "./houseAndLead.tsx";
import type { HouseAndLeadWish } from "./houseAndLead.tsx";
import { StyleChoice } from "./styleChoice.tsx";

const STEPS = ["House and lead", "House style", "First room", "First template"] as const;

/** The first day of a house: each step but the first can be left for later. */
export default function SetUpPage() {
  const token = tokenOfAddress();
  const [begun, setBegun] = useState(false);
  const me = useQuery({ ...queries.me, retry: false });
  const look = useQuery({
    queryKey: ["set-up", token],
    queryFn: () => ask("lookAtSetUp", {}, { token }),
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
    enabled: !begun,
  });
  if (!begun && me.data) return <Navigate to="/" replace />;
  if (!begun && look.error)
    return (
      <DoorFrame>
        <Failed error={look.error} again={() => void look.refetch()} />
        <Link to="/sign-in" className="text-center font-semibold text-moss hover:underline">
          To the sign-in page
        </Link>
      </DoorFrame>
    );
  if (!begun && (!look.data || me.isPending)) return <Loading />;
  return <Steps token={token} onBegun={() => setBegun(true)} />;
}

function Steps({ token, onBegun }: { token: string; onBegun: () => void }) {
  const [step, setStep] = useState(0);
  const [wish, setWish] = useState<HouseAndLeadWish>({
    name: "",
    lead: { name: "", signIn: "", password: "" },
  });
  const [room, setRoom] = useState<string | null>(null);
  const navigate = useNavigate();
  const setUp = useMutation({
    mutationFn: (style: House | null): Promise<AnswerOf<"setUp">> =>
      ask("setUp", {}, { token, ...wish, style }),
    onSuccess: (me) => {
      onBegun();
      forgetAll();
      queryClient.setQueryData(queries.me.queryKey, me);
      // The token is used up; a reload goes on in the house.
      history.replaceState(null, "", "/set-up");
      setStep(2);
    },
  });
  const done = (): void => {
    void queryClient.invalidateQueries();
    void navigate(room === null ? "/" : `/rooms/${room}`, { replace: true });
  };
  return (
    <DoorFrame title={step === 0 || wish.name === "" ? "A house of your own" : wish.name} wide>
      <ol aria-label="Steps" className="flex flex-wrap gap-x-5 gap-y-1 text-sm">
        {STEPS.map((name, i) => (
          <li
            key={name}
            aria-current={i === step ? "step" : undefined}
            className={i === step ? "font-semibold" : i < step ? "text-moss" : "text-ink-3"}
          >
            {i < step ? "✓" : i + 1} {name}
          </li>
        ))}
      </ol>
      {step === 0 && <HouseAndLead wish={wish} onChange={setWish} onNext={() => setStep(1)} />}
      {step === 1 && (
        <StyleChoice
          name={wish.name}
          busy={setUp.isPending}
          error={setUp.error}
          onBack={() => {
            setUp.reset();
            setStep(0);
          }}
          onChoose={(style) => setUp.mutate(style)}
        />
      )}
      {step === 2 && (
        <FirstRoom
          onMade={(id) => {
            setRoom(id);
            setStep(3);
          }}
          onLater={() => setStep(3)}
        />
      )}
      {step === 3 && <FirstTemplate onDone={done} />}
    </DoorFrame>
  );
}
