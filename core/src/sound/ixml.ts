import { FileProblem } from "../formats/fileProblem.ts";
import { child, children, parseXml, textIn, writeXml, xml } from "../formats/xml.ts";
import type { Xml, XmlElement } from "../formats/xml.ts";
import type { Ixml } from "./head.ts";

const ROOT = "BWFXML";
const said = (of: XmlElement | undefined, name: string): string => textIn(of, name)?.trim() ?? "";

/**
 * Reads one. Elements it does not know are left aside.
 * @returns null where it is no iXML; a file is read without it
 */
export function readIxml(bytes: Uint8Array): Ixml | null {
  const end = bytes.indexOf(0);
  const root = rootOf(end === -1 ? bytes : bytes.subarray(0, end));
  if (root?.name !== ROOT) return null;
  const speed = child(root, "SPEED");
  const tracks = children(child(root, "TRACK_LIST"), "TRACK");
  return {
    project: said(root, "PROJECT"),
    scene: said(root, "SCENE"),
    take: said(root, "TAKE"),
    tape: said(root, "TAPE"),
    note: said(root, "NOTE"),
    timecodeRate: said(speed, "TIMECODE_RATE"),
    timecodeFlag: said(speed, "TIMECODE_FLAG"),
    tracks: tracks.map((t, n) => ({
      channel: Number.parseInt(said(t, "INTERLEAVE_INDEX"), 10) || n + 1,
      name: said(t, "NAME"),
      does: said(t, "FUNCTION"),
    })),
  };
}

function rootOf(bytes: Uint8Array): XmlElement | null {
  try {
    return parseXml(bytes, "iXML");
  } catch (e) {
    if (e instanceof FileProblem) return null;
    throw e;
  }
}

/** Writes one, version 2.10. */
export function writeIxml(ixml: Ixml): Uint8Array {
  const { project, scene, take, tape, note, tracks } = ixml;
  const said = { IXML_VERSION: "2.10", PROJECT: project, SCENE: scene, TAKE: take, TAPE: tape, NOTE: note };
  const list = tracks.map((t, n) =>
    xml(
      "TRACK",
      {},
      ...texts({
        CHANNEL_INDEX: String(n + 1),
        INTERLEAVE_INDEX: String(t.channel),
        NAME: t.name,
        FUNCTION: t.does,
      }),
    ),
  );
  const speed = texts({ TIMECODE_RATE: ixml.timecodeRate, TIMECODE_FLAG: ixml.timecodeFlag });
  const whole = xml(
    ROOT,
    {},
    ...texts(said),
    ...(speed.length > 0 ? [xml("SPEED", {}, ...speed)] : []),
    xml("TRACK_LIST", {}, ...texts({ TRACK_COUNT: String(tracks.length) }), ...list),
  );
  return new TextEncoder().encode(writeXml(whole));
}

/** An element for each value that says something. */
const texts = (values: Readonly<Record<string, string>>): Xml[] =>
  Object.entries(values).flatMap(([name, value]) => (value === "" ? [] : [xml(name, {}, value)]));
