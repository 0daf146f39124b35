import { plural } from "@mossy/core/session/plural";
import type { Person } from "./people.ts";
import type { Remark } from "./remarks.ts";
import type { OpenSession, Today, WaitingItem } from "./today.ts";

const DAY = 86_400_000;

/**
 * Share of tracks that follow the house, 0…1, over the latest check-in of each session; null before the first.
 */
export function followingOf(sessions: readonly OpenSession[]): number | null {
  let [following, tracks] = [0, 0];
  for (const { lastCheckIn: c } of sessions) {
    following += c?.followNow ?? 0;
    tracks += c?.tracksNow ?? 0;
  }
  return tracks === 0 ? null : following / tracks;
}

/** The open sessions of each room, by room. */
export function openByRoom(open: readonly OpenSession[]): ReadonlyMap<string, readonly OpenSession[]> {
  const by = new Map<string, OpenSession[]>();
  for (const s of open) {
    const there = by.get(s.room);
    if (there) there.push(s);
    else by.set(s.room, [s]);
  }
  return by;
}

/** What waits for somebody: first what somebody asks them by name, then what is broken and came back off. */
export function waitingIn(today: Today, me: Pick<Person, "id" | "right"> | null = null): WaitingItem[] {
  const { open, house } = today;
  return [
    ...today.upkeep,
    ...remarked(today.remarks, me),
    ...cameBackOff(open),
    ...proposed(today.proposals, me),
    ...withoutInputs(open),
    ...onTakenBack(open),
    ...askedOfRooms(open, house.edition),
    ...askedOfTemplates(today.asked, house.edition),
    ...onOldReleases(open),
    ...onOldBlocks(today.blocksBehind),
    ...draftWaits(today.draft),
  ];
}

/** What came back from rooms with something off, most first. */
function cameBackOff(open: readonly OpenSession[]): WaitingItem[] {
  const off = (s: OpenSession): number => s.lastCheckIn?.openNow ?? 0;
  return [...open]
    .sort((a, b) => off(b) - off(a))
    .flatMap(({ title, roomName, lastCheckIn: c }): WaitingItem[] => {
      if (!c || c.openNow === 0) return [];
      const says =
        `${title}: ${plural(c.openNow, "finding")} in check-in ${c.number}, ` +
        `${c.tracksNow - c.followNow} of ${plural(c.tracksNow, "track")} off the house`;
      const to = `/check-ins/${c.id}`;
      return [{ about: roomName, weight: "look", says, next: "Look and put right", to }];
    });
}

/** Where a remark is read. */
export function remarkAt({ of, on }: Pick<Remark, "of" | "on">): string {
  if (of.sort === "session") return `/sessions/${of.id}`;
  if (of.sort === "proposal") return `/library/proposals/${of.id}`;
  return `/library/${of.id}/${on.what === "release" ? `releases/${on.release}` : "remarks"}`;
}

/** Open remarks that wait for whoever looks: they are asked, or what they asked was answered. */
const remarked = (remarks: Today["remarks"], me: Pick<Person, "id"> | null): WaitingItem[] =>
  remarks
    .filter((r) => (r.answered === null ? r.for.id : r.by.id) === me?.id)
    .map((r) => ({
      about: r.about,
      weight: "look",
      says:
        r.answered === null ? `${r.by.name} to you: ${r.text}` : `${r.for.name} answers you: ${r.answered}`,
      next: r.answered === null ? "Answer" : "Look",
      to: remarkAt(r),
    }));

/** Proposals: to a lead those that are open, to whoever made one what became of it. */
function proposed(proposals: Today["proposals"], me: Pick<Person, "id" | "right"> | null): WaitingItem[] {
  return proposals.flatMap(({ id, about, says, by, state, word, release, number }): WaitingItem[] => {
    const to = `/library/proposals/${id}`;
    if (state === "open")
      return me?.right === "lead"
        ? [{ about, weight: "look", says: `${by.name} proposes: ${says}`, next: "Decide", to }]
        : [];
    if (me?.id !== by.id || state === "withdrawn") return [];
    const became =
      state === "declined"
        ? `was declined: ${word}`
        : release === null
          ? "was taken; it is in the draft"
          : `came out with release ${release}`;
    return [{ about, weight: "note", says: `Your proposal ${number} ${became}`, next: "Look", to }];
  });
}

