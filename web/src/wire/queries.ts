import {
  QueryClient,
  infiniteQueryOptions,
  queryOptions,
  useQuery,
  useSuspenseQuery,
} from "@tanstack/react-query";
import type { Style } from "@mossy/core/house/style";
import type { WhichSessions } from "@mossy/contract/sessions";
import { worksIn } from "@mossy/contract/worksIn";
import { AskProblem } from "../ui/askProblem.ts";
import { ask, forgetAnswers, look } from "./ask.ts";

/** Which sessions a list is of; what is held of it goes by this. */
export interface ListOf {
  readonly which: WhichSessions;
  readonly room?: string;
  readonly template?: string;
  readonly find?: string;
}

const isRefusal = (error: unknown): boolean =>
  error instanceof AskProblem && error.status >= 400 && error.status < 500;

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      retry: (times, error) =>
        error instanceof AskProblem && error.mayPass ? times < 4 : times < 1 && !isRefusal(error),
      throwOnError: false,
    },
  },
});

export const queries = {
  me: queryOptions({ queryKey: ["me"], queryFn: () => ask("me", {}), staleTime: Infinity }),
  today: queryOptions({ queryKey: ["today"], queryFn: () => ask("today", {}) }),
  drift: queryOptions({ queryKey: ["drift"], queryFn: () => ask("drift", {}) }),
  house: queryOptions({ queryKey: ["house"], queryFn: () => ask("house", {}) }),
  edition: queryOptions({
    queryKey: ["edition"],
    queryFn: async () => {
      // The first page needs no house style, so what makes one is not in its script.
      const [edition, { makeStyle }, { showHouseIcons }] = await Promise.all([
        ask("currentEdition", {}),
        import("@mossy/core/house/style"),
        import("../ui/icons.ts"),
      ]);
      showHouseIcons(edition.house.icons);
      return { number: edition.number, style: makeStyle(edition.house) };
    },
    staleTime: Infinity,
    structuralSharing: false,
  }),
  library: queryOptions({ queryKey: ["library"], queryFn: () => ask("library", {}) }),
  template: (template: string) =>
    queryOptions({ queryKey: ["template", template], queryFn: () => ask("template", { template }) }),
  release: (template: string, release: number) =>
    queryOptions({
      queryKey: ["release", template, release],
      queryFn: () => ask("release", { template, release }),
      staleTime: Infinity,
    }),
  rooms: queryOptions({ queryKey: ["rooms"], queryFn: () => ask("rooms", {}) }),
  room: (room: string) => queryOptions({ queryKey: ["room", room], queryFn: () => ask("room", { room }) }),
  sessions: (of: ListOf) =>
    infiniteQueryOptions({
      queryKey: ["sessions", of],
      queryFn: ({ pageParam }) =>
        look("sessions", {}, { ...of, ...(pageParam === null ? {} : { after: pageParam }) }),
      initialPageParam: null as string | null,
      getNextPageParam: (last) => last.next ?? undefined,
    }),
  session: (session: string) =>
    queryOptions({ queryKey: ["session", session], queryFn: () => ask("session", { session }) }),
};

/** Another person, or nobody, is at this window: nothing of what the house said is kept. */
export function forgetAll(): void {
  queryClient.clear();
  forgetAnswers();
}

/** The house style in force, ready for work. */
export function useStyle(): { number: number; style: Style } {
  return useSuspenseQuery(queries.edition).data;
}

/** Whether whoever is signed in works in a room: there they change things, elsewhere they look. */
export function useMayIn(room: string): boolean {
  const me = useMe();
  return me !== null && worksIn(me, room);
}

/** Who is signed in. */
export function useMe() {
  return useQuery(queries.me).data ?? null;
}
