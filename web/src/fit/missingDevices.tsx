import type { FitLook } from "@mossy/contract/sessions";
import { deviceKey, inWords } from "@mossy/core/devices/installed";
import { DEED_DONE } from "@mossy/core/devices/missing";
import type { DeviceChoice } from "@mossy/core/devices/missing";
import type { Session } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import { Button } from "../ui/button.tsx";
import { PickOne } from "../ui/chooser.tsx";
import type { Fitting } from "./useFitting.ts";

type Missing = FitLook["missing"][number];
const WHY = {
  house: "as the house says",
  "other-format": "the same in another format",
  "same-kind": "same kind",
} as const;

/** Devices the template asks for that are not installed here; each is decided once, for all its tracks. */
export function MissingDevices({ look, fitting }: { look: FitLook; fitting: Fitting }) {
  const { devices } = fitting.begun.choices;
  return (
    <MissingList
      missing={look.missing}
      session={look.session}
      onDecide={(choices) => {
        const also = new Set(choices.map((c) => deviceKey(c.of)));
        fitting.choose({ devices: [...devices.filter((c) => !also.has(deviceKey(c.of))), ...choices] });
      }}
      onAgain={(of) =>
        fitting.choose({ devices: devices.filter((c) => deviceKey(c.of) !== deviceKey(of)) })
      }
    />
  );
}

/** Devices that are not installed somewhere, each with what may stand for it, decided once for all its tracks. */
export function MissingList({
  missing,
  session,
  onDecide,
  onAgain,
}: {
  missing: readonly Missing[];
  session: Session;
  /** Null for whoever only looks. */
  onDecide: ((choices: readonly DeviceChoice[]) => void) | null;
  onAgain: (of: Missing["device"]) => void;
}) {
  if (missing.length === 0) return null;
  const open = missing.filter((m) => m.decided === null && m.stands.length > 0);
  const replace = (m: Missing): DeviceChoice[] => {
    const [first] = m.stands;
    return first ? [{ of: m.device, do: "replace", by: plain(first.device) }] : [];
  };
  return (
    <section aria-label="Devices not installed here" className="card p-3.5">
      <div className="flex items-center justify-between gap-3 pb-1">
        <h2 className="font-semibold">Devices not installed here</h2>
        {onDecide && open.length > 1 && (
          <Button small onClick={() => onDecide(open.flatMap(replace))}>
            Replace all
          </Button>
        )}
      </div>
      <ul>
        {missing.map((m) => (
          <MissingOne
            key={deviceKey(m.device)}
            of={m}
            session={session}
            onDecide={onDecide && ((what, by) => onDecide([{ of: m.device, do: what, by }]))}
            onAgain={() => onAgain(m.device)}
          />
        ))}
      </ul>
    </section>
  );
}

const plain = ({ maker, name, format, identifier }: Missing["device"]): Missing["device"] => ({
  maker,
  name,
  format,
  identifier,
});

function MissingOne({
  of: m,
  session,
  onDecide,
  onAgain,
}: {
  of: Missing;
  session: Session;
  onDecide: ((what: DeviceChoice["do"], by: Missing["device"] | null) => void) | null;
  onAgain: () => void;
}) {
  const names = session.tracks.filter((t) => m.tracks.includes(t.id)).map((t) => t.name);
  const [first, ...rest] = m.stands;
  const name = inWords(m.device);
  return (
    <li className="border-t border-line py-2 text-sm">
      <span className="flex items-baseline justify-between gap-2">
        <span className="min-w-0 truncate font-semibold">{name}</span>
        <span className="whitespace-nowrap text-ink-2">{m.kind}</span>
      </span>
      <details>
        <summary className="text-ink-2">on {plural(m.tracks.length, "track")}</summary>
        <p className="py-1 font-mono text-xs">{names.join(", ")}</p>
      </details>
      {m.decided && <Decided of={m} onAgain={onAgain} />}
      {!m.decided && onDecide && (
        <div className="flex flex-wrap items-center gap-1.5 pt-1.5">
          {first && (
            <span className="w-full">
              <Button small onClick={() => onDecide("replace", plain(first.device))}>
                Replace by {inWords(first.device)}
              </Button>
              <span className="block pt-0.5 text-xs text-ink-2">
                {WHY[first.why]}
                {losesInWords(first)}
              </span>
            </span>
          )}
          {rest.length > 0 && (
            <PickOne
              small
              aria-label={`Replace ${name} by`}
              says="by another…"
              options={rest.map((s) => [
                deviceKey(s.device),
                `${inWords(s.device)}, ${WHY[s.why]}${losesInWords(s)}`,
              ])}
              onPick={(key) => {
                const stand = rest.find((s) => deviceKey(s.device) === key);
                if (stand) onDecide("replace", plain(stand.device));
              }}
            />
          )}
          <Button small look="quiet" aria-label={`Bypass ${name}`} onClick={() => onDecide("bypass", null)}>
            Bypass
          </Button>
          <Button
            small
            look="quiet"
            aria-label={`Leave out ${name}`}
            onClick={() => onDecide("leave-out", null)}
          >
            Leave out
          </Button>
          <Button small look="quiet" aria-label={`Keep ${name}`} onClick={() => onDecide("keep", null)}>
            Keep
          </Button>
        </div>
      )}
    </li>
  );
}

const losesInWords = ({ loses }: Missing["stands"][number]): string =>
  loses.length === 0 ? "" : `; does not know ${loses.join(", ")}`;

function Decided({ of: m, onAgain }: { of: Missing; onAgain: () => void }) {
  const { decided } = m;
  if (!decided) return null;
  const by = decided.by;
  const stand = by && m.stands.find((s) => deviceKey(s.device) === deviceKey(by));
  return (
    <p className="flex items-center gap-2 pt-1">
      <span className="min-w-0 flex-1">
        {DEED_DONE[decided.do]}
        {decided.do === "replace" && by ? ` by ${inWords(by)}` : ""}
        {stand ? losesInWords(stand) : ""}
      </span>
      <Button small look="quiet" aria-label={`Decide again: ${inWords(m.device)}`} onClick={onAgain}>
        Decide again
      </Button>
    </p>
  );
}
