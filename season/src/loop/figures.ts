import { Count } from "../measure/count.ts";
import type { AlarmOutcome, CustomOutcome } from "../measure/customs.ts";
import type { FitOutcome } from "../measure/fits.ts";
import type { LedgerOutcome } from "../measure/ledger.ts";
import type { ServersOutcome } from "../measure/servers.ts";
import type { SideOutcome } from "../measure/sides.ts";

/** What is counted of a season that goes through the doors of the house. */
export const blankFigures = () => ({
  /** Findings, by whether they were told as whose they are. */
  sides: new Count<SideOutcome>("right", "wrong"),
  /** Sessions brought to a later release. */
  forward: new Count<"unasked" | "asked">("unasked", "asked"),
  /** Those of them that were brought without a question. */
  brought: new Count<"right" | "wrong">("right", "wrong"),
  questions: new Count<"open" | "needless">("open", "needless"),
  /** What people did in rooms, held against what was left of it, each time the house did something to a session. */
  own: new Count<"kept" | "lost">("kept", "lost"),
  corrected: new Count<"asItCame" | "other">("asItCame", "other"),
  found: new Count<CustomOutcome>("found", "missed"),
  alarms: new Count<AlarmOutcome>("right", "false"),
  fits: new Count<FitOutcome>("best", "less"),
  /** Files of another session, handed in by mistake. */
  mistaken: new Count<"noticed" | "taken">("noticed", "taken"),
  /** Files handed in twice because the answer was lost. */
  again: new Count<"once" | "twice">("once", "twice"),
  /** What the house acknowledged, looked for after each week. */
  ledger: new Count<LedgerOutcome>("there", "lost"),
  /** What two servers of it answer when asked the same. */
  servers: new Count<ServersOutcome>("same", "other"),
});

export type LoopFigures = ReturnType<typeof blankFigures>;
