import { blankInstalled } from "@mossy/core/devices/installed";
import type { Installed } from "@mossy/core/devices/installed";
import type { Substitute } from "@mossy/core/devices/substitutes";

const EQ_VALUES = ["Low-cut", "High-cut", "Frequency", "Gain", "Q", "Air"];
const REEDBED = { maker: "Reedbed", format: "CLAP" };
const reedbedEq = (version: string): Installed =>
  blankInstalled("Reedbed EQ", {
    ...REEDBED,
    identifier: "reedbed.eq",
    version,
    kind: "EQ",
    load: 0.4,
    memory: 12,
    knows: EQ_VALUES,
  });
const reedbedHall = (version: string): Installed =>
  blankInstalled("Reedbed Hall", {
    ...REEDBED,
    identifier: "reedbed.hall",
    version,
    kind: "Reverb",
    load: 3.5,
    memory: 220,
    knows: ["Time", "Pre-delay", "Size"],
  });
const cockleComp = (version: string): Installed =>
  blankInstalled("Cockle Compressor", {
    maker: "Cockle Row",
    format: "CLAP",
    identifier: "cocklerow.comp",
    version,
    kind: "Compressor",
    load: 0.6,
    memory: 8,
    knows: ["Ratio", "Threshold", "Attack", "Release"],
  });
const wrackSampler: Installed = blankInstalled("Wrack Sampler", {
  maker: "Wrackline",
  format: "CLAP",
  identifier: "wrackline.sampler",
  version: "4.0",
  sort: "instrument",
  kind: "Instrument",
  load: 2.2,
  memory: 640,
});
const pansLibrary: Installed = blankInstalled("Pans of the Bay", {
  maker: "Wrackline",
  version: "1.2",
  sort: "library",
  kind: "Instrument",
  memory: 3100,
});
const builtIn = (name: string, kind: string, knows: string[]): Installed =>
  blankInstalled(name, { kind, load: 0.2, memory: 2, knows, version: "1.8" });

/** What is installed in the rooms of Saltmarsh, as their stations told it so many days ago. */
export const demoInstalled: readonly {
  readonly room: string;
  readonly by: string;
  readonly days: number;
  readonly devices: readonly Installed[];
}[] = [
  {
    room: "pan-yard",
    by: "marram",
    days: 9,
    devices: [
      reedbedEq("2.3"),
      reedbedHall("1.4"),
      cockleComp("3.1"),
      wrackSampler,
      pansLibrary,
      blankInstalled("Cockle Gate", {
        maker: "Cockle Row",
        format: "CLAP",
        version: "3.0",
        kind: "Gate",
        load: 0.3,
      }),
    ],
  },
  {
    room: "story-tent",
    by: "wren",
    days: 31,
    devices: [
      reedbedEq("2.1"),
      cockleComp("3.1"),
      blankInstalled("Cockle De-esser", {
        maker: "Cockle Row",
        format: "CLAP",
        version: "3.0",
        kind: "De-esser",
        load: 0.5,
      }),
      builtIn("Booth EQ", "EQ", ["Low-cut", "High-cut"]),
    ],
  },
  {
    room: "loft",
    by: "marram",
    days: 5,
    devices: [reedbedEq("2.3"), reedbedHall("1.3"), cockleComp("3.1"), wrackSampler, pansLibrary],
  },
  {
    room: "ferry-van",
    by: "tamsin",
    days: 2,
    devices: [
      builtIn("Field EQ", "EQ", ["Low-cut", "Frequency", "Gain", "Q"]),
      builtIn("Field Compressor", "Compressor", ["Ratio", "Threshold"]),
      builtIn("Field Gate", "Gate", ["Threshold"]),
      builtIn("Field Reverb", "Reverb", ["Time"]),
    ],
  },
];

const of = (name: string, maker: string, format: string, identifier: string) => ({
  name,
  maker,
  format,
  identifier,
});

/** What may stand for what at Saltmarsh. */
export const demoSubstitutes: readonly Substitute[] = [
  {
    of: null,
    kind: "EQ",
    room: "ferry-van",
    by: [{ device: of("Field EQ", "", "", ""), values: null }],
  },
  {
    of: null,
    kind: "Reverb",
    room: null,
    by: [
      { device: of("Reedbed Hall", "Reedbed", "CLAP", "reedbed.hall"), values: null },
      { device: of("Field Reverb", "", "", ""), values: [{ name: "Time", value: "1.8 s" }] },
    ],
  },
];
