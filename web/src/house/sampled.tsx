import type { House } from "@mossy/core/house/house";
import { articulationWords } from "@mossy/core/house/style";
import { LimitsForm } from "../session/limitsForm.tsx";

/** What the house asks of tracks of sampled instruments, where a template says nothing else. */
export function Sampled({ house, onChange }: { house: House; onChange: ((next: House) => void) | null }) {
  return (
    <section aria-label="Sampled instruments" className="max-w-xl p-4">
      <LimitsForm
        of={house.sampled}
        words={articulationWords(house)}
        onChange={onChange && ((sampled) => onChange({ ...house, sampled }))}
      />
      <p className="mt-3 text-sm text-ink-2">
        One offset brings every articulation of a track into time. Those further apart than may be get
        tracks of their own, and so do those that must sound out.
      </p>
    </section>
  );
}
