import { ICONS } from "../ui/icons.ts";

/** Chooses an icon; null stands for "as the family". */
export function IconPick({ value, family, colour, onChoose }: { value: string | null; family: string | null; colour: string | null; onChoose: ((icon: string | null) => void) | null }) {
  return (
    <fieldset disabled={!onChoose}>
      <legend className="pb-1.5 text-xs font-semibold text-ink-2">Icon: <span className="text-ink">{value ?? "as the family"}</span></legend>
      <div className="flex flex-wrap gap-1">
        {Object.entries(ICONS).filter(([name]) => name !== "folder").map(([name, path]) => (
          <button key={name} type="button" aria-pressed={name === value} aria-label={name} title={name} onClick={() => { onChoose?.(name); }}
            className={`grid size-7 place-items-center rounded-sm border ${name === (value ?? family) ? "border-ink" : "border-line hover:bg-sunk"}`}>
            <svg aria-hidden width={16} height={16} viewBox="0 0 24 24"><path d={path} fill={name === (value ?? family) ? colour ?? "currentColor" : "var(--ink-2)"} fillRule="evenodd" /></svg>
          </button>
        ))}
      </div>
      {family !== null && value !== null && onChoose && <button type="button" className="mt-1.5 text-sm font-semibold text-moss hover:underline" onClick={() => { onChoose(null); }}>Back to the family's icon</button>}
    </fieldset>
  );
}
