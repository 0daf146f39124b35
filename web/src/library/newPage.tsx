import type { TemplateCard } from "@mossy/contract/library";
import { clsx } from "clsx";
import type { Style } from "@mossy/core/house/style";
import { check, open } from "@mossy/core/check/check";
import type { Session } from "@mossy/core/session/document";
import { STARTERS, startWith } from "@mossy/core/sheet/templateStarters";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useCallback, useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { askOnce } from "../wire/ask.ts";
import { queries, queryClient, useMe, useStyle } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { PageHead } from "../ui/pieces.tsx";
import { Empty, Trouble } from "../ui/states.tsx";
import { useKept } from "../ui/useKept.ts";
import { useSteady } from "../ui/useSteady.ts";
import { PartPicker } from "../sheet/partPicker.tsx";
import { newId } from "../session/newId.ts";
import { Beginning } from "./beginning.tsx";
import { BEGUN, FIRST_NOTE, halfBegun } from "./halfBegun.ts";
import type { From, HalfBegun } from "./halfBegun.ts";
import { FromFile } from "./fromFile.tsx";
import { FromSession } from "./fromSession.tsx";
import { soundsKnown, withSoundsKept } from "./keptSounds.ts";
import type { KeptSounds } from "./keptSounds.ts";
import { Preview } from "./preview.tsx";

/** What is still wanting, by where it starts from. */
const WAITS: Readonly<Record<From, string>> = {
  nothing: "Give it a name",
  starter: "Choose a starter and give it a name",
  template: "Choose a template and give it a name",
  session: "Give it a name",
  file: "Give a file and a name",
};

/**
 * Begins a template: from nothing, from a starter, from another template, or from a file that is cleaned
 * first.
 */
export default function NewTemplatePage() {
  const { style } = useStyle();
  const may = useMe()?.right === "lead";
  const { data } = useQuery(queries.library);
  const [query] = useSearchParams();
  const ofSession = query.get("session");
  const shelves = [
    ...new Set((data?.templates ?? []).filter((t) => t.kind === "template").map((t) => t.shelf)),
  ];
  const [begun, setBegun, forget] = useKept(
    ofSession === null ? "new-template" : `new-template-${ofSession}`,
    {
      ...BEGUN,
      shelf: query.get("shelf") ?? "",
      ...(ofSession === null ? {} : ({ from: "session", note: FIRST_NOTE } as const)),
    },
    halfBegun,
  );
  const { name, from, session, chosen, production } = begun;
  const set = (fields: Partial<HalfBegun>): void => setBegun({ ...begun, ...fields });
  const pickPart = useSteady((part: Session | null): void => set({ session: part }));
  // It stands beside what it was begun from, where nobody says otherwise.
  const usualOf = (templates: readonly TemplateCard[]): string =>
    templates.find((t) => t.id === session?.origin?.template)?.shelf ??
    templates.find((t) => t.kind === "template")?.shelf ??
    "Templates";
  const usual = usualOf(data?.templates ?? []);
  /** Where the sounds of what stays lie; a file is chosen again after the page was loaded anew. */
  const [sounds, setSounds] = useState<KeptSounds | null>(null);
  const { make, does } = useMake(begun, usualOf, sounds, forget);
  if (!may)
    return (
      <Empty title="The lead begins templates">Start a session from a release, or ask the lead.</Empty>
    );
  const waits = from !== "nothing" && session === null;
  // What is brought with it is no sound the house does not have.
  const off = session ? open(check(style, soundsKnown(session, sounds))).length : 0;
  return (
    <form
      className="flex h-full min-h-[560px] flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (!waits) make.mutate();
      }}
    >
      <PageHead crumbs={[["Library", "/library"]]} title="New template">
        <span role="status" className="text-sm text-ink-2">
          {does !== ""
            ? does
            : session
              ? `${session.tracks.length} tracks to start with, ${off === 0 ? "nothing off" : `${off} to look at`}` +
                (name.trim() === "" ? ". Give it a name" : "")
              : waits || name.trim() === ""
                ? WAITS[from]
                : ""}
        </span>
        <Button look="main" type="submit" disabled={make.isPending || waits || name.trim() === ""}>
          Begin it
        </Button>
      </PageHead>
      <Beginning begun={begun} shelves={shelves} usual={usual} ofSession={ofSession !== null} onSet={set} />
      <Trouble error={make.error} />
      {from === "nothing" && (
        <div className="card">
          <Empty title="An empty draft">
            With the house's settings for new sessions. Names are typed or pasted in the workbench.
          </Empty>
        </div>
      )}
      {from === "starter" && (
        <Starters style={style} chosen={chosen} onChoose={(s, id) => set({ session: s, chosen: id })} />
      )}
      {from === "template" && <FromTemplate onChoose={pickPart} />}
      {from === "session" && ofSession !== null && (
        <FromSession
          style={style}
          session={ofSession}
          onChoose={(made) => {
            setSounds(made.sounds);
            set({
              session: made.session,
              ...(session === null && name === "" ? { name: made.title } : {}),
              ...(session === null && production === "" ? { production: made.production ?? "" } : {}),
            });
          }}
        />
      )}
      {session && from !== "file" && from !== "session" && <Preview session={session} />}
      {from === "file" && (
        <FromFile
          style={style}
          kept={session}
          onChoose={(s, title, kept) => {
            setSounds(kept);
            set({ session: s, ...(name === "" && title !== null ? { name: title } : {}) });
          }}
        />
      )}
    </form>
  );
}

