import { dissolve } from "@mossy/core/sheet/folders";
import { goToFinding, moveChosen, remarkOn, takeOutChosen, wrapChosen } from "./acts.ts";
import type { Bench } from "./bench.ts";
import { fileAddress } from "../wire/ask.ts";
import { VIEW_ADDRESSES } from "./addresses.ts";

/** Something one can do at the workbench: by its key, by a button, or by typing what it says. */
export interface Command {
  /** Empty where it has no key. */
  readonly keys: string;
  readonly says: string;
  /** Whether it can be done now. */
  readonly when: (b: Bench) => boolean;
  readonly run: (b: Bench) => void;
}

const always = (): boolean => true;
const may = (b: Bench): boolean => b.may;
const some = (b: Bench): boolean => b.may && b.ids.length > 0;
const here = (b: Bench): boolean => some(b) && b.selection.at !== null;
const inFolder = (b: Bench): boolean => b.may && b.track?.kind === "folder";
const drawn = (b: Bench): boolean => b.view === "sheet";

/**
 * Everything that can be done at the workbench. A new command is one entry; buttons name it, the list of
 * shortcuts and the command field have it.
 */
export const COMMANDS = {
  add: {
    keys: "A",
    says: "Add tracks",
    when: may,
    run: (b) => {
      b.setPasted("");
      b.setSide("add");
    },
  },
  put: {
    keys: "L",
    says: "Put in a part of another template",
    when: may,
    run: (b) => b.setSide("put"),
  },
  block: { keys: "K", says: "Put in a block", when: may, run: (b) => b.setSide("block") },
  makeBlock: {
    keys: "Shift+K",
    says: "Make a block of what is chosen",
    when: some,
    run: (b) => b.setSide("make"),
  },
  dress: { keys: "D", says: "Dress all", when: may, run: (b) => b.setSide("dress") },
  arrange: { keys: "R", says: "Arrange by the house", when: may, run: (b) => b.setSide("arrange") },
  undo: { keys: "Ctrl+Z", says: "Undo", when: may, run: (b) => b.work.undo() },
  redo: { keys: "Ctrl+Shift+Z", says: "Redo", when: may, run: (b) => b.work.redo() },
  publish: { keys: "P", says: "Publish", when: may, run: (b) => b.setSide("publish") },
  file: {
    keys: "",
    says: "Save the draft as a session file",
    when: (b) => b.state.saving === "saved",
    run: (b) => location.assign(fileAddress("templateFile", { template: b.template.id })),
  },
  templateFile: {
    keys: "",
    says: "Save the draft as a template file",
    when: (b) => b.state.saving === "saved",
    run: (b) =>
      location.assign(fileAddress("templateFile", { template: b.template.id }, { as: "template" })),
  },
  midiFile: {
    keys: "",
    says: "Save the draft's MIDI tracks as a MIDI file",
    when: (b) => b.state.saving === "saved" && b.session.tracks.some((t) => t.kind === "midi"),
    run: (b) => location.assign(fileAddress("templateFile", { template: b.template.id }, { as: "midi" })),
  },
  say: {
    keys: "E",
    says: "Say what to do with what is chosen",
    when: some,
    run: (b) => {
      b.setSide("track");
      b.setWish("say");
    },
  },
  wrap: { keys: "G", says: "Wrap in a folder", when: some, run: wrapChosen },
  dissolve: {
    keys: "U",
    says: "Take the folder away, keep what it holds",
    when: inFolder,
    run: ({ work, session, track }) =>
      track && void work.edit(dissolve(session, track.id), "dissolve a folder"),
  },
  takeOut: { keys: "", says: "Take out what is chosen", when: some, run: takeOutChosen },
  up: { keys: "Ctrl+ArrowUp", says: "Up", when: here, run: (b) => moveChosen(b, "up") },
  down: { keys: "Ctrl+ArrowDown", says: "Down", when: here, run: (b) => moveChosen(b, "down") },
  inside: {
    keys: "Ctrl+ArrowRight",
    says: "Into the folder before it",
    when: here,
    run: (b) => moveChosen(b, "in"),
  },
  outside: {
    keys: "Ctrl+ArrowLeft",
    says: "Out of its folder",
    when: here,
    run: (b) => moveChosen(b, "out"),
  },
  nextFinding: { keys: "N", says: "Next finding", when: always, run: (b) => goToFinding(b, 1) },
  lastFinding: { keys: "Shift+N", says: "Previous finding", when: always, run: (b) => goToFinding(b, -1) },
  remark: { keys: "M", says: "Make a remark", when: always, run: (b) => remarkOn(b, null) },
  findings: { keys: "", says: "To look at", when: always, run: (b) => b.setSide("findings") },
  compact: {
    keys: "C",
    says: "Compact rows, or not",
    when: always,
    run: (b) => b.setCompact(!b.compact),
  },
  find: { keys: "F", says: "Find a track", when: drawn, run: (b) => b.setWish("find") },
} as const satisfies Readonly<Record<string, Command>>;
export type CommandId = keyof typeof COMMANDS;

/** Going to a view, for who would rather type its name. */
const GO: readonly Command[] = VIEW_ADDRESSES.map(([address, name]) => ({
  keys: "",
  says: `Go to the ${name.toLowerCase()}`,
  when: always,
  run: (b) => b.goTo(address),
}));

/** What can be done now, in order. */
export function possible(bench: Bench): Command[] {
  return [...Object.values<Command>(COMMANDS), ...GO].filter((c) => c.when(bench));
}

/**
 * The commands that say what was typed: every word of it begins one of theirs. Those that begin with it
 * come first.
 */
export function saying(commands: readonly Command[], typed: string): Command[] {
  const wanted = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const fits = ({ says }: Command): boolean => {
    const words = says.toLowerCase().split(/[\s,]+/);
    return wanted.every((w) => words.some((word) => word.startsWith(w)));
  };
  const first = ({ says }: Command): number => (says.toLowerCase().startsWith(wanted.join(" ")) ? 0 : 1);
  return commands.filter(fits).sort((a, b) => first(a) - first(b));
}
