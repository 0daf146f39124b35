import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { Browser } from "../browser.ts";

const AXE = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");
interface Violation {
  id: string;
  impact: string | null;
  help: string;
  nodes: { target: string[]; failureSummary?: string }[];
}

/** What axe finds serious or critical, after the rules of WCAG 2.2 A and AA. */
export async function axeFinds(b: Browser, rules: readonly string[] | null = null): Promise<string[]> {
  await b.driver.executeScript(AXE);
  const found = await b.driver.executeAsyncScript<Violation[]>(
    "const done = arguments[1]; axe.run(document, { runOnly: arguments[0] ?? ['wcag2a', " +
      "'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] }).then((r) => done(r.violations))",
    rules,
  );
  return found
    .filter((v) => v.impact === "serious" || v.impact === "critical")
    .map(
      (v) =>
        `${v.id}: ${v.help}: ${v.nodes
          .map((n) => `${n.target.join(" ")} (${n.failureSummary?.split("\n")[1]?.trim() ?? ""})`)
          .slice(0, 3)
          .join("; ")}`,
    );
}
