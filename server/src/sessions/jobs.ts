import { keyChart } from "@mossy/core/instruments/same/chart";
import { machinesFor } from "@mossy/core/instruments/machines/machineFile";
import type { Style } from "@mossy/core/house/style";
import { musicOnPaper, orderOnPaper } from "@mossy/core/order/paper";
import { diskName } from "@mossy/core/names/onDisk";
import { floorList } from "@mossy/core/formats/floorList";
import { MACHINE_FILE, makePackage, soundsIn } from "@mossy/core/formats/package";
import type { PackageParts } from "@mossy/core/formats/package";
import type { Session } from "@mossy/core/session/document";
import { job } from "../crew/crew.ts";
import type { Db } from "../database.ts";
import { documentWith } from "../documents/store.ts";
import type { Bench } from "../house/bench.ts";
import { librariesIn } from "../instruments/sampledIn.ts";
import { inputListPdf } from "../print/inputListPdf.ts";
import { keyChartPdf } from "../print/keyChartPdf.ts";
import { cuesPdf, orderPdf } from "../print/orderPdf.ts";
import { layoutsToTravel } from "../rooms/layouts.ts";
import { corrected } from "./corrected.ts";
import { checkInPage } from "./checkInPage.ts";
import { fitLook, fitWays } from "./fitLook.ts";
import { fitPaper } from "./fitPaper.ts";
import { fitted } from "./fitted.ts";
import type { SessionWish } from "./fitted.ts";
import { handOver } from "./handOver.ts";
import { lookAtHandIn } from "./handedIn.ts";
import type { HandInLook, HandInWish } from "./handedIn.ts";
import { behindPage } from "./behind.ts";
import { earlierPage, followInSession } from "./earlier.ts";
import { blockLook, bringBlockOf } from "./blocks.ts";
import { blockPlaces } from "./places.ts";
import { edit } from "./edit.ts";
import { bringForward, forwardLook, undoForward } from "./forward.ts";
import { soundsToPack } from "./packed.ts";
import type { MadePackage } from "./packed.ts";
import { sessionWith } from "./store.ts";
import type { WholeSession } from "./store.ts";
import { printsOf } from "./printsOf.ts";
import { wentOut } from "./thereAndBack.ts";
import { writeOut } from "../written.ts";

export const handInJob = job("hand-in", (bench: Bench, wish: HandInWish): Promise<HandInLook> =>
  lookAtHandIn(bench, wish),
);

export const fitJob = job("fit", async ({ pool, styles }: Bench, wish: SessionWish) =>
  fitted(pool, wish, (await styles.current(pool)).style),
);
export const fitLookJob = job("fit-look", fitLook);
export const fitPaperJob = job("fit-paper", fitPaper);
export const fitWaysJob = job("fit-ways", fitWays);

export const packageJob = job(
  "package",
  async (
    { pool, styles }: Bench,
    wish: { session: string; who: string; without: readonly string[] },
  ): Promise<MadePackage> => {
    const s = await sessionWith(pool, wish.session);
    const { style } = await styles.current(pool);
    const parts: PackageParts = {
      house: style.house,
      reader: style.reader,
      room: s.roomAs,
      session: s.now,
      there: wentOut(style, s)[0].there,
      id: s.id,
      folder: s.folder,
      report: s.report,
      from: `${s.templateName}, release ${s.release}`,
      layouts: await layoutsToTravel(pool, { ...s, people: [s.madeBy.id, wish.who] }),
      sounds: await soundsToPack(pool, s.now, new Set(wish.without)),
      stands: s.lastCheckIn ? `as it stands after check-in ${s.lastCheckIn.number}` : null,
    };
    const bytes = makePackage({
      ...parts,
      besides: { ...(await printsOf(parts, new Date(s.madeAt))), ...(await machinesOf(pool, s)) },
    });
    return { bytes, name: `${s.folder}.zip`, sounds: soundsIn(parts) };
  },
);

/** What the sample machines of the room load for it, where it has tracks on any. */
async function machinesOf(
  db: Db,
  { now, roomAs }: Pick<WholeSession, "now" | "roomAs">,
): Promise<Record<string, Uint8Array>> {
  const file = machinesFor(now, roomAs, await librariesIn(db, [now]));
  return file.machines.length === 0
    ? {}
    : { [MACHINE_FILE]: new TextEncoder().encode(JSON.stringify(file, null, 1)) };
}

export const correctedJob = job("corrected", corrected);

const dayOf = (date: Date): string =>
  date.toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" });

