import type { SampleLibrary } from "@mossy/core/instruments/library";
import type { WholeSampleLibrary } from "@mossy/contract/instruments";
import { useQueries } from "@tanstack/react-query";
import type { UseQueryResult } from "@tanstack/react-query";
import { AskProblem } from "../ui/askProblem.ts";
import { later } from "./laterQueries.ts";

/** Whether the house keeps no such library: a session that came from elsewhere names others. */
const isNone = (error: unknown): boolean =>
  error instanceof AskProblem && [400, 404, 422].includes(error.status);

interface Known {
  readonly id: string;
  readonly library: SampleLibrary;
}

const together = (all: readonly UseQueryResult<WholeSampleLibrary>[]) => ({
  known: all.flatMap(({ data }): Known[] => (data ? [{ id: data.id, library: data.library }] : [])),
  waiting: all.some((q) => q.isPending),
  unknown: all.filter((q) => isNone(q.error)).length,
  error: all.find((q) => q.error && !isNone(q.error))?.error ?? null,
});

/** Sample libraries of the catalogue, whole, and of how many of those asked for the house knows nothing. */
export const useCatalogue = (ids: readonly string[]) =>
  useQueries({ queries: ids.map((id) => later.sampleLibrary(id)), combine: together });
