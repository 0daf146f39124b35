import { SHARED } from "@mossy/core/session/beside";
import type { LinkSet } from "@mossy/core/session/beside";
import { setSessionField } from "@mossy/core/session/change";
import type { Session, TrackId } from "@mossy/core/session/document";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Input, Pill } from "../ui/pieces.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { newId } from "../session/newId.ts";
import { nameOf } from "./pathsPanel.tsx";

/** Colours of link sets: told apart on both grounds, none of them a state's. */
const COLOURS = ["#7a5fb0", "#2f8f86", "#b8567f", "#5877b8", "#8d7a2f", "#6b8f3a"] as const;
const SHARE_WORDS: Readonly<Record<(typeof SHARED)[number], string>> = {
  arm: "arming",
  edits: "edits",
  level: "level",
  "mute-and-solo": "mute and solo",
  pan: "pan",
};

const put = (session: Session, work: Workpiece, links: readonly LinkSet[], label: string): void => {
  work.edit([setSessionField(session, "links", [...links])], label);
};

/** Links what is chosen: what they share, and whether they lead or only follow. */
export function LinkForm({
  session,
  ids,
  work,
}: {
  session: Session;
  ids: readonly TrackId[];
  work: Workpiece;
}) {
  const [name, setName] = useState("");
  const [shares, setShares] = useState<readonly (typeof SHARED)[number][]>(["arm", "edits"]);
  const join = (l: LinkSet, as: "members" | "followers"): void => {
    const without = (list: readonly string[]): string[] => list.filter((id) => !ids.includes(id));
    put(
      session,
      work,
      session.links.map((x) =>
        x.id === l.id
          ? {
              ...x,
              members: without(x.members),
              followers: without(x.followers),
              [as]: [...without(x[as]), ...ids],
            }
          : x,
      ),
      `${as === "members" ? "into" : "follow"} ${l.name}`,
    );
  };
  return (
    <>
      <div className="flex flex-wrap gap-x-3 gap-y-1 text-sm">
        {SHARED.map((s) => (
          <label key={s} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={shares.includes(s)}
              onChange={(e) => setShares(e.target.checked ? [...shares, s] : shares.filter((x) => x !== s))}
            />{" "}
            {SHARE_WORDS[s]}
          </label>
        ))}
      </div>
      <form
        className="flex gap-1.5"
        onSubmit={(e) => {
          e.preventDefault();
          if (name.trim() === "") return;
          put(
            session,
            work,
            [
              ...session.links,
              {
                id: newId(),
                name: name.trim(),
                colour: COLOURS[session.links.length % COLOURS.length] ?? COLOURS[0],
                shares: SHARED.filter((s) => shares.includes(s)),
                members: [...ids],
                followers: [],
              },
            ],
            "link set",
          );
          setName("");
        }}
      >
        <Input
          small
          aria-label="Name of the link set"
          placeholder="Name of the set"
          maxLength={60}
          className="min-w-0 flex-1"
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <Button small type="submit" disabled={name.trim() === "" || shares.length === 0}>
          Link
        </Button>
      </form>
      {session.links.map((l) => (
        <div key={l.id} className="flex items-center gap-1.5 text-sm">
          <span aria-hidden className="h-4 w-[3px] rounded-full" style={{ background: l.colour }} />
          <span className="min-w-0 flex-1 truncate">{l.name}</span>
          <Button small onClick={() => join(l, "members")}>
            Join
          </Button>
          <Button small onClick={() => join(l, "followers")}>
            Follow
          </Button>
        </div>
      ))}
    </>
  );
}

/** All link sets of the session: who leads, who follows, what they share. */
export function LinkSets({
  session,
  work,
  onSelect,
}: {
  session: Session;
  work: Workpiece | null;
  onSelect: (ids: readonly TrackId[]) => void;
}) {
  if (session.links.length === 0)
    return (
      <p className="text-sm text-ink-2">
        None. Choose tracks in the sheet and link them there: a kit that is armed and edited as one, a choir
        that keeps its levels.
      </p>
    );
  return (
    <ul className="flex flex-col gap-2">
      {session.links.map((l) => {
        const set = (fields: Partial<LinkSet>, label: string): void => {
          if (work)
            put(
              session,
              work,
              session.links.map((x) => (x.id === l.id ? { ...x, ...fields } : x)),
              label,
            );
        };
        return (
          <li
            key={l.id}
            className="rounded-md border border-line p-3"
            style={{ borderLeft: `4px solid ${l.colour}` }}
          >
            <div className="flex flex-wrap items-center gap-2">
              <span className="font-semibold">{l.name}</span>
              {work
                ? SHARED.map((s) => (
                    <label key={s} className="flex items-center gap-1 text-sm">
                      <input
                        type="checkbox"
                        checked={l.shares.includes(s)}
                        onChange={(e) =>
                          set(
                            {
                              shares: SHARED.filter((x) =>
                                x === s ? e.target.checked : l.shares.includes(x),
                              ),
                            },
                            "what is shared",
                          )
                        }
                      />{" "}
                      {SHARE_WORDS[s]}
                    </label>
                  ))
                : l.shares.map((s) => <Pill key={s}>{SHARE_WORDS[s]}</Pill>)}
              <span className="ml-auto flex gap-1.5">
                <Button small look="quiet" onClick={() => onSelect([...l.members, ...l.followers])}>
                  Choose them
                </Button>
                {work && (
                  <Button
                    small
                    look="quiet"
                    onClick={() =>
                      put(
                        session,
                        work,
                        session.links.filter((x) => x.id !== l.id),
                        "take out a link set",
                      )
                    }
                  >
                    Take out
                  </Button>
                )}
              </span>
            </div>
            <p className="mt-1 font-mono text-sm text-ink-2">
              {l.members.map((id) => nameOf(session, id)).join(", ")}
              {l.followers.length > 0 && (
                <>
                  {" "}
                  <span className="font-sans">· only follow:</span>{" "}
                  {l.followers.map((id) => nameOf(session, id)).join(", ")}
                </>
              )}
            </p>
          </li>
        );
      })}
    </ul>
  );
}
