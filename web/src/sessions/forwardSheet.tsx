import { rowsOf } from "@mossy/core/compare/rows";
import type { Row } from "@mossy/core/compare/rows";
import type { Comparison } from "@mossy/core/compare/sentences";
import { useMemo, useState } from "react";
import { SideBySide } from "../compare/sideBySide.tsx";

const other = (row: Row): boolean => row.sort !== "alike";

/** A session before and after it is brought forward, side by side. */
export function ForwardSheet({ compared, release }: { compared: Comparison; release: number }) {
  const rows = useMemo(() => rowsOf(compared), [compared]);
  const [at, setAt] = useState<string | null>(null);
  return (
    <SideBySide
      compared={compared}
      rows={rows}
      look="tracks"
      names={["As it stands", `On release ${release}`]}
      wanted={other}
      at={at}
      onAt={setAt}
    />
  );
}
