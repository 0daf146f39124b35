/** What something says, a sentence a line. */
export function Sentences({ said, label }: { said: readonly string[]; label: string }) {
  return (
    <ul aria-label={label} className="text-sm">
      {said.map((c) => (
        <li key={c} className="border-t border-line py-1.5 [overflow-wrap:anywhere]">
          {c}
        </li>
      ))}
    </ul>
  );
}
