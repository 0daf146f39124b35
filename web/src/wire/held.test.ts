import type { News } from "@mossy/contract/news";
import type { SessionCard } from "@mossy/contract/sessions";
import type { OpenSession, Today } from "@mossy/contract/today";
import { beforeEach, describe, expect, it } from "vitest";
import { hold } from "./held.ts";
import { queries, queryClient } from "./queries.ts";
import type { ListOf } from "./queries.ts";

const by = { id: "wren", name: "Wren Addis" };
const card = (n: number, over: Partial<SessionCard> = {}): SessionCard => ({
  id: `00000000-0000-4000-8000-00000000000${n}`,
  title: `Tide ${n}`,
  room: "loft",
  roomName: "Loft",
  template: "sound-walk",
  templateName: "Sound walk",
  release: 1,
  latestRelease: 1,
  takenBack: null,
  variant: null,
  production: null,
  edition: 2,
  madeBy: by,
  madeAt: `2026-11-0${n}T10:00:00.000Z`,
  sentAt: null,
  sentAs: null,
  unsent: true,
  closedAt: null,
  tracks: 8,
  unplaced: 0,
  lastCheckIn: null,
  ...over,
});
const PLAIN = {
  kind: "template" as const,
  says: "",
  retired: false,
  production: null,
  origin: null,
  folders: [],
  blocks: [],
  blocksBehind: 0,
  places: null,
};
const SHELVES = [{ name: "Field", icon: null, says: "" }];
const checkIn = (openNow: number) => ({
  id: "00000000-0000-4000-8000-0000000000aa",
  number: 1,
  fileName: "x",
  handedInBy: by,
  handedInAt: "2026-11-20T10:00:00.000Z",
  tracks: 8,
  tracksNow: 8,
  followedThen: 4,
  followNow: 8 - openNow,
  findingsThen: 4,
  openNow,
  askedNow: 0,
  broughtNow: 0,
  aside: null,
});
const today = (open: readonly OpenSession[]): Today => ({
  house: { name: "Saltmarsh", edition: 2 },
  rooms: [{ id: "loft", name: "Loft", says: "", inputs: 8 }],
  open: [...open],
  asked: { templates: 0, things: 0 },
  blocksBehind: [],
  remarks: [],
  proposals: [],
  draft: null,
  upkeep: [],
  first: [],
});
const page = (...sessions: SessionCard[]) => ({
  pages: [{ sessions, of: sessions.length, next: null }],
  pageParams: [null],
});
const listed = (of: ListOf): readonly string[] =>
  queryClient
    .getQueryData(queries.sessions(of).queryKey)!
    .pages.flatMap((p) => p.sessions.map((s) => s.title));
const openNow = (): readonly string[] =>
  queryClient.getQueryData(queries.today.queryKey)!.open.map((s) => s.title);
const told = (c: SessionCard, kind: "session" | "check-in" = "session"): void =>
  hold(kind === "session" ? { kind, card: c, by } : { kind, card: c, findings: 3, by });

beforeEach(() => queryClient.clear());

