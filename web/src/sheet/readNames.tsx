import { planHouse } from "@mossy/core/house/plan";
import type { Style } from "@mossy/core/house/style";
import type { Session } from "@mossy/core/session/document";
import { Button } from "../ui/button.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import { roleInWords } from "./rowWords.ts";
import type { NewName } from "@mossy/core/sheet/typed";

type Line = NewName;

/** Whether a name could be a role, but not for sure. */
const doubted = (l: Line): boolean =>
  l.track.kind !== "folder" && !l.reading.sure && l.reading.role !== null;

/** What the house makes of names that were typed, line by line; doubts are asked. */
export function ReadNames({
  style,
  lines,
  after,
  onAgree,
}: {
  style: Style;
  lines: readonly Line[];
  after: Session;
  onAgree: (name: string) => void;
}) {
  const made = new Map(after.tracks.map((t) => [t.id, t]));
  const { wanted } = planHouse(style, after);
  const folderOf = (id: string): string => made.get(made.get(id)?.parent ?? "")?.name ?? "no folder";
  const nameOf = ({ track, reading }: Line): string =>
    reading.sure ? (wanted.get(track.id)?.name ?? made.get(track.id)?.name ?? track.name) : track.name;
  const saysOf = (l: Line): string =>
    l.track.kind === "folder"
      ? made.has(l.track.id)
        ? `folder → ${folderOf(l.track.id)}`
        : "folder that is there already"
      : l.reading.sure
        ? `${roleInWords(style, l.track)} → ${folderOf(l.track.id)}`
        : l.reading.role === null
          ? "unread; added as typed"
          : `perhaps ${roleInWords(style, l.reading)}; else added as typed`;

  return (
    <ul
      aria-label="What the house makes of them"
      tabIndex={0}
      className="min-h-0 flex-1 overflow-y-auto border-t border-line"
    >
      {lines.map((l) => (
        <NameRow
          key={l.track.id}
          style={style}
          line={l}
          name={nameOf(l)}
          says={saysOf(l)}
          onAgree={() => onAgree(l.line.name)}
        />
      ))}
    </ul>
  );
}

function NameRow({
  style,
  line: l,
  name,
  says,
  onAgree,
}: {
  style: Style;
  line: Line;
  name: string;
  says: string;
  onAgree: () => void;
}) {
  return (
    <li className="flex items-start gap-2 border-b border-line py-1.5">
      <Tile colour={l.track.colour} icon={l.track.icon} size={20} />
      <span className="min-w-0 flex-1">
        <span className="block truncate font-mono text-sm font-semibold">{name}</span>
        <span className="block text-xs text-ink-2">{says}</span>
      </span>
      {doubted(l) && (
        <Button
          small
          aria-label={`Yes, it is ${roleInWords(style, l.reading)}: ${l.line.name}`}
          onClick={onAgree}
        >
          Yes, it is
        </Button>
      )}
      {l.track.kind !== "folder" && !doubted(l) && (
        <Pill look={l.reading.sure ? "ok" : "look"}>{l.reading.sure ? "sure" : "unread"}</Pill>
      )}
    </li>
  );
}
