import type { Session, TrackId } from "../../session/document.ts";
import type { Plays } from "../../session/plays.ts";

/** Channels of a port (MIDI 1.0). */
export const CHANNELS_A_PORT = 16;

/** Whether its articulations are called up by channel: such a patch has a port to itself. */
export const byChannel = ({ ways }: Plays): boolean =>
  ways.some((w) => w.called.some((c) => c.by === "channel"));

/**
 * Gives tracks that lead to a machine their ports and channels, in their order and behind the ports of all others:
 * sixteen a port, and a port to itself for a patch that is switched by channel.
 */
export function inPorts(session: Session, planned: ReadonlySet<TrackId>): Session {
  const others = session.tracks.map((t) => (planned.has(t.id) ? 0 : (t.plays?.port ?? 0)));
  let [port, next] = [Math.max(0, ...others) + 1, 1];
  return {
    ...session,
    tracks: session.tracks.map((t) => {
      if (!planned.has(t.id) || t.plays === null) return t;
      const whole = byChannel(t.plays);
      if (next > CHANNELS_A_PORT || (whole && next > 1)) [port, next] = [port + 1, 1];
      const channel = whole ? null : next;
      next = whole ? CHANNELS_A_PORT + 1 : next + 1;
      return { ...t, channel, plays: { ...t.plays, port } };
    }),
  };
}
