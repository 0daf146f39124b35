import { clsx } from "clsx";
import { NavLink } from "react-router";

/** Views of the same thing, each with its own address. */
export function Views({
  label,
  views,
}: {
  label: string;
  views: readonly { readonly to: string; readonly name: string; readonly end?: boolean }[];
}) {
  return (
    <nav aria-label={label} className="inline-flex w-fit max-w-full flex-wrap rounded-md bg-sunk p-[3px]">
      {views.map((v) => (
        <NavLink
          key={v.to}
          to={v.to}
          end={v.end ?? true}
          className={({ isActive }) =>
            clsx(
              "rounded-sm py-[3px] text-sm font-semibold min-[1400px]:px-2.5",
              // Very many still stand in one line with what is beside them.
              views.length > 10 ? "px-1.5" : "px-2",
              isActive ? "bg-surface text-ink shadow-sm" : "text-ink-2 hover:text-ink",
            )
          }
        >
          {v.name}
        </NavLink>
      ))}
    </nav>
  );
}

/** One of a few choices, side by side. */
export function Choice<T extends string>({
  label,
  value,
  choices,
  onChoose,
}: {
  label: string;
  value: T;
  choices: readonly (readonly [value: T, name: string])[];
  onChoose: ((value: T) => void) | null;
}) {
  return (
    <div
      role="group"
      aria-label={label}
      className="inline-flex w-fit max-w-full flex-wrap rounded-md bg-sunk p-[3px]"
    >
      {choices.map(([v, name]) => (
        <button
          key={v}
          type="button"
          aria-pressed={v === value}
          disabled={!onChoose && v !== value}
          onClick={() => {
            onChoose?.(v);
          }}
          className={clsx(
            "rounded-sm px-3 py-[3px] text-sm font-semibold",
            v === value ? "bg-surface text-ink shadow-sm" : "text-ink-2 hover:text-ink",
          )}
        >
          {name}
        </button>
      ))}
    </div>
  );
}
