/** So many of what is left to decide are said. */
const SAID = 4;

/** What only a person can decide in a session, in sentences; nothing where there is none. */
export function LeftToDecide({ title, left }: { title: string; left: readonly string[] }) {
  if (left.length === 0) return null;
  return (
    <ul
      aria-label={`For somebody to decide in ${title}`}
      className="rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm text-lantern"
    >
      {left.slice(0, SAID).map((l) => (
        <li key={l}>{l}</li>
      ))}
      {left.length > SAID && <li>and {left.length - SAID} more</li>}
    </ul>
  );
}
