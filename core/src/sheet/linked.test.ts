import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { SHARED } from "../session/beside.ts";
import type { LinkSet } from "../session/beside.ts";
import { setField } from "../session/change.ts";
import { blankTrack, emptySession, session as whole } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { linkOffer } from "./linked.ts";

const set = (
  members: string[],
  shares: LinkSet["shares"],
  followers: string[] = [],
  id = "kit",
): LinkSet => ({
  id,
  name: id,
  colour: "#7a5fb0",
  shares,
  members,
  followers,
});
const of = (tracks: readonly Track[], links: readonly LinkSet[]): Session => ({
  ...emptySession("Kit"),
  tracks: [...tracks],
  links: [...links],
});
const mic = (id: string, fields: Partial<Track> = {}): Track =>
  blankTrack(id, id, { format: "mono", ...fields });
const edited = (s: Session, id: string, fields: Partial<Track>): Session => ({
  ...s,
  tracks: s.tracks.map((t) => (t.id === id ? { ...t, ...fields } : t)),
});
const after = (s: Session, now: Session): Session => apply(now, linkOffer(s, now)?.changes ?? []);
const values = <F extends keyof Track>(s: Session, field: F): Track[F][] => s.tracks.map((t) => t[field]);

describe("an edit to a member of a link set", () => {
  const kit = of(
    [mic("kick", { level: -8 }), mic("snare", { level: -3.5 }), mic("hat", { level: -20 })],
    [set(["kick", "snare", "hat"], ["level", "arm"])],
  );

  it("takes levels along by as much, and says by how much on whom", () => {
    const now = edited(kit, "kick", { level: -11 });
    expect(linkOffer(kit, now)).toMatchObject({
      sets: ["kit"],
      tracks: ["snare", "hat"],
      says: "3 dB down",
    });
    expect(values(after(kit, now), "level")).toEqual([-11, -6.5, -23]);
  });

  it("arms them as it is, and shares only what the set shares", () => {
    const now = edited(kit, "hat", { armed: true, muted: true, pan: 40 });
    const then = after(kit, now);
    expect(values(then, "armed")).toEqual([true, true, true]);
    expect(values(then, "muted")).toEqual([false, false, true]);
    expect(values(then, "pan")).toEqual([0, 0, 40]);
  });

  it("leaves what is silent silent, brings all down to silence, and offers no way back from it", () => {
    const quiet = edited(kit, "hat", { level: -144 });
    expect(values(after(quiet, edited(quiet, "kick", { level: -2 })), "level")).toEqual([-2, 2.5, -144]);
    expect(values(after(kit, edited(kit, "kick", { level: -144 })), "level")).toEqual([-144, -144, -144]);
    expect(linkOffer(quiet, edited(quiet, "hat", { level: -10 }))).toBeNull();
  });

  it("goes no further than levels go", () => {
    const loud = edited(kit, "snare", { level: 20 });
    expect(values(after(loud, edited(loud, "kick", { level: 2 })), "level")).toEqual([2, 24, -10]);
  });

  it("mirrors places in a pair that stood mirrored, and moves all alike in any other set", () => {
    const pair = of([mic("l", { pan: -60 }), mic("r", { pan: 60 })], [set(["l", "r"], ["pan"])]);
    const now = edited(pair, "l", { pan: -35 });
    expect(values(after(pair, now), "pan")).toEqual([-35, 35]);
    expect(linkOffer(pair, now)?.says).toBe("mirrored to R 35");
    const choir = of(
      [mic("a", { pan: -60 }), mic("b", { pan: 10 }), mic("c", { pan: 80 })],
      [set(["a", "b", "c"], ["pan"])],
    );
    expect(values(after(choir, edited(choir, "a", { pan: -30 })), "pan")).toEqual([-30, 40, 100]);
    const odd = of([mic("a", { pan: -60 }), mic("b", { pan: 10 })], [set(["a", "b"], ["pan"])]);
    expect(values(after(odd, edited(odd, "a", { pan: -50 })), "pan")).toEqual([-50, 20]);
  });

  it("leads followers, and is not led by them", () => {
    const s = of([mic("a"), mic("b"), mic("f")], [set(["a", "b"], ["level"], ["f"])]);
    expect(values(after(s, edited(s, "a", { level: -6 })), "level")).toEqual([-6, -6, -6]);
    expect(linkOffer(s, edited(s, "f", { level: -6 }))).toBeNull();
  });

  it("offers nothing where members were edited each in another way, and nothing to whom was edited too", () => {
    const one = edited(kit, "kick", { level: -11 });
    expect(linkOffer(kit, edited(one, "snare", { level: -5 }))).toBeNull();
    const alike = edited(one, "snare", { level: -6.5 });
    expect(linkOffer(kit, alike)?.tracks).toEqual(["hat"]);
    expect(values(after(kit, alike), "level")).toEqual([-11, -6.5, -23]);
  });

  it("is decided by the first of several sets, and armed only on what can record", () => {
    const s = of(
      [mic("a", { pan: -20 }), mic("b", { pan: 20 }), mic("c", { pan: 0 }), mic("bus", { kind: "bus" })],
      [set(["a", "b"], ["pan"], [], "pair"), set(["a", "b", "c", "bus"], ["pan", "arm"], [], "all")],
    );
    const then = after(s, edited(s, "a", { pan: -50, armed: true }));
    expect(values(then, "pan")).toEqual([-50, 50, -30, -30]);
    expect(values(then, "armed")).toEqual([true, true, true, false]);
  });

  it("is offered to nobody by who was added, moved or renamed", () => {
    const now = edited(kit, "kick", { name: "Kick 24" });
    expect(linkOffer(kit, now)).toBeNull();
    expect(linkOffer(kit, { ...now, tracks: [...now.tracks, mic("tom", { level: -3 })] })).toBeNull();
  });

  it("is valid for any sets and edits, changes only what is shared of others, and offers nothing twice", () => {
    const asked = fc.record({
      session: sessions(12),
      picks: fc.array(fc.tuple(fc.subarray([...SHARED]), fc.array(fc.nat(30)), fc.array(fc.nat(30))), {
        maxLength: 3,
      }),
      deeds: fc.array(
        fc.tuple(fc.nat(30), fc.integer({ min: -1440, max: 240 }), fc.integer({ min: -100, max: 100 })),
        {
          minLength: 1,
          maxLength: 3,
        },
      ),
    });
    fc.assert(
      fc.property(asked, ({ session, picks, deeds }) => {
        fc.pre(session.tracks.length > 0);
        const at = (n: number): string => session.tracks[n % session.tracks.length]!.id;
        const links = picks.map(([shares, m, f], n) =>
          set([...new Set(m.map(at))], shares, [...new Set(f.map(at))], `s${n}`),
        );
        const before: Session = { ...session, links };
        let now = before;
        for (const [n, level, pan] of deeds) {
          const t = now.tracks[n % now.tracks.length]!;
          const to = { level: level / 10, pan, armed: n % 2 === 0, muted: n % 3 === 0 };
          now = apply(now, [
            ...(to.level === t.level ? [] : [setField(t, "level", to.level)]),
            ...(pan === t.pan ? [] : [setField(t, "pan", pan)]),
          ]);
        }
        const offer = linkOffer(before, now);
        if (!offer) return;
        const then = apply(now, offer.changes);
        expect(whole.safeParse(then).error?.issues).toBeUndefined();
        const linked = new Set(links.flatMap((l) => [...l.members, ...l.followers]));
        for (const [i, t] of then.tracks.entries()) {
          const was = now.tracks[i]!;
          if (t === was) continue;
          expect(linked.has(t.id)).toBe(true);
          expect({ ...t, level: 0, pan: 0 }).toEqual({ ...was, level: 0, pan: 0 });
        }
        const keys = offer.changes.map((c) =>
          JSON.stringify([c.do, "id" in c && c.id, "field" in c && c.field]),
        );
        expect(new Set(keys).size).toBe(keys.length);
      }),
      { endOnFailure: true, numRuns: 300 },
    );
  });
});
