import { z } from "zod";
import { cargoRoutes } from "./cargo.ts";
import { deliveryRoutes } from "./delivery.ts";
import { driftRoutes } from "./driftRoutes.ts";
import { houseRoutes } from "./houseRoutes.ts";
import { instrumentRoutes } from "./instruments.ts";
import type { RouteName } from "./paths.ts";
import { lifeRoutes } from "./lifeRoutes.ts";
import { libraryRoutes } from "./libraryRoutes.ts";
import { proposalRoutes } from "./proposalRoutes.ts";
import { remarkRoutes } from "./remarkRoutes.ts";
import { patternRoutes } from "./patterns.ts";
import { peopleRoutes } from "./peopleRoutes.ts";
import { route } from "./route.ts";
import type { UPLOAD } from "./route.ts";
import type { Route } from "./route.ts";
import { drift, today } from "./today.ts";
import { layoutRoutes } from "./layouts.ts";
import { soundRoutes } from "./sounds.ts";
import { startUpRoutes } from "./startUp.ts";
import { documentRoutes } from "./documentRoutes.ts";
import { workRoutes } from "./workRoutes.ts";

export { FILE, UPLOAD, type Route } from "./route.ts";

/**
 * What goes over every request of the house (method and path: `paths.ts`), used by server, web and station
 * alike; `openapi.ts` describes them from here.
 */
export const routes = {
  health: route({
    summary: "Whether the house is awake; asks nobody else",
    who: "anyone",
    answer: z.object({ ok: z.literal(true) }),
  }),
  ready: route({
    summary: "Whether its database answers as well; 503 where it does not",
    who: "anyone",
    answer: z.object({ ready: z.literal(true) }),
  }),
  today: route({
    summary: "The rooms, what stands on which release, what waits",
    who: "signed-in",
    answer: today,
  }),
  drift: route({
    summary: "How rooms followed the house over the last twelve weeks, as sessions came in",
    who: "signed-in",
    answer: drift,
  }),
  ...peopleRoutes,
  ...houseRoutes,
  ...libraryRoutes,
  ...proposalRoutes,
  ...remarkRoutes,
  ...documentRoutes,
  ...workRoutes,
  ...driftRoutes,
  ...lifeRoutes,
  ...startUpRoutes,
  ...layoutRoutes,
  ...soundRoutes,
  ...cargoRoutes,
  ...deliveryRoutes,
  ...patternRoutes,
  ...instrumentRoutes,
} as const satisfies Record<RouteName, Route>;

export type Routes = typeof routes;
/** Routes that are done once however often a request with the same key comes. */
export type OnceRoute = {
  [N in RouteName]: Routes[N] extends { readonly once: true } ? N : never;
}[RouteName];
export type AnswerOf<N extends RouteName> = Routes[N]["answer"] extends z.ZodType<infer A> ? A : Uint8Array;
export type BodyOf<N extends RouteName> = Routes[N] extends { readonly body: z.ZodType<infer B> }
  ? B
  : Routes[N] extends { readonly body: typeof UPLOAD }
    ? Uint8Array
    : undefined;
export type QueryOf<N extends RouteName> = Routes[N] extends { readonly query: z.ZodType<infer Q> }
  ? Q
  : undefined;
