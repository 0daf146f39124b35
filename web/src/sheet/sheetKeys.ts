import type { KeyHint } from "../ui/shortcutDialog.tsx";

/** What the keys do while the sheet has the focus, for the list of shortcuts. */
export const SHEET_KEYS: readonly KeyHint[] = [
  { keys: "↑ ↓ PgUp PgDn Home End", says: "Walk the tracks" },
  { keys: "← →", says: "Walk the cells; open and close a folder" },
  { keys: "Enter", says: "Type into the cell" },
  { keys: "F2", says: "Rename the track" },
  { keys: "Shift+↑ ↓", says: "Choose a range; Shift+click as well" },
  { keys: "Ctrl+click", says: "Choose one more or one fewer" },
  { keys: "Ctrl+A", says: "Choose all" },
  { keys: "Esc", says: "Choose only one; leave what is typed" },
  { keys: "Ctrl+C Ctrl+X Ctrl+V", says: "Copy, cut, paste tracks with their routing" },
  { keys: "Delete", says: "Take out what is chosen" },
];