/** Begins the template: what stays of sounds first, then itself. @param sounds where they lie */
function useMake(
  { name, shelf, from, session, production, note }: HalfBegun,
  usualOf: (templates: readonly TemplateCard[]) => string,
  sounds: KeptSounds | null,
  forget: () => void,
) {
  const navigate = useNavigate();
  const [does, setDoes] = useState("");
  const make = useMutation({
    mutationFn: async () => {
      // Whoever is quicker than the library waits for it.
      const onto =
        shelf === "" ? usualOf((await queryClient.ensureQueryData(queries.library)).templates) : shelf;
      const whole = session && (await withSoundsKept(session, sounds, onto, setDoes));
      return askOnce(
        "newTemplate",
        {},
        {
          name,
          shelf: onto,
          production: production.trim() === "" ? null : production,
          ...(whole ? { session: whole } : {}),
          ...(whole && note !== null ? { note } : {}),
        },
      );
    },
    onSettled: () => setDoes(""),
    onSuccess: async ({ id }) => {
      forget();
      await queryClient.invalidateQueries({ queryKey: ["library"] });
      // What comes from elsewhere asks for devices of elsewhere.
      const foreign = from === "file" && session?.tracks.some((t) => t.inserts.some((i) => i.device));
      await navigate(`/library/${id}${foreign ? "/devices" : ""}`);
    },
  });
  return { make, does };
}

function Starters({
  style,
  chosen,
  onChoose,
}: {
  style: Style;
  chosen: string | null;
  onChoose: (s: Session, id: string) => void;
}) {
  return (
    <ul className="grid grid-cols-2 gap-3 max-[900px]:grid-cols-1">
      {STARTERS.map((s) => (
        <li key={s.id}>
          <button
            type="button"
            aria-pressed={chosen === s.id}
            onClick={() => onChoose(startWith(style, s, newId), s.id)}
            className={clsx(
              "card flex h-full w-full flex-col p-4 text-left",
              chosen === s.id ? "border-moss bg-moss-soft" : "hover:border-line-strong",
            )}
          >
            <span className="font-semibold">{s.name}</span>
            <span className="block text-sm text-ink-2">{s.says}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}

function FromTemplate({ onChoose }: { onChoose: (s: Session | null) => void }) {
  /** Nothing is chosen at first: what was kept over a reload stays until something is. */
  const begun = useRef(false);
  const pick = useCallback(
    (part: Session | null): void => {
      if (part) begun.current = true;
      if (begun.current) onChoose(part && { ...part, kept: [] });
    },
    [onChoose],
  );
  return (
    <div className="card p-4">
      <PartPicker onPick={pick} />
      <p className="mt-2 text-sm text-ink-2">
        The other template stays as it is; this one goes its own way from there.
      </p>
    </div>
  );
}
