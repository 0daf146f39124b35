import { queryClient } from "../wire/queries.ts";

/** What shows otherwise after many sessions were put right, or that was undone. */
export const refreshAfterRun = async (): Promise<void> => {
  const keys = ["to-put-right", "right-runs", "drift-over", "session", "sessions", "check-in", "today"];
  await Promise.all(keys.map((key) => queryClient.invalidateQueries({ queryKey: [key] })));
};
