import type { Session } from "../../session/document.ts";
import { frameAt, timecodeOf } from "../../time/timecode.ts";
import type { FrameRate } from "../../time/timecode.ts";
import { playingIn } from "./laid.ts";

/** A list numbers its events with three digits. */
const MOST = 999;
/** Letters and digits a reel may have, and how many. */
const REEL = 8;

const plain = (text: string): string =>
  text
    .normalize("NFKD")
    .replace(/[^\x20-\x7e]/g, "")
    .trim();

/**
 * The sounds of a session as an edit list in the manner of CMX 3600 (from memory): an event for each, cut, on the audio
 * channels, with where in its file and where in the session it plays by timecode, and its file's name as a comment. A
 * list holds 999 events; what comes after that is not in it.
 * @param rate frames a second; what lies between two begins with the frame it is in
 * @param start timecode of the session's beginning, as a frame
 * @returns the list, and how many events did not fit
 */
export function editListOf(
  session: Session,
  rate: FrameRate,
  start = 0,
): { readonly text: string; readonly left: number } {
  const playing = playingIn(session).filter((p) => frameAt(p.to, rate) > frameAt(p.from, rate));
  const lines = playing.slice(0, MOST).flatMap((p, n) => {
    const [from, to] = [frameAt(p.from, rate), frameAt(p.to, rate)];
    const source = frameAt(p.offset, rate);
    const reel = plain(p.file.replace(/\.[^.]*$/, ""))
      .replace(/[^A-Za-z0-9_]/g, "")
      .toUpperCase()
      .slice(0, REEL);
    const times = [source, source + to - from, start + from, start + to].map((f) => timecodeOf(f, rate));
    const mono = p.item.holds.kind === "sound" && p.item.holds.channels === 1;
    return [
      `${String(n + 1).padStart(3, "0")}  ${(reel || "AX").padEnd(REEL)} ` +
        `${(mono ? "A" : "AA").padEnd(5)} C        ${times.join(" ")}`,
      `* FROM CLIP NAME: ${plain(p.file)}`,
    ];
  });
  const count = rate.endsWith("drop") ? "DROP FRAME" : "NON-DROP FRAME";
  const head = [`TITLE: ${plain(session.title)}`, `FCM: ${count}`, ""];
  return { text: [...head, ...lines, ""].join("\r\n"), left: Math.max(0, playing.length - MOST) };
}
