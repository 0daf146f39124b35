import { blankInsert, processor } from "@mossy/core/session/processor";
import type { Processor } from "@mossy/core/session/processor";

export interface DemoChain {
  readonly id: string;
  readonly name: string;
  readonly versions: readonly {
    readonly processors: readonly Processor[];
    readonly note: string;
    readonly by: string;
    /** Saved so many days ago. */
    readonly days: number;
  }[];
}

const REEDBED = { maker: "Reedbed", name: "Reedbed EQ", format: "CLAP", identifier: "reedbed.eq" };

/** A processor of the demo, in place but bypassed: "Compressor: Ratio 2:1, Attack 30 ms". */
export function inPlace(line: string): Processor {
  const [kind = "", values = ""] = line.split(": ");
  return processor.parse(
    blankInsert("x", kind, {
      device: kind === "EQ" ? REEDBED : null,
      bypassed: true,
      values: values
        .split(", ")
        .filter(Boolean)
        .map((v) => {
          const [name = "", ...rest] = v.split(" ");
          return { name, value: rest.join(" ") };
        }),
    }),
  );
}

/** The shelf of chains of Saltmarsh. The templates were laid out with the first versions. */
export const demoChains: readonly DemoChain[] = [
  {
    id: "pan-row",
    name: "Pan row",
    versions: [
      {
        processors: ["EQ", "Compressor"].map(inPlace),
        note: "In place for every row, switched on by ear",
        by: "marram",
        days: 170,
      },
      {
        processors: ["EQ: Low-cut 80 Hz", "Compressor: Ratio 2:1, Attack 30 ms"].map(inPlace),
        note: "Gentler, with where to begin",
        by: "tamsin",
        days: 20,
      },
    ],
  },
  {
    id: "kit-close",
    name: "Kit close",
    versions: [
      {
        processors: ["EQ", "Gate"].map(inPlace),
        note: "For every close microphone of the kit",
        by: "marram",
        days: 170,
      },
    ],
  },
  {
    id: "teller",
    name: "Teller",
    versions: [
      {
        processors: ["EQ", "Compressor"].map(inPlace),
        note: "A voice without a room",
        by: "wren",
        days: 150,
      },
      {
        processors: ["EQ", "Compressor", "De-esser"].map(inPlace),
        note: "The radio mic hisses",
        by: "wren",
        days: 41,
      },
    ],
  },
];
