import { SaxesParser } from "saxes";

/** Attributes by which one element of a project leads to another (from memory). */
const LEADS = new Set(["track", "parameter", "destination", "reference", "channel", "device", "target"]);

/** A place in a project that leads to another one by its id. */
export interface Mention {
  readonly attribute: string;
  readonly id: string;
  /** Where the element that says so begins and ends, in characters. */
  readonly from: number;
  to: number;
}

/** Everything in a project that leads to something else by an id, whatever it stands in. */
export function mentionsIn(text: string): Mention[] {
  const found: Mention[] = [];
  const open: Mention[][] = [];
  const parser = new SaxesParser({ xmlns: false, position: true });
  let from = 0;
  parser.on("opentagstart", () => {
    from = text.lastIndexOf("<", parser.position - 1);
  });
  parser.on("opentag", ({ attributes }) => {
    const here = Object.entries(attributes)
      .filter(([name]) => LEADS.has(name))
      .map(([attribute, id]) => ({ attribute, id, from, to: from }));
    found.push(...here);
    open.push(here);
  });
  parser.on("closetag", () => {
    for (const m of open.pop() ?? []) m.to = parser.position;
  });
  parser.write(text).close();
  return found;
}

/** Elements that hold nothing of the job by themselves. */
const HOLDERS = new Set(["Lanes", "Clips", "Points", "Target", "Notes", "ClipSlot", "Markers", "Warps"]);

/** Whether a piece of a project is only made of what could hold something. */
export const isHollow = (text: string): boolean =>
  [...text.matchAll(/<([A-Za-z_][\w.:-]*)/g)].every(([, name]) => HOLDERS.has(name ?? ""));

/** The ids that are given in a piece of a project. */
export const idsIn = (text: string): string[] =>
  [...text.matchAll(/\sid\s*=\s*(?:"([^"]*)"|'([^']*)')/g)].map((m) => m[1] ?? m[2] ?? "");
