import type { Corrected } from "@mossy/contract/sessions";
import { CORRECTION_ENDING } from "@mossy/core/formats/exchange/correctionForm";
import { inSize } from "@mossy/core/formats/bytes";
import { useQuery } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { Button } from "../ui/button.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { Trouble } from "../ui/states.tsx";
import { later } from "../wire/laterQueries.ts";

/** What goes back to the room: what of its file is other, what stays as it came, what could not be done. */
export function GoesBack({ checkIn, revision }: { checkIn: string; revision: number | null }) {
  const { data, error } = useQuery({
    ...later.correction(checkIn, revision ?? 0),
    enabled: revision !== null,
    // While something is put right the last answer stays.
    placeholderData: (last) => last,
  });
  return (
    <section aria-label="What goes back" className="card p-3.5 text-sm">
      <h2 className="pb-2 text-base font-semibold">What goes back</h2>
      <Trouble error={error} />
      {data && <Told corrected={data} />}
    </section>
  );
}

const counted = (n: number, one: string, many: string): string =>
  `${n.toLocaleString("en")} ${n === 1 ? one : many}`;

function Told({ corrected: { correction, untouched, missing } }: { corrected: Corrected }) {
  const places = correction.entries.reduce(
    (sum, { change }) => sum + ("edits" in change ? change.edits.length : 0),
    0,
  );
  return (
    <>
      <p>
        {places === 0
          ? "The file that came, as it came, with what the house knows of it beside."
          : `The file that came, with ${counted(places, "place", "places")} in it put right.`}
      </p>
      {untouched.many > 0 && (
        <p className="mt-1 text-ink-2">
          {counted(untouched.many, "other part", "other parts")} of it ({inSize(untouched.bytes)}), clips,
          curves and all else stay byte for byte.
        </p>
      )}
      {correction.says.length > 0 && (
        <ul className="mt-2 flex flex-col gap-1.5">
          {correction.says.map((says) => (
            <li key={says} className="rounded-sm bg-lantern-soft px-2 py-1 text-lantern">
              {says}
            </li>
          ))}
        </ul>
      )}
      {missing > 0 && (
        <div className="mt-2 flex flex-col items-start gap-2 border-t border-line pt-2">
          <p>
            It came without {counted(missing, "recording", "recordings")} it speaks of. Where they lie, this
            list puts the whole file right:
          </p>
          <Button
            small
            onClick={() =>
              saveAs(
                correction.fileName.replace(/\.[^.]*$/, "") + CORRECTION_ENDING,
                "application/json",
                JSON.stringify(correction),
              )
            }
          >
            <Download size={14} aria-hidden /> List of edits
          </Button>
          <code className="font-mono text-xs text-ink-2">npm run station -- apply LIST FILE</code>
        </div>
      )}
    </>
  );
}