describe("what a window holds", () => {
  const [old, new_] = [card(1), card(2)];
  const LISTS = {
    open: { which: "open" },
    look: { which: "look" },
    yard: { which: "all", room: "pan-yard" },
  } as const;
  beforeEach(() => {
    queryClient.setQueryData(queries.today.queryKey, today([new_, old]));
    queryClient.setQueryData(queries.sessions(LISTS.open).queryKey, page(new_, old));
    queryClient.setQueryData(queries.sessions(LISTS.look).queryKey, page());
    queryClient.setQueryData(queries.sessions(LISTS.yard).queryKey, page());
  });

  it("follows which are behind, not sent yet, closed, or from a template, as each changes", () => {
    const of = {
      behind: { which: "behind" },
      unsent: { which: "unsent" },
      closed: { which: "closed" },
      walks: { which: "all", template: "sound-walk" },
      choirs: { which: "all", template: "shanty-choir" },
    } as const;
    for (const list of Object.values(of)) queryClient.setQueryData(queries.sessions(list).queryKey, page());
    const now = (): Record<string, readonly string[]> =>
      Object.fromEntries(Object.entries(of).map(([name, list]) => [name, listed(list)]));
    told(card(3));
    expect(now()).toEqual({ behind: [], unsent: ["Tide 3"], closed: [], walks: ["Tide 3"], choirs: [] });
    told(
      card(3, { sentAt: "2026-11-20T10:00:00.000Z", sentAs: "package", unsent: false, latestRelease: 2 }),
    );
    expect(now()).toEqual({ behind: ["Tide 3"], unsent: [], closed: [], walks: ["Tide 3"], choirs: [] });
    told(card(3, { sentAt: "2026-11-20T10:00:00.000Z", latestRelease: 2 }));
    expect(now().unsent).toEqual(["Tide 3"]);
    told(card(3, { closedAt: "2026-11-21T10:00:00.000Z", unsent: false, latestRelease: 2 }));
    expect(now()).toEqual({ behind: [], unsent: [], closed: ["Tide 3"], walks: ["Tide 3"], choirs: [] });
  });

  it("follows a session that came back, was closed and opened again, in every list it is of", () => {
    told(card(1, { lastCheckIn: checkIn(3) }), "check-in");
    const held = queryClient.getQueryData(queries.today.queryKey)!.open.find((s) => s.id === old.id);
    expect(held?.lastCheckIn?.openNow).toBe(3);
    expect([listed(LISTS.open), listed(LISTS.look)]).toEqual([["Tide 2", "Tide 1"], ["Tide 1"]]);
    told(card(1, { closedAt: "2026-11-21T10:00:00.000Z" }));
    expect([openNow(), listed(LISTS.open), listed(LISTS.look)]).toEqual([["Tide 2"], ["Tide 2"], []]);
    expect(queryClient.getQueryData(queries.sessions(LISTS.open).queryKey)!.pages[0]?.of).toBe(1);
    told(card(1));
    // Where it belongs among those made before is for the house to say.
    expect([openNow().toSorted(), listed(LISTS.open)]).toEqual([["Tide 1", "Tide 2"], ["Tide 2"]]);
  });

  it("has a session that was started at the front of the lists it is of, and of no other", () => {
    told(card(3, { room: "pan-yard" }));
    expect(openNow()).toEqual(["Tide 3", "Tide 2", "Tide 1"]);
    expect(listed(LISTS.open)).toEqual(["Tide 3", "Tide 2", "Tide 1"]);
    expect([listed(LISTS.look), listed(LISTS.yard)]).toEqual([[], ["Tide 3"]]);
  });

  it("shows of every session that there is a later release", () => {
    const latest = {
      number: 4,
      note: "",
      edition: 2,
      tracks: 8,
      publishedBy: by,
      publishedAt: old.madeAt,
      takenBack: null,
    };
    const template = {
      id: "sound-walk",
      name: "Sound walk",
      shelf: "Field",
      ...PLAIN,
      tracks: 8,
      inputs: 1,
      latest,
      changed: false,
      sessions: 2,
      asked: 0,
      updatedAt: old.madeAt,
    };
    queryClient.setQueryData(queries.library.queryKey, {
      templates: [{ ...template, latest: null }],
      shelves: SHELVES,
    });
    hold({ kind: "release", release: 4, card: template, by });
    expect(queryClient.getQueryData(queries.today.queryKey)!.open.map((s) => s.latestRelease)).toEqual([
      4, 4,
    ]);
    expect(queryClient.getQueryData(queries.library.queryKey)).toEqual({
      templates: [template],
      shelves: SHELVES,
    });
  });

  it("has a template that was begun where it belongs on its shelf", () => {
    const template = (name: string, shelf: string) => ({
      id: name,
      name,
      shelf,
      ...PLAIN,
      tracks: 0,
      inputs: 0,
      latest: null,
      changed: true,
      sessions: 0,
      asked: 0,
      updatedAt: old.madeAt,
    });
    const [a, b, c] = [template("Anvil", "Field"), template("Bell", "Field"), template("Quay", "Sound")];
    queryClient.setQueryData(queries.library.queryKey, { templates: [a, c], shelves: SHELVES });
    hold({ kind: "template", card: b, by });
    expect(queryClient.getQueryData(queries.library.queryKey)!.templates).toEqual([a, b, c]);
  });

  it("ticks a line off in its room, and takes the tick away", () => {
    const room = queries.room("loft").queryKey;
    const tick = { item: "rate", by, at: old.madeAt };
    queryClient.setQueryData(room, { id: "loft", ticks: [], stations: [] } as never);
    const news = (t: typeof tick | null): News => ({
      kind: "room-ticked",
      room: "loft",
      item: "rate",
      tick: t,
      by,
    });
    hold(news(tick));
    hold(news(tick));
    expect(queryClient.getQueryData(room)?.ticks).toEqual([tick]);
    hold(news(null));
    expect(queryClient.getQueryData(room)?.ticks).toEqual([]);
  });

  it("forgets what came while something was asked for in vain: the next answer knows it", async () => {
    const failing = queryClient.fetchQuery({
      ...queries.today,
      queryFn: () => Promise.reject(new Error("away")),
      staleTime: 0,
      retry: false,
    });
    told(card(1, { lastCheckIn: checkIn(3) }), "check-in");
    await expect(failing).rejects.toThrow("away");
    const now = today([new_, card(1, { lastCheckIn: checkIn(0) })]);
    await queryClient.fetchQuery({ ...queries.today, queryFn: () => now, staleTime: 0 });
    expect(queryClient.getQueryData(queries.today.queryKey)!.open[1]?.lastCheckIn?.openNow).toBe(0);
  });

  it("keeps what came while an older answer was on its way", async () => {
    let answer: (t: Today) => void = () => undefined;
    const asking = queryClient.fetchQuery({
      ...queries.today,
      queryFn: () => new Promise<Today>((resolve) => (answer = resolve)),
      staleTime: 0,
    });
    told(card(1, { lastCheckIn: checkIn(3) }), "check-in");
    told(card(3));
    answer(today([new_, old]));
    await asking;
    expect(openNow()).toEqual(["Tide 3", "Tide 2", "Tide 1"]);
    expect(queryClient.getQueryData(queries.today.queryKey)!.open[2]?.lastCheckIn?.openNow).toBe(3);
  });
});