/** Of a document, or of a session as it stands now. */
export type ListWish =
  { readonly document: string; readonly title: string | null } | { readonly session: string };
export const inputListJob = job("input-list", async ({ pool, styles }: Bench, wish: ListWish) => {
  const { session, title } = await listed(pool, wish);
  const { house } = (await styles.current(pool)).style;
  const day = dayOf(new Date());
  const settings = `${session.sampleRate / 1000} kHz, ${session.bitDepth} bit, ${session.tempo} bpm`;
  const says = `${house.name} · ${day} · ${settings}`;
  return {
    bytes: await inputListPdf({ title, says, lines: floorList(session, house.words), made: new Date() }),
    name: `${diskName(`Input list ${title}`, house.disk.script)}.pdf`,
    type: "application/pdf",
  };
});

interface PaperWish {
  readonly document: string;
  readonly sheet: "order" | "music" | "keys";
  /** "19:30" */
  readonly begins: string;
  readonly title?: string | undefined;
}
const SHEETS = { order: "Running order", music: "Cue sheet", keys: "House keys" } as const;
export const paperJob = job("paper", async ({ pool, styles }: Bench, wish: PaperWish) => {
  const { session, title } = await listed(pool, { document: wish.document, title: wish.title ?? null });
  const { style } = await styles.current(pool);
  const made = new Date();
  const head = { title, says: `${style.house.name} · ${dayOf(made)}`, made };
  return {
    bytes: await sheetOf(session, style, wish, head),
    name: `${diskName(`${SHEETS[wish.sheet]} ${title}`, style.house.disk.script)}.pdf`,
    type: "application/pdf",
  };
});

interface SheetHead {
  readonly title: string;
  readonly says: string;
  readonly made: Date;
}
function sheetOf(
  session: Session,
  style: Style,
  { sheet, begins }: Pick<PaperWish, "sheet" | "begins">,
  head: SheetHead,
): Promise<Uint8Array> {
  if (sheet === "keys") return keyChartPdf({ ...head, chart: keyChart(style, session) });
  if (sheet === "music") return cuesPdf({ ...head, ...musicOnPaper(session) });
  const [hours = 0, minutes = 0] = begins.split(":").map(Number);
  const { lines, says: off, ends } = orderOnPaper(session, hours * 3600 + minutes * 60);
  return orderPdf({ ...head, lines, off, ends });
}

async function listed(pool: Bench["pool"], wish: ListWish): Promise<{ session: Session; title: string }> {
  if ("document" in wish) {
    const { session } = await documentWith(pool, wish.document);
    return { session, title: wish.title ?? session.title };
  }
  const { now, title, roomName } = await sessionWith(pool, wish.session);
  return { session: now, title: `${title}, ${roomName}` };
}

// What is large is written out where that holds nobody up.
export const sessionJob = job("session", async ({ pool }: Bench, id: string) =>
  writeOut("session", await sessionWith(pool, id)),
);
export const checkInJob = job("check-in", async ({ pool }: Bench, id: string) =>
  writeOut("checkIn", await checkInPage(pool, id)),
);
export const documentJob = job("document", async ({ pool }: Bench, id: string) =>
  writeOut("document", await documentWith(pool, id)),
);
export const editJob = job("edit", edit);

export const forwardLookJob = job(
  "forward-look",
  async (bench: Bench, wish: { session: string; to: number }) =>
    writeOut("forwardLook", await forwardLook(bench, wish)),
);
export const blockLookJob = job(
  "block-look",
  async (bench: Bench, wish: { session: string; held: string; to: number }) =>
    writeOut("blockLook", await blockLook(bench, wish)),
);
export const bringBlockJob = job("bring-block", bringBlockOf);
export const blockPlacesJob = job("block-places", blockPlaces);
export const behindJob = job("behind", behindPage);
export const earlierJob = job("earlier", earlierPage);
export const followInSessionJob = job("follow-in-session", followInSession);
export const bringForwardJob = job("bring-forward", bringForward);
export const handOverJob = job("hand-over", handOver);
export const undoForwardJob = job("undo-forward", undoForward);

export const sessionJobs = [
  sessionJob,
  checkInJob,
  documentJob,
  editJob,
  handInJob,
  fitJob,
  fitLookJob,
  fitWaysJob,
  fitPaperJob,
  packageJob,
  correctedJob,
  inputListJob,
  paperJob,
  forwardLookJob,
  blockLookJob,
  bringBlockJob,
  blockPlacesJob,
  behindJob,
  earlierJob,
  followInSessionJob,
  bringForwardJob,
  handOverJob,
  undoForwardJob,
];
