import type { Session } from "../../session/document.ts";
import { startFrame } from "../../time/counted.ts";
import { frameOf, secondsOf } from "../../time/timecode.ts";
import type { FrameRate } from "../../time/timecode.ts";
import { FileProblem } from "../fileProblem.ts";
import { TimeReading } from "./brought.ts";
import type { BroughtTime } from "./brought.ts";

/** Number, reel, channels, kind of cut (with how long it takes), and four timecodes. */
const CODE = "\\s+(\\d\\d:\\d\\d:\\d\\d[:;.]\\d\\d)";
const EVENT = new RegExp(
  `^\\s*(\\d{1,6})\\s+(\\S+)\\s+(\\S+)\\s+([A-Z]\\S*)(?:\\s+\\d{1,4})?${CODE.repeat(4)}\\s*$`,
);
const NAME = /^\*?\s*(?:FROM CLIP NAME|CLIP NAME)\s*:\s*(.*)$/i;
/** Seconds of an hour: programmes begin at a full one (common practice, no source). */
const HOUR = 3600;

/**
 * Reads an edit list in the manner of CMX 3600 (from memory): a region for each event, where it lies in the programme,
 * called as its clip, or as its reel.
 * @param session at whose frame rate its timecodes are counted, 25 where it has none (29.97 with dropped numbers where
 *   the list says so), and from whose start where a picture says that; else from the full hour the list begins in
 * @throws FileProblem where no event is in it, naming the first line that should be one
 */
export function timeInEditList(text: string, session: Session): BroughtTime {
  const reading = new TimeReading();
  const drops = /^[ \t]*FCM:[ \t]*DROP/im.test(text);
  const rate: FrameRate = session.frameRate ?? (drops ? "29.97 drop" : "25");
  if (session.frameRate === null)
    reading.notices.push(`The session says no frame rate; the list was read at ${rate}.`);
  const events: { from: number; to: number; name: string; reel: string }[] = [];
  let [bad, many] = ["", 0];
  for (const [n, line] of text.split(/\r\n|\r|\n/).entries()) {
    const parts = EVENT.exec(line);
    const last = events.at(-1);
    if (parts) {
      const [from, to] = [frameOf(parts[7] ?? "", rate), frameOf(parts[8] ?? "", rate)];
      if (from !== null && to !== null) events.push({ from, to, name: "", reel: parts[2] ?? "" });
      else {
        many++;
        bad ||= `line ${n + 1}`;
      }
    } else if (last) last.name ||= NAME.exec(line)?.[1]?.trim() ?? "";
  }
  const [first] = events;
  if (!first)
    throw new FileProblem(
      many > 0
        ? `Its timecodes are none at ${rate}, the frame rate of the session. ` +
            "Set the rate of the list, and read it again."
        : "There is no event in the edit list: number, reel, channels, cut, and four timecodes.",
      bad === "" ? "line 1" : bad,
    );
  if (many > 0)
    reading.notices.push(`${many} of its events have no timecode at ${rate}, the first in ${bad}.`);
  const least = events.reduce((a, e) => Math.min(a, e.from), Infinity);
  const perHour = Math.round(HOUR / secondsOf(1, rate));
  const start = session.picture ? startFrame(session) : least - (least % perHour);
  for (const { from, to, name, reel } of events)
    reading.marker({
      clock: "seconds",
      at: secondsOf(from - start, rate),
      length: secondsOf(to - from, rate),
      name: name === "" ? reel : name,
    });
  return reading.brought("edit list");
}
