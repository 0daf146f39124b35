import { later } from "../wire/laterQueries.ts";
import type { AnswerOf, BodyOf } from "@mossy/contract/routes";
import type { Remark, RemarksOf } from "@mossy/contract/remarks";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { ask, askOnce } from "../wire/ask.ts";
import { queries, queryClient } from "../wire/queries.ts";

const NONE: readonly Remark[] = [];

/** The remarks on something. */
export function useRemarks({ sort, id }: RemarksOf): readonly Remark[] {
  return useQuery(later.remarks({ sort, id })).data?.remarks ?? NONE;
}

/** Those that are open. */
export function useOpenRemarks(of: RemarksOf): readonly Remark[] {
  const all = useRemarks(of);
  return useMemo(() => all.filter((r) => r.done === null), [all]);
}

/** The remarks on two things, or on one that is both; null where nobody can say anything of it. */
export function useRemarksOfBoth(a: RemarksOf | null, b: RemarksOf | null): readonly Remark[] {
  const first = useQuery({ ...later.remarks(a ?? NOTHING), enabled: a !== null }).data?.remarks;
  const second = useQuery({ ...later.remarks(b ?? NOTHING), enabled: b !== null }).data?.remarks;
  const same = a?.id === b?.id;
  return useMemo(() => [...(first ?? []), ...(same ? [] : (second ?? []))], [first, second, same]);
}
const NOTHING: RemarksOf = { sort: "template", id: "-" };

/** Puts a remark as it is now into what this window holds, before the news come round. */
function hold(remark: Remark): void {
  const { queryKey } = later.remarks(remark.of);
  queryClient.setQueryData(queryKey, (held: AnswerOf<"remarks"> | undefined) => {
    if (!held) return held;
    const there = held.remarks.some((r) => r.id === remark.id);
    return {
      remarks: there
        ? held.remarks.map((r) => (r.id === remark.id ? remark : r))
        : [...held.remarks, remark],
    };
  });
  void queryClient.invalidateQueries({ queryKey: queries.today.queryKey });
}

/** Makes a remark. @param onDone it is made */
export const useAddRemark = (onDone: () => void) =>
  useMutation({
    mutationFn: (said: BodyOf<"addRemark">) => askOnce("addRemark", {}, said),
    onSuccess: (remark) => {
      hold(remark);
      onDone();
    },
  });

export const useAnswer = (remark: string, onDone: () => void) =>
  useMutation({
    mutationFn: (text: string) => askOnce("answerRemark", { remark }, { text }),
    onSuccess: (now) => {
      hold(now);
      onDone();
    },
  });

export const useDone = (remark: string) =>
  useMutation({
    mutationFn: (done: boolean) => ask("remarkDone", { remark }, { done }),
    onSuccess: hold,
  });
