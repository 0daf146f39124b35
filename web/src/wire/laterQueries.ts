import { infiniteQueryOptions, keepPreviousData, queryOptions } from "@tanstack/react-query";
import type { BodyOf } from "@mossy/contract/routes";
import type { RemarksOf } from "@mossy/contract/remarks";
import type { UsesOf } from "@mossy/contract/library";
import { ask, look } from "./ask.ts";

type FitWish = BodyOf<"lookAtFit">;

/** Pages of a list that goes on somewhere. */
const inPages = {
  initialPageParam: 0,
  getNextPageParam: (last: { next: number | null }) => last.next ?? undefined,
};

/** The sounds a folder of the house's disk holds now, in their order. */
export const soundsIn = async (folder: string): Promise<string[]> =>
  (await look("soundsOnDisk", {}, { folder })).files;

/** What screens ask that are opened later: none of it is in the first page's script. */
export const later = {
  findTemplates: (find: string) =>
    queryOptions({
      queryKey: ["find-templates", find],
      queryFn: () => look("findTemplates", {}, { find }),
    }),
  people: queryOptions({ queryKey: ["people"], queryFn: () => ask("people", {}) }),
  remarks: (of: RemarksOf) =>
    queryOptions({ queryKey: ["remarks", of.sort, of.id], queryFn: () => look("remarks", {}, of) }),
  colleagues: queryOptions({ queryKey: ["colleagues"], queryFn: () => ask("colleagues", {}) }),
  proposals: queryOptions({ queryKey: ["proposals"], queryFn: () => ask("proposals", {}) }),
  proposal: (proposal: string) =>
    queryOptions({ queryKey: ["proposal", proposal], queryFn: () => ask("proposal", { proposal }) }),
  checkIn: (checkIn: string) =>
    queryOptions({ queryKey: ["check-in", checkIn], queryFn: () => ask("checkIn", { checkIn }) }),
  soundFolders: queryOptions({ queryKey: ["sound-folders"], queryFn: () => ask("soundsOnDisk", {}) }),
  chains: queryOptions({ queryKey: ["chains"], queryFn: () => ask("chains", {}) }),
  impact: (revision: number) =>
    infiniteQueryOptions({
      queryKey: ["impact", revision],
      queryFn: ({ pageParam }) => ask("impact", { from: pageParam }),
      ...inPages,
    }),
  /** @param wish what is fitted to what, and what was decided about it */
  lookAtFit: (wish: FitWish) =>
    queryOptions({ queryKey: ["fit", wish], queryFn: () => ask("lookAtFit", {}, wish), gcTime: 0 }),
  fitWays: (wish: FitWish) =>
    queryOptions({ queryKey: ["fit-ways", wish], queryFn: () => ask("fitWays", {}, wish), gcTime: 0 }),
  software: queryOptions({ queryKey: ["software"], queryFn: () => ask("allSoftware", {}) }),
  installed: (room: string) =>
    queryOptions({ queryKey: ["installed", room], queryFn: () => ask("installed", { room }) }),
  substitutes: queryOptions({ queryKey: ["substitutes"], queryFn: () => ask("substitutes", {}) }),
  deviceMatrix: queryOptions({ queryKey: ["device-matrix"], queryFn: () => ask("deviceMatrix", {}) }),
  lastDecided: (room: string, template: string) =>
    queryOptions({
      queryKey: ["last-decided", room, template],
      queryFn: () => ask("lastDecided", { room, template }),
    }),
  startUps: queryOptions({ queryKey: ["start-ups"], queryFn: () => ask("startUps", {}) }),
  layouts: queryOptions({ queryKey: ["layouts"], queryFn: () => ask("layouts", {}) }),
  layout: (layout: string) =>
    queryOptions({ queryKey: ["layout", layout], queryFn: () => ask("layout", { layout }) }),
  sounds: (query: Readonly<Record<string, string>>) =>
    infiniteQueryOptions({
      queryKey: ["sounds", query],
      queryFn: ({ pageParam }) =>
        look("sounds", {}, { ...query, ...(pageParam === null ? {} : { after: pageParam }) }),
      initialPageParam: null as string | null,
      getNextPageParam: (last) => last.next ?? undefined,
      placeholderData: keepPreviousData,
    }),
  sampleLibraries: queryOptions({
    queryKey: ["instruments", "list"],
    queryFn: () => ask("sampleLibraries", {}),
  }),
  sampleLibrary: (library: string) =>
    queryOptions({
      queryKey: ["sample-library", library],
      queryFn: () => ask("sampleLibrary", { library }),
    }),
  libraryIssue: (library: string, issue: string) =>
    queryOptions({
      queryKey: ["library-issue", library, issue],
      queryFn: () => ask("libraryIssue", { library, issue }),
      // What was kept does not change.
      staleTime: Infinity,
    }),
  articulations: (find: string) =>
    infiniteQueryOptions({
      queryKey: ["instruments", "found", find],
      queryFn: ({ pageParam }) => look("articulations", {}, { find, from: String(pageParam) }),
      placeholderData: keepPreviousData,
      ...inPages,
    }),
  patterns: (query: Readonly<Record<string, string>>) =>
    queryOptions({
      queryKey: ["patterns", query],
      queryFn: () => look("patterns", {}, query),
      placeholderData: keepPreviousData,
    }),
  sessionCargo: (session: string) =>
    queryOptions({
      queryKey: ["session-cargo", session],
      queryFn: () => ask("sessionCargo", { session }),
      staleTime: 0,
    }),
  sound: (sound: string) =>
    queryOptions({ queryKey: ["sound", sound], queryFn: () => ask("sound", { sound }) }),
  /** @param hashes of files that lie on tracks */
  soundFacts: (hashes: readonly string[]) =>
    queryOptions({
      queryKey: ["sounds", "facts", hashes],
      queryFn: () => ask("soundFacts", {}, { hashes: [...hashes] }),
    }),
  soundsKept: queryOptions({ queryKey: ["sounds", "kept"], queryFn: () => ask("soundsKept", {}) }),
  /** The picture of a sound never changes. */
  soundOutline: (sound: string) =>
    queryOptions({
      queryKey: ["sound-outline", sound],
      queryFn: async () => {
        const [{ fetchFile }, { outlineFrom }] = await Promise.all([
          import("./files.ts"),
          import("@mossy/core/sound/outline"),
        ]);
        return outlineFrom(await fetchFile("soundOutline", { sound }));
      },
      staleTime: Infinity,
      structuralSharing: false,
    }),
  lastStarted: (room: string) =>
    queryOptions({ queryKey: ["last-started", room], queryFn: () => ask("lastStarted", { room }) }),
  nameLook: (title: string, room: string) =>
    queryOptions({
      queryKey: ["name-look", title, room],
      queryFn: () => look("nameLook", {}, { title, room }),
      placeholderData: keepPreviousData,
    }),
  habits: queryOptions({ queryKey: ["habits"], queryFn: () => ask("habits", {}) }),
  unread: queryOptions({ queryKey: ["unread"], queryFn: () => ask("unreadNames", {}) }),
  carriedSounds: (session: string) =>
    queryOptions({
      queryKey: ["session", session, "carried"],
      queryFn: () => ask("carriedSounds", { session }),
    }),
  disk: queryOptions({ queryKey: ["disk"], queryFn: () => ask("disk", {}) }),
  wholeEdition: (edition: number) =>
    queryOptions({
      queryKey: ["whole-edition", edition],
      queryFn: () => ask("houseEdition", { edition }),
      staleTime: Infinity,
    }),
  /** An edition ready for work; editions never change. */
  styleOf: (edition: number) =>
    queryOptions({
      queryKey: ["style-of", edition],
      queryFn: async () => {
        const [{ house }, { makeStyle }] = await Promise.all([
          ask("houseEdition", { edition }),
          import("@mossy/core/house/style"),
        ]);
        return makeStyle(house);
      },
      staleTime: Infinity,
      structuralSharing: false,
    }),
  chainUses: queryOptions({ queryKey: ["chain-uses"], queryFn: () => ask("chainUses", {}) }),
  account: queryOptions({ queryKey: ["account"], queryFn: () => ask("account", {}) }),
  houseUses: (revision: number) =>
    queryOptions({ queryKey: ["house-uses", revision], queryFn: () => ask("houseUses", {}) }),
  houseHands: (revision: number) =>
    queryOptions({ queryKey: ["house-hands", revision], queryFn: () => ask("houseHands", {}) }),
  correction: (checkIn: string, revision: number) =>
    queryOptions({
      queryKey: ["correction", checkIn, revision],
      queryFn: () => ask("correction", { checkIn }),
    }),
  follow: infiniteQueryOptions({
    queryKey: ["follow"],
    queryFn: ({ pageParam }) => ask("follow", { from: pageParam }),
    ...inPages,
  }),
  record: (query: Readonly<Record<string, string>>) =>
    infiniteQueryOptions({
      queryKey: ["record", query],
      queryFn: ({ pageParam }) =>
        look("record", {}, { ...query, ...(pageParam === null ? {} : { before: String(pageParam) }) }),
      initialPageParam: null as number | null,
      getNextPageParam: (last) => last.next ?? undefined,
    }),
  /** @param held the block of it that is brought forward; null for the session itself */
  forwardLook: (session: string, release: number, held: string | null) =>
    queryOptions({
      queryKey: ["forward", session, release, held],
      queryFn: () =>
        held === null
          ? ask("forwardLook", { session, release })
          : ask("blockLook", { session, held, release }),
      // What is decided here is decided about what was looked at.
      staleTime: Infinity,
      gcTime: 0,
    }),
  /** @param latest the latest release: what came before never changes */
  history: (template: string, latest: number, revision: number | null = null) =>
    queryOptions({
      queryKey: ["history", template, latest, revision],
      queryFn: () => ask("templateHistory", { template }),
    }),
  trackHistory: (template: string, track: string, revision: number) =>
    queryOptions({
      queryKey: ["track-history", template, track, revision],
      queryFn: () => ask("trackHistory", { template, track }),
    }),
  places: (block: string) =>
    infiniteQueryOptions({
      queryKey: ["places", block],
      queryFn: ({ pageParam }) => ask("blockPlaces", { template: block, from: pageParam }),
      ...inPages,
    }),
  behind: (of: Readonly<Record<string, string>>) =>
    infiniteQueryOptions({
      queryKey: ["behind", of],
      queryFn: ({ pageParam }) => look("behind", { from: pageParam }, of),
      ...inPages,
    }),
  earlier: infiniteQueryOptions({
    queryKey: ["earlier"],
    queryFn: ({ pageParam }) => ask("earlier", { from: pageParam }),
    ...inPages,
  }),
  driftOver: (of: Readonly<Record<string, string>>) =>
    queryOptions({
      queryKey: ["drift-over", of],
      queryFn: () => look("driftOver", {}, of),
      placeholderData: keepPreviousData,
    }),
  toPutRight: (of: Readonly<Record<string, string>>) =>
    infiniteQueryOptions({
      queryKey: ["to-put-right", of],
      queryFn: ({ pageParam }) => look("toPutRight", { from: pageParam }, of),
      ...inPages,
    }),
  rightRuns: queryOptions({ queryKey: ["right-runs"], queryFn: () => ask("rightRuns", {}) }),
  productions: queryOptions({ queryKey: ["productions"], queryFn: () => ask("productions", {}) }),
  trackUses: (of: UsesOf, what: string) =>
    queryOptions({
      queryKey: ["track-uses", of, what],
      queryFn: () => look("trackUses", {}, { of, what }),
    }),
};
