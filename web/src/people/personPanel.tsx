import type { PersonCard } from "@mossy/contract/people";
import type { AnswerOf } from "@mossy/contract/routes";
import type { RoomCard } from "@mossy/contract/rooms";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../wire/ask.ts";
import { queryClient, useMe } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { day, moment } from "../ui/dates.ts";
import { Trouble } from "../ui/states.tsx";
import { MadeLink } from "./link.tsx";
import { PersonFields } from "./personForm.tsx";
import type { PersonWish } from "./personForm.tsx";

const again = () => queryClient.invalidateQueries({ queryKey: ["people"] });

/** Invites somebody; the link is shown once. */
export function InviteForm({ rooms }: { rooms: readonly RoomCard[] }) {
  const start: PersonWish = { name: "", right: "engineer", rooms: null };
  const [wish, setWish] = useState(start);
  const [made, setMade] = useState<{ name: string; link: AnswerOf<"invite"> } | null>(null);
  const invite = useMutation({
    mutationFn: () => ask("invite", {}, wish),
    onSuccess: async (link) => {
      setMade({ name: wish.name, link });
      setWish(start);
      await again();
    },
  });
  return (
    <form
      aria-label="Invite somebody"
      className="card flex flex-col gap-3 p-3.5"
      onSubmit={(e) => {
        e.preventDefault();
        invite.mutate();
      }}
    >
      <h2 className="font-semibold">Invite somebody</h2>
      {made && <MadeLink name={made.name} made={made.link} />}
      <PersonFields wish={wish} rooms={rooms} onChange={setWish} />
      <Trouble error={invite.error} />
      <Button
        look="main"
        type="submit"
        className="self-start"
        disabled={invite.isPending || wish.name.trim() === ""}
      >
        Make the link
      </Button>
      <p className="text-xs text-ink-3">
        They choose their own sign-in name and password. The link is good for seven days, once.
      </p>
    </form>
  );
}

/** One person: right and rooms, links, switching off. */
export function PersonPanel({
  person: p,
  rooms,
  onGone,
}: {
  person: PersonCard;
  rooms: readonly RoomCard[];
  onGone: () => void;
}) {
  const [wish, setWish] = useState<PersonWish>({ name: p.name, right: p.right, rooms: p.rooms });
  const save = useMutation({
    mutationFn: () => ask("editPerson", { person: p.id }, wish),
    onSuccess: again,
  });
  const changed =
    wish.name !== p.name ||
    wish.right !== p.right ||
    [...(wish.rooms ?? ["*"])].sort().join() !== [...(p.rooms ?? ["*"])].sort().join();
  const mine = useMe()?.id === p.id;
  return (
    <>
      <form
        aria-label={p.name}
        className="card flex flex-col gap-3 p-3.5"
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate();
        }}
      >
        <h2 className="font-semibold">{p.name}</h2>
        <p className="text-sm text-ink-2">
          {p.signIn === null ? (
            "Invited, not joined yet"
          ) : (
            <>
              Signs in as <span className="font-mono">{p.signIn}</span>
            </>
          )}
          {p.seenAt !== null && `, last seen ${moment(p.seenAt)}`}
          {p.offAt !== null && `, switched off since ${day(p.offAt)}`}
        </p>
        <PersonFields wish={wish} rooms={rooms} onChange={setWish} />
        <Trouble error={save.error} />
        <Button look="main" type="submit" className="self-start" disabled={!changed || save.isPending}>
          {save.isSuccess && !changed ? "Saved" : "Save"}
        </Button>
      </form>
      {p.offAt === null && <Links person={p} onGone={onGone} />}
      {!(p.signIn === null && p.offAt === null) && <Switch person={p} mine={mine} />}
    </>
  );
}

/** Inviting again, a link to a new password, withdrawing. */
function Links({ person: p, onGone }: { person: PersonCard; onGone: () => void }) {
  const [factor, setFactor] = useState(false);
  const joined = p.signIn !== null;
  const make = useMutation({
    mutationFn: () => ask("newLink", { person: p.id }, { factor }),
    onSuccess: again,
  });
  const withdraw = useMutation({
    mutationFn: () => ask("withdrawLink", { person: p.id }),
    onSuccess: async () => {
      make.reset();
      if (!joined) onGone();
      await again();
    },
  });
  return (
    <section aria-label={`Links for ${p.name}`} className="card flex flex-col gap-2.5 p-3.5">
      <h3 className="font-semibold">{joined ? "Password forgotten" : "Invitation"}</h3>
      {make.data && <MadeLink name={p.name} made={make.data} />}
      {p.link && !make.data && (
        <p className="text-sm text-ink-2">A link is out and good until {day(p.link.until)}.</p>
      )}
      {joined && p.factor && (
        <label className="flex items-center gap-2 text-sm">
          <input type="checkbox" checked={factor} onChange={(e) => setFactor(e.target.checked)} />
          Take the second factor off as well, because it was lost
        </label>
      )}
      <div className="flex flex-wrap gap-2">
        <Button small disabled={make.isPending} onClick={() => make.mutate()}>
          {joined ? "Make a link to a new password" : "Invite again"}
        </Button>
        {(p.link ?? (joined ? null : p)) && (
          <Button small disabled={withdraw.isPending} onClick={() => withdraw.mutate()}>
            {joined ? "Withdraw the link" : "Withdraw the invitation"}
          </Button>
        )}
      </div>
      <Trouble error={make.error ?? withdraw.error} />
    </section>
  );
}

function Switch({ person: p, mine }: { person: PersonCard; mine: boolean }) {
  const on = p.offAt === null;
  const flip = useMutation({
    mutationFn: () => ask("switchPerson", { person: p.id }, { on: !on }),
    onSuccess: again,
  });
  return (
    <section aria-label={`Switch ${p.name} off or on`} className="card flex flex-col gap-2 p-3.5">
      <p className="text-sm text-ink-2">
        {on
          ? "Switched off, they are signed out everywhere at once and can do nothing. What they did stays " +
            "under their name."
          : "Switched on again, they sign in as before."}
      </p>
      <Button small className="self-start" disabled={flip.isPending} onClick={() => flip.mutate()}>
        {on ? (mine ? "Switch myself off" : `Switch ${p.name} off`) : `Switch ${p.name} on again`}
      </Button>
      <Trouble error={flip.error} />
    </section>
  );
}
