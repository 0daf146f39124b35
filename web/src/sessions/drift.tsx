import { clsx } from "clsx";
import type { Cause, Origin } from "@mossy/core/check/causes";
import type { Finding } from "@mossy/core/check/rule";
import type { Style } from "@mossy/core/house/style";
import type { Session } from "@mossy/core/session/document";
import { useMemo } from "react";
import { BehindIt } from "../check/behindIt.tsx";
import { FindingActs } from "../check/card.tsx";
import { RolePicker } from "../words/rolePicker.tsx";
import { TITLE_OF } from "../check/titles.ts";
import { actsOn, putRightOf, sayRole } from "../check/useFindings.ts";
import type { Findings } from "../check/useFindings.ts";
import { Button } from "../ui/button.tsx";
import { Pill } from "../ui/pieces.tsx";
import { BeforeAfter } from "../ui/beforeAfter.tsx";
import { Empty } from "../ui/states.tsx";
import { Tile } from "../ui/tile.tsx";
import type { Workpiece } from "../documents/workpiece.ts";

interface DriftProps {
  readonly style: Style;
  readonly session: Session;
  readonly origin: Origin;
  readonly findings: Findings;
  readonly edition: number;
  readonly release: number;
  readonly work: Workpiece | null;
  readonly onShow: (track: string) => void;
  /** Somebody wants to say something about a finding. */
  readonly onRemark: (finding: Finding) => void;
}

const AREAS = [
  ["release", "Against the release it started from"],
  ["signal", "Where signal goes"],
  ["style", "Against the house style"],
] as const;

/**
 * What is off in a session that came back: first what its room changed, then what a later edition asks,
 * then what went out like that.
 */
export function Drift(props: DriftProps) {
  const { findings, edition, release, origin, work, style } = props;
  if (findings.all.length === 0) {
    return (
      <Empty title="Nothing is off">
        This session follows the house and the release it started from. Download the corrected file and send
        it back to the room.
      </Empty>
    );
  }
  const of = (cause: Cause): Finding[] =>
    findings.all.filter((f) => (findings.causes.get(f.id) ?? "room") === cause);
  const room = of("room");
  const later = (cause: Cause, title: string, says: string) => {
    const list = of(cause);
    const sure = list.some((f) => !f.kept && f.fix?.sure);
    return list.length === 0 ? null : (
      <Group
        {...props}
        title={title}
        says={says}
        findings={list}
        onAll={sure && work ? () => putRightOf(work, style, origin, cause) : null}
      />
    );
  };
  const asked = of("edition").filter((f) => !f.kept).length;
  return (
    <>
      {room.length === 0 && (
        <p className="border-b border-line px-3.5 py-3 text-sm text-ink-2">
          The room changed nothing that is off.
        </p>
      )}
      {AREAS.map(([area, title]) => (
        <Group key={area} {...props} title={title} findings={room.filter((f) => f.area === area)} />
      ))}
      {later(
        "edition",
        `Edition ${edition} asks for ${asked === 1 ? "one thing" : `${asked} things`} here`,
        "The session went out before it. Nobody in the room changed anything for this.",
      )}
      {later(
        "release",
        `Off in release ${release} already`,
        "It went out like that: better mended in the template.",
      )}
    </>
  );
}

interface GroupProps extends DriftProps {
  readonly title: string;
  readonly says?: string;
  readonly onAll?: (() => void) | null;
}

function Group({
  title,
  says,
  findings,
  onAll = null,
  ...rest
}: Omit<GroupProps, "findings"> & { readonly findings: readonly Finding[] }) {
  const { origin, session } = rest;
  const tracks = useMemo(
    () => new Map([...origin.baseline.tracks, ...session.tracks].map((t) => [t.id, t])),
    [origin, session],
  );
  if (findings.length === 0) return null;
  const left = findings.filter((f) => !f.kept).length;
  return (
    <section aria-label={title}>
      <header
        className={clsx(
          "sticky top-0 z-10 flex items-center gap-2 border-b border-line bg-surface px-3.5 py-2",
        )}
      >
        <h2 className="text-sm font-semibold">{title}</h2>{" "}
        <Pill look={left > 0 ? "look" : "ok"}>{left}</Pill>
        {says !== undefined && (
          <span className="min-w-0 flex-1 truncate text-sm text-ink-2" title={says}>
            {says}
          </span>
        )}
        {onAll && (
          <Button small onClick={onAll}>
            Put these right
          </Button>
        )}
      </header>
      <ul>
        {findings.map((f) => (
          <Line
            key={f.id}
            {...rest}
            finding={f}
            track={f.track === null ? undefined : tracks.get(f.track)}
          />
        ))}
      </ul>
    </section>
  );
}

type Track = Session["tracks"][number];
const HEAD = { broken: "text-brick", look: "text-lantern", note: "text-tide" } as const;

function Line({
  style,
  session,
  finding: f,
  track: t,
  work,
  onShow,
  onRemark,
}: Omit<DriftProps, "findings"> & { readonly finding: Finding; readonly track: Track | undefined }) {
  const asks = f.rule === "name-unreadable" || (f.rule === "name-off-pattern" && f.fix?.sure === false);
  const there = t && session.tracks.some((x) => x.id === t.id);
  return (
    <li
      data-rule={f.rule}
      className={clsx(
        "grid grid-cols-[26px_minmax(0,1fr)_minmax(0,240px)] items-start gap-3 border-b",
        "border-line px-3.5 py-2.5",
        f.kept && "opacity-80",
      )}
    >
      {t ? <Tile colour={t.colour} icon={t.icon} /> : <Tile colour="#38423b" icon="bus" />}
      <div className="min-w-0">
        <p className="text-sm">
          <span className={`mr-1.5 font-semibold ${f.kept ? "text-ink-2" : HEAD[f.weight]}`}>
            {TITLE_OF.get(f.rule)}
          </span>{" "}
          {f.says}
        </p>
        <p className="text-sm text-ink-2">
          {f.because}
          {t && <BehindIt style={style} session={session} rule={f.rule} track={t} />}
          {there && (
            <>
              {" "}
              <button type="button" className="text-moss underline" onClick={() => onShow(t.id)}>
                Show it<span className="sr-only"> in the sheet: {t.name}</span>
              </button>
            </>
          )}{" "}
          <button type="button" className="text-moss underline" onClick={() => onRemark(f)}>
            Remark<span className="sr-only"> on this finding{t ? `: ${t.name}` : ""}</span>
          </button>
        </p>
        <p className="mt-0.5">
          <BeforeAfter before={f.before} after={f.after} />
        </p>
      </div>
      <div>
        {work ? (
          <div className="-mt-2">
            <FindingActs finding={f} acts={actsOn(work, f)} />
            {asks && !f.kept && t && (
              <RolePicker
                style={style}
                label={`What “${t.name}” is`}
                onChoose={(role) => sayRole(work, style, t.id, role)}
              />
            )}
          </div>
        ) : (
          f.kept && <span className="text-sm text-ink-2">Kept: {f.kept.why}</span>
        )}
      </div>
    </li>
  );
}
