import type { FitLook } from "@mossy/contract/sessions";
import { DEED_DONE } from "@mossy/core/devices/missing";
import { inWords } from "@mossy/core/devices/installed";
import { floorList } from "@mossy/core/formats/floorList";
import { diskName } from "@mossy/core/names/onDisk";
import { grouped } from "@mossy/core/session/grouped";
import { plural } from "@mossy/core/session/plural";
import { byId } from "@mossy/core/session/routing";
import type { FileAnswer } from "../answer.ts";
import type { Bench } from "../house/bench.ts";
import { releaseWith } from "../library/store.ts";
import { fitPdf } from "../print/fitPdf.ts";
import { fitLook, fitWays } from "./fitLook.ts";
import { wiredRoom } from "./fitted.ts";
import type { FitWish } from "./fitted.ts";
import { sessionCard } from "./cards.ts";

/** A fit on paper, as it was decided so far; nothing is made. */
export async function fitPaper(bench: Bench, wish: FitWish): Promise<FileAnswer> {
  const { pool, styles } = bench;
  const look = await fitLook(bench, wish);
  const { house } = (await styles.current(pool)).style;
  const { room, setUp } = await wiredRoom(pool, wish);
  const wired = room.setUps.find((s) => s.id === setUp)?.name;
  const of = wish.session
    ? (await sessionCard(pool, wish.session)).title
    : `${(await releaseWith(pool, wish.template, wish.release)).name}, release ${wish.release}`;
  const { ways } = look.report.unplaced.length > 0 ? await fitWays(bench, wish) : { ways: [] };
  const made = new Date();
  return {
    bytes: await fitPdf({
      of,
      room: wired === undefined ? room.name : `${room.name}, ${wired}`,
      house: house.name,
      made,
      fits: look.report.fits,
      lines: floorList(look.session, house.words),
      adjusted: [...grouped(look.report.adjusted, (a) => a.what)].map(([what, list]) => ({
        what,
        lines: list.map((a) => a.says),
      })),
      unplaced: unplacedOf(look),
      leftOut: look.report.leftOut.map((t) => t.name),
      ways: ways.map((w) => w.says),
      devices: look.missing.map(deviceSays),
      load: loadSays(look),
    }),
    name: `${diskName(`Fit ${of} ${room.name}`, house.disk.script)}.pdf`,
    type: "application/pdf",
  };
}

function unplacedOf({ session, report }: FitLook): { why: string; names: string[] }[] {
  const tracks = byId(session);
  return [...grouped(report.unplaced, (u) => u.says)].map(([why, list]) => ({
    why,
    names: list.map((u) => tracks.get(u.track)?.name ?? u.track),
  }));
}

function deviceSays({ device, tracks, decided }: FitLook["missing"][number]): string {
  const on = `${inWords(device)}, on ${plural(tracks.length, "track")}`;
  if (decided === null) return `${on}: nothing was decided yet.`;
  const by = decided.by === null ? "" : ` by ${inWords(decided.by)}`;
  return `${on}: ${DEED_DONE[decided.do]}${by}.`;
}

function loadSays({ load: { cost, budget } }: FitLook): string | null {
  if (budget.load === null && budget.memory === null) return null;
  const of = (now: number, most: number | null, unit: string): string[] =>
    most === null ? [] : [`${Math.round(now)} of ${Math.round(most)} ${unit}`];
  const costs = [...of(cost.load, budget.load, "in load"), ...of(cost.memory, budget.memory, "MB")];
  return `It costs ${costs.join(" and ")}.`;
}
