import type { PaletteColour } from "@mossy/core/house/house";
import { setSessionField } from "@mossy/core/session/change";
import { itemInDetail } from "@mossy/core/session/item";
import { counted } from "@mossy/core/time/counted";
import type { Counting } from "@mossy/core/time/counted";
import { AT_START } from "@mossy/core/time/laneRows";
import { Trash2 } from "lucide-react";
import type { Workpiece } from "../documents/workpiece.ts";
import { OneItem } from "../items/oneItem.tsx";
import { LanesField } from "../session/lanesField.tsx";
import { Button, Key } from "../ui/button.tsx";
import { takenAway } from "./edits.ts";
import { laneName } from "./drawLane.ts";
import { FORMS } from "./laneForms.tsx";
import { foundIn } from "./shown.ts";
import type { Picked, Shown } from "./shown.ts";

/** What is chosen, to be set; where nothing is, which lanes there are and which keys help. */
export function TimeSide({
  shown,
  picked,
  counting,
  palette,
  work,
  onPick,
}: {
  shown: Shown;
  picked: Picked | null;
  counting: Counting;
  palette: readonly PaletteColour[];
  work: Workpiece | null;
  onPick: (picked: Picked | null) => void;
}) {
  const { session } = shown;
  const found = foundIn(shown, picked);
  if (!picked || !found)
    return (
      <section aria-label="Lanes" className="flex flex-col gap-4 p-4">
        <LanesField
          lanes={session.lanes}
          onChange={work && ((lanes) => work.edit([setSessionField(session, "lanes", lanes)], "lanes"))}
        />
        <Hints may={work !== null} />
      </section>
    );
  const title = "on" in found ? laneName(found.on.lane) : found.row.track.name;
  const name = ("on" in found ? found.on.name : found.laid.item.name) || "no name";
  const fixed = "on" in found && found.on.id === AT_START;
  return (
    <section aria-label="Chosen in time" className="flex flex-col gap-3 p-4" data-chosen>
      <header className="flex items-start gap-2">
        <span className="min-w-0 flex-1">
          <span className="block truncate text-xs text-ink-2">{title}</span>
          <h2 className="truncate font-semibold">{name}</h2>
        </span>
        {work && !fixed && (
          <Button
            small
            look="quiet"
            className="px-1.5"
            aria-label={`Take away ${name}`}
            onClick={() => {
              const change = takenAway(shown, picked);
              if (change) work.edit([change], `take away ${name}`);
              onPick(null);
            }}
          >
            <Trash2 size={14} aria-hidden />
          </Button>
        )}
      </header>
      {work ? (
        <Fields found={found} shown={shown} counting={counting} palette={palette} work={work} />
      ) : (
        <p className="text-sm">
          {"on" in found
            ? `From ${counted(found.on.from, counting)}` +
              (found.on.to === null ? "" : ` to ${counted(found.on.to, counting)}`)
            : itemInDetail(found.laid.item)}
        </p>
      )}
      {fixed && work && <p className="text-xs text-ink-2">It holds from the start of the session.</p>}
    </section>
  );
}

function Fields({
  found,
  shown,
  counting,
  palette,
  work,
}: {
  found: NonNullable<ReturnType<typeof foundIn>>;
  shown: Shown;
  counting: Counting;
  palette: readonly PaletteColour[];
  work: Workpiece;
}) {
  const { session } = shown;
  if ("laid" in found)
    return (
      <OneItem
        key={`${found.row.track.id} ${found.laid.item.id}`}
        session={session}
        track={found.row.track}
        item={found.laid.item}
        work={work}
      />
    );
  const Form = FORMS[found.on.lane];
  return (
    <Form
      key={`${found.on.lane} ${found.on.id}`}
      session={session}
      on={found.on}
      counting={counting}
      palette={palette}
      work={work}
    />
  );
}

function Hints({ may }: { may: boolean }) {
  return (
    <ul className="flex flex-col gap-1.5 text-sm text-ink-2">
      <li>Click something to see it whole; click beside it to stand there.</li>
      {may && (
        <li>
          <Key>T</Key> puts a marker where you stand. Drag what stands there, or its end.
        </li>
      )}
      <li>
        In the drawing the arrows go from one to the next
        {may ? "; with Shift they move it, with Ctrl its end." : "."}
      </li>
      <li>
        <Key>+</Key> <Key>-</Key> <Key>0</Key> closer, farther, all of it.
      </li>
    </ul>
  );
}
