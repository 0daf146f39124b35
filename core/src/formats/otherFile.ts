/** How a kind of file begins, what it is, and what would help whoever has it. */
type Kind = readonly [begins: RegExp, what: string, helps: string];

const SESSION = "Hand in the session file (.dawproject) the workstation saves.";
const UNPACK = "Unpack it and send the session file in it.";
const RECORDING = "Recordings belong into the session file, or lie beside it. Send the session file.";
const LIST =
  "A list of tracks starts a template (Library, New template, A file); what a room hands in is its session file.";

const KINDS: readonly Kind[] = [
  [/^%PDF/, "a PDF", "Nothing can be read back from paper. Send the session file itself."],
  [/^(\x89PNG|\xff\xd8\xff|GIF8|BM|II\*\0|MM\0\*)/, "a picture", SESSION],
  [
    /^(RIFF|RF64|BW64)[\s\S]{4}WAVE|^FORM[\s\S]{4}AIF[FC]|^(fLaC|OggS|ID3|\xff[\xfb\xf3\xf2])/,
    "a recording",
    RECORDING,
  ],
  [/^MThd|^RIFF[\s\S]{4}RMID/, "a MIDI file", LIST],
  [/^([^ -~]\x8b|7z\xbc\xaf|Rar!|BZh|\xfd7zXZ)/, "packed in another way than as a ZIP", UNPACK],
  [/^[\s\S]{257}ustar/, "a tar archive", UNPACK],
  [/^\xd0\xcf[^ -~]\xe0/, "a document of an older office program", LIST],
  [/^\{\\rtf/, "a text document", LIST],
  [/^(\xef\xbb\xbf)?\s*[[{]/, "a JSON document", SESSION],
  [
    /^(\xef\xbb\xbf)?\s*<(\?xml|Project|!--)/,
    "XML by itself",
    "The project alone is no session file: send the whole file (.dawproject) it was taken from.",
  ],
  [/^[\t\r\n\x20-\x7e\x80-\xff]+$/, "a text", LIST],
];

/** So much of a file tells what it is. */
export const BEGINNING = 512;

/**
 * What a file is that is no session file, and what would help, in a sentence or two; null where nobody can
 * tell.
 * @param bytes how it begins
 */
export function otherFile(bytes: Uint8Array): string | null {
  const text = String.fromCharCode(...bytes.subarray(0, BEGINNING));
  const kind = KINDS.find(([begins]) => begins.test(text));
  return kind ? `This is ${kind[1]}, no session file. ${kind[2]}` : null;
}

/** The same of a ZIP, by what it holds. */
export function otherZip(names: ReadonlySet<string>): string | null {
  if (names.has("xl/workbook.xml")) return `This is a spreadsheet, no session file. ${LIST}`;
  if (names.has("word/document.xml")) return `This is a text document, no session file. ${LIST}`;
  if (names.has("mimetype") && names.has("content.xml"))
    return `This is a document of an office program, no session file. ${LIST}`;
  return names.has("[Content_Types].xml") ? `This is an office document, no session file. ${LIST}` : null;
}
