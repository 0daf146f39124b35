import type { Chain } from "@mossy/contract/chains";
import type { Processor } from "@mossy/core/session/processor";
import { LEFT, Paper, RIGHT } from "./paper.ts";

/** Values stand beside each other in so many columns. */
const COLUMNS = 3;
const ROW = 13;

/**
 * Chains of the shelf as sheets to set devices by: of each the latest version, processor by processor in the
 * order of the signal, with every value.
 */
export function chainsPdf(chains: readonly Chain[], house: string, made: Date): Promise<Uint8Array> {
  const [only] = chains;
  const paper = new Paper(chains.length === 1 && only ? `Chain, ${only.name}` : `Chains, ${house}`, made);
  chains.forEach((chain, n) => {
    if (n > 0) paper.page();
    drawChain(paper, chain, house);
  });
  if (chains.length === 0) paper.say("There is no chain on the shelf yet.", { size: 12 });
  return paper.done();
}

function drawChain(paper: Paper, { name, versions }: Chain, house: string): void {
  const [latest] = versions;
  if (!latest) return;
  paper.say(name, { face: "bold", size: 17 });
  const when = new Date(latest.at).toLocaleDateString("en-GB", {
    day: "numeric",
    month: "long",
    year: "numeric",
  });
  paper.say(`${house} · version ${latest.version} · ${latest.by.name}, ${when}`, { size: 9 });
  if (latest.note !== "") paper.say(latest.note, { size: 10.5 });
  paper.gap(6);
  latest.processors.forEach((p, n) => drawProcessor(paper, p, n + 1));
}

function drawProcessor(paper: Paper, p: Processor, n: number): void {
  const rows = Math.ceil(p.values.length / COLUMNS);
  paper.room(26 + Math.min(6, rows) * ROW);
  paper.rule();
  paper.say(`${n}. ${p.device?.name ?? p.kind}`, { face: "bold", size: 12 });
  const said = [
    ...(p.device === null ? [] : [p.kind, p.device.maker, p.device.format, p.device.identifier]),
    p.before ? "before the recording" : "",
    p.bypassed ? "bypassed" : "",
    p.width === null ? "" : `passes on ${p.width}`,
  ].filter((s) => s !== "");
  if (said.length > 0) paper.say(said.join(" · "), { size: 9 });
  const width = (RIGHT - LEFT) / COLUMNS;
  for (let row = 0; row < rows; row++) {
    paper.room(ROW);
    // From the top down in each column, as one reads a device.
    for (let column = 0; column < COLUMNS; column++) {
      const value = p.values[column * rows + row];
      if (!value) continue;
      const x = LEFT + column * width;
      paper.put(value.name, x, paper.y, width * 0.55, { size: 9 });
      paper.put(value.value, x + width * 0.57, paper.y, width * 0.4, { face: "mono", size: 9 });
    }
    paper.y += ROW;
  }
  paper.gap(8);
}
