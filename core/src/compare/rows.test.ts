import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions, smallSession } from "../fixtures/sessions.ts";
import { usualHouse } from "../house/usual.ts";
import { makeStyle } from "../house/style.ts";
import { apply } from "../session/apply.ts";
import { setField } from "../session/change.ts";
import { blankTrack } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { differing } from "./atoms.ts";
import { folded, rowsOf } from "./rows.ts";
import type { Row } from "./rows.ts";
import { underSameIds } from "./sameIds.ts";

const small = smallSession();
const kick = small.tracks[1]!;
const said = (rows: readonly Row[]): string[] =>
  rows.map((r) => `${r.a?.id ?? "-"}|${r.b?.id ?? "-"} ${r.sort}`);

describe("two sheets side by side", () => {
  it("have what both have in one row, and what moved where it was and where it is", () => {
    const b = apply(small, [
      setField(kick, "level", -3),
      { do: "add", track: blankTrack("oh", "OH", { parent: "kit" }), after: "kick" },
      { do: "move", id: "gtr", from: { parent: null, after: "kit" }, to: { parent: null, after: "main" } },
    ]);
    const rows = rowsOf(differing(small, b));
    expect(said(rows)).toEqual([
      "kit|kit alike",
      "kick|kick changed",
      "-|oh added",
      "top|top alike",
      "bottom|bottom alike",
      "gtr|- moved away",
      "rev|rev alike",
      "main|main alike",
      "gtr|gtr moved here",
    ]);
    expect([...(rows[1]?.other ?? [])]).toEqual(["level"]);
  });

  it("hold every track of both in its own order, whatever the two are", () =>
    fc.assert(
      fc.property(sessions(12), sessions(12), (a, b) => {
        const rows = rowsOf(differing(a, b));
        const away = new Set(rows.filter((r) => r.sort === "moved away").map((r) => r.a?.id));
        const firsts = rows.filter((r) => r.a && (r.sort !== "moved here" || !away.has(r.a.id)));
        expect(firsts.map((r) => r.a?.id)).toEqual(a.tracks.map((t) => t.id));
        expect(rows.flatMap((r) => r.b?.id ?? [])).toEqual(b.tracks.map((t) => t.id));
        expect(new Set(rows.map((r) => r.key)).size).toBe(rows.length);
      }),
      { numRuns: 300, endOnFailure: true },
    ));

  it("fold what is alike, but for one row beside what is not", () => {
    const many: Session = {
      ...small,
      tracks: Array.from({ length: 20 }, (_, i) => blankTrack(`t${i}`, `T${i}`)),
    };
    const rows = rowsOf(differing(many, apply(many, [setField(many.tracks[10]!, "level", -3)])));
    const shown = (open: ReadonlySet<string>) =>
      folded(rows, (r) => r.sort !== "alike", open).map((s) =>
        s.of === "fold" ? s.rows.length : s.row.key,
      );
    expect(shown(new Set())).toEqual([9, "t9", "t10", "t11", 8]);
    expect(shown(new Set(["t0"])).slice(0, 3)).toEqual(["t0", "t1", "t2"]);
    expect(folded(rowsOf(differing(small, small)), () => false, new Set())).toHaveLength(1);
  });
});

describe("a session under the ids of another", () => {
  const style = makeStyle(usualHouse("Test house"));
  const strange = (s: Session): Session => {
    const id = (x: string): string => `x-${x}`;
    const maybe = (x: string | null): string | null => (x === null ? null : id(x));
    return {
      ...s,
      tracks: s.tracks.map((t) => ({
        ...t,
        id: id(t.id),
        parent: maybe(t.parent),
        feeds: maybe(t.feeds),
        sends: t.sends.map((x) => ({ ...x, id: id(x.id), to: id(x.to) })),
      })),
      kept: [{ rule: "name", track: "x-kick", was: null, why: "as it is" }],
    };
  };

  it("is taken at its word where it has them", () => {
    const b = apply(small, [setField(kick, "name", "Kick 22")]);
    expect(underSameIds(style, small, b)).toMatchObject({ by: "ids", session: b });
  });

  it("has its sends and processors under the ids of the like ones, whatever they were numbered", () => {
    const send = (id: string, to: string) => ({ id, to, level: -12, beforeFader: false });
    const sent = (...sends: ReturnType<typeof send>[]): Session =>
      apply(small, [setField(small.tracks[2]!, "sends", sends)]);
    const [a, b] = [
      sent(send("s1", "main"), send("s2", "rev")),
      sent(send("s1", "rev"), send("s2", "kit")),
    ];
    const { session } = underSameIds(style, a, b);
    expect(session.tracks[2]?.sends.map((s) => [s.id, s.to])).toEqual([
      ["s2", "rev"],
      ["s2-2", "kit"],
    ]);
    expect(differing(a, session).atoms.map((x) => x.key)).toEqual(["top sends s1", "top sends s2-2"]);
  });

  it("is recognised by likeness where it has none of them, with all that speaks of its tracks", () => {
    const { session, by } = underSameIds(style, small, strange(small));
    expect(by).toBe("likeness");
    expect(session.tracks).toEqual(small.tracks);
    expect(session.kept[0]?.track).toBe("kick");
  });

  it("is recognised by likeness where ids are the same by accident", () => {
    const turned = [...small.tracks].map((t) => t.id).reverse();
    const ids = new Map(small.tracks.map((t, i) => [t.id, turned[i] ?? ""]));
    const now = (x: string): string => ids.get(x) ?? x;
    const b = {
      ...small,
      tracks: small.tracks.map((t) => ({
        ...t,
        id: now(t.id),
        parent: t.parent && now(t.parent),
        feeds: t.feeds && now(t.feeds),
        sends: t.sends.map((s) => ({ ...s, to: now(s.to) })),
      })),
    };
    const { session, by } = underSameIds(style, small, b);
    expect(by).toBe("likeness");
    expect(session.tracks).toEqual(small.tracks);
  });

  it("takes pairs from whoever knows better", () => {
    const b = strange(small);
    const byHand = new Map([
      ["x-kick", "top"],
      ["x-top", null],
    ]);
    const { session, pairs } = underSameIds(style, small, b, byHand);
    expect([pairs.get("x-kick"), pairs.has("x-top")]).toEqual(["top", false]);
    expect(session.tracks.find((t) => t.id === "top")?.name).toBe("Kick");
    expect(new Set(session.tracks.map((t) => t.id)).size).toBe(small.tracks.length);
  });
});
