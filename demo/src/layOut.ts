import { dressed, newTrack } from "@mossy/core/house/dress";
import type { Room } from "@mossy/core/fit/room";
import { plugIn } from "@mossy/core/fit/plug";
import { select } from "@mossy/core/fit/select";
import { makeSolver } from "@mossy/core/solve/solver";
import { wishesOf } from "@mossy/core/fit/wish";
import { familyFor } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import { newSession } from "@mossy/core/house/starts";
import type { ChannelFormat, Session, Track } from "@mossy/core/session/document";
import type { Insert } from "@mossy/core/session/processor";
import { leavesTheSession } from "@mossy/core/session/routing";
import { demoChains, inPlace } from "./chains.ts";
import { readName } from "@mossy/core/words/read";

export interface LayOut {
  readonly title: string;
  readonly notes: string;
  /** What is gone through before recording. */
  readonly checklist?: readonly string[];
  readonly mainFormat?: ChannelFormat;
  readonly tempo?: number;
  /** Tracks by family: "pans: Tenor pan near, Tenor pan far". */
  readonly lines: readonly string[];
  /**
   * Where the tracks of a family send, by the id of the return or cue mix, at how many dB, and whether before
   * the fader: "pans > hall-reverb -14, cue-mix-1 -8 before".
   */
  readonly sends?: readonly string[];
  /**
   * Microphone and stand of the sources of a family or role: "kit: dynamic, short boom", with "phantom" as a
   * third for 48 V.
   */
  readonly microphones?: readonly string[];
  /** Where single tracks are panned other than the house starts them, −100 … 100: "tenor-pan-near -33". */
  readonly places?: readonly string[];
  /** Where single tracks stand among loudspeakers, degrees to the right and upwards: "sea 180 0". */
  readonly directions?: readonly string[];
  /**
   * What stands on the tracks of a family: "pans: EQ, Compressor", or a chain of the shelf in its first
   * version: "pans: = pan-row".
   */
  readonly inserts?: readonly string[];
}

/**
 * Lays out a session the way a lead would: names read and dressed, inputs as the home room has them, sends
 * and inserts set.
 */
export function layOut(style: Style, plan: LayOut, home: Room): Session {
  const mainFormat = plan.mainFormat ?? "stereo";
  const empty = {
    ...newSession(style.house, plan.title),
    mainFormat,
    tempo: plan.tempo ?? 120,
    notes: plan.notes,
    checklist: [...(plan.checklist ?? [])],
  };
  const tracks: Track[] = [];
  for (const line of plan.lines) {
    const [family = "", names = ""] = line.split(":");
    for (const name of names.split(",").map((n) => n.trim())) {
      const reading = readName(style.reader, name, { families: [family] });
      if (reading.role === null || !reading.sure)
        throw new Error(`the demo's own name “${name}” is not read for sure`);
      const id = name.toLowerCase().replace(/[^a-z0-9]+/g, "-");
      tracks.push(newTrack(style, empty, id, reading, name, reading.format));
    }
  }
  const main = tracks.find((t) => t.kind === "main");
  const fed = tracks.map((t): Track => ({ ...t, feeds: leavesTheSession(t) ? null : (main?.id ?? null) }));
  const placed = dressed(style, { ...empty, tracks: fed });
  return finish(style, placed, plan, home);
}

function insertsOf(said: readonly string[]): Insert[] {
  const shelf = said[0]?.startsWith("= ") ? demoChains.find((c) => c.id === said[0]?.slice(2)) : undefined;
  const processors = shelf ? (shelf.versions[0]?.processors ?? []) : said.map(inPlace);
  return processors.map((p, i) => ({
    ...p,
    id: `i${i + 1}`,
    key: null,
    chain: shelf ? { id: shelf.id, version: 1 } : null,
  }));
}

const solver = await makeSolver();

/** The inputs its sources have at home. */
function numbered(session: Session, home: Room): Map<string, number> {
  const wishes = wishesOf(session);
  const chosen = select(solver, wishes, home.inputs);
  if (!chosen) return new Map();
  const kept = wishes.filter((w) => chosen.kept.has(w.track));
  return plugIn(kept, home.inputs, chosen.places, { own: new Map() });
}

function finish(style: Style, session: Session, plan: LayOut, home: Room): Session {
  const inputs = numbered(session, home);
  const rules = (list: readonly string[] = [], sign: string): [string, string[]][] =>
    list.map((l) => {
      const [family = "", rest = ""] = l.split(sign);
      return [family.trim(), rest.split(",").map((x) => x.trim())];
    });
  const sends = rules(plan.sends, ">");
  const inserts = rules(plan.inserts, ":");
  const microphones = rules(plan.microphones, ":");
  const places = new Map(
    (plan.places ?? []).map((p) => {
      const [id = "", pan = ""] = p.split(" ");
      return [id, Number(pan)];
    }),
  );
  const directions = new Map(
    (plan.directions ?? []).map((d) => {
      const [id = "", azimuth, elevation] = d.split(" ");
      return [id, { azimuth: Number(azimuth), elevation: Number(elevation) }];
    }),
  );
  const tracks = session.tracks.map((t): Track => {
    const next: Track = {
      ...t,
      input: inputs.get(t.id) ?? null,
      pan: places.get(t.id) ?? t.pan,
      around: directions.get(t.id) ?? t.around,
    };
    // The home room has no input left for it: it is laid in, not recorded.
    if (t.kind === "audio" && t.source !== null && next.input === null) next.source = null;
    if (t.kind === "audio") {
      const family = familyFor(style, t);
      for (const [from, targets] of sends) {
        if (family === from)
          next.sends = targets.map((x, i) => {
            const [to = "", level = "-12", before] = x.split(" ");
            return { id: `s${i + 1}`, to, level: Number(level), beforeFader: before === "before" };
          });
      }
      for (const [on, [microphone = "", stand = "", power]] of microphones)
        if ((family === on || t.role === on) && t.source === "mic")
          Object.assign(next, { microphone, stand, phantom: power === "phantom" });
      for (const [on, kinds] of inserts) if (family === on) next.inserts = insertsOf(kinds);
    }
    return next;
  });
  return { ...session, tracks };
}