/** Sessions that went out with sources their room has no input for. */
const withoutInputs = (open: readonly OpenSession[]): WaitingItem[] =>
  open.flatMap(({ id, title, roomName, unplaced, lastCheckIn }): WaitingItem[] => {
    if (lastCheckIn || unplaced === 0) return [];
    const says = `${title}: ${plural(unplaced, "source")} cannot be placed in this room`;
    const to = `/sessions/${id}`;
    return [{ about: roomName, weight: "broken", says, next: "See what does not fit", to }];
  });

/** What an edition asks of sessions that were started under an earlier one: not their rooms' drift. */
function askedOfRooms(open: readonly OpenSession[], edition: number): WaitingItem[] {
  const asked = open.filter((s) => s.edition < edition && (s.lastCheckIn?.askedNow ?? 0) > 0);
  const [first] = asked;
  if (!first) return [];
  const things = asked.reduce((n, s) => n + (s.lastCheckIn?.askedNow ?? 0), 0);
  return [
    {
      about: `Edition ${edition}`,
      weight: "note",
      says:
        `It asks for ${plural(things, "thing")} in ` +
        `${plural(asked.length, "open session")} started before it; nobody there changed anything for that`,
      next: asked.length === 1 ? "Look" : "See which",
      to: asked.length === 1 ? `/check-ins/${first.lastCheckIn?.id ?? ""}` : "/sessions?which=asked",
    },
  ];
}

/** The templates an edition makes wrong. */
function askedOfTemplates({ templates, things }: Today["asked"], edition: number): WaitingItem[] {
  if (templates === 0) return [];
  return [
    {
      about: `Edition ${edition}`,
      weight: "look",
      says:
        `${plural(templates, "template is", "templates are")} not as it asks: ` +
        `${plural(things, "thing")} in their current releases`,
      next: "Look, dress and publish",
      to: "/library/follow",
    },
  ];
}

/** Sessions on a release that was taken back. */
const onTakenBack = (open: readonly OpenSession[]): WaitingItem[] =>
  open.flatMap(({ id, title, roomName, release, latestRelease, takenBack }): WaitingItem[] => {
    if (takenBack === null) return [];
    const says = `${title} stands on release ${release}, which was taken back: ${takenBack}`;
    const elsewhere = latestRelease !== release;
    const to = elsewhere ? `/sessions/${id}/forward/${latestRelease}` : `/sessions/${id}`;
    return [
      {
        about: roomName,
        weight: "broken",
        says,
        next: elsewhere ? `Bring to release ${latestRelease}` : "Look",
        to,
      },
    ];
  });

/** Templates of which open sessions still stand on an earlier release. */
function onOldReleases(open: readonly OpenSession[]): WaitingItem[] {
  const behind = new Map<string, OpenSession[]>();
  for (const s of open)
    if (s.release < s.latestRelease && s.takenBack === null)
      behind.set(s.template, [...(behind.get(s.template) ?? []), s]);
  return [...behind].flatMap(([template, sessions]): WaitingItem[] => {
    const [first] = sessions;
    if (!first) return [];
    const old = [...new Set(sessions.map((s) => s.release))].sort((a, b) => a - b).join(" and ");
    return [
      {
        about: first.templateName,
        weight: "note",
        says: `Release ${first.latestRelease} is out; ${plural(sessions.length, "open session")} still on ${old}`,
        next: "Bring forward",
        to: `/sessions/behind?template=${template}`,
      },
    ];
  });
}

/** Blocks that stand somewhere on an earlier release. */
const onOldBlocks = (behind: Today["blocksBehind"]): WaitingItem[] =>
  behind.map(({ block, name, release, places }) => ({
    about: name,
    weight: "note",
    says: `Release ${release} of this block is out; ${plural(places, "place")} still on an earlier one`,
    next: "Bring forward",
    to: `/library/${block}/places`,
  }));

/** A draft of the house style that was changed and not published. */
function draftWaits(draft: Today["draft"]): WaitingItem[] {
  if (!draft) return [];
  const days = Math.floor((Date.now() - Date.parse(draft.changedAt)) / DAY);
  const when = days === 0 ? "today" : `${plural(days, "day")} ago`;
  const says = `The draft after edition ${draft.basedOn} was changed ${when} and is not published`;
  return [{ about: "House style", weight: "note", says, next: "Go on", to: "/house" }];
}
