import { smallSession } from "@mossy/core/fixtures/sessions";
import { setField } from "@mossy/core/session/change";
import { describe, expect, it } from "vitest";
import { diskPath } from "./disk.ts";
import { edit } from "./documents.ts";
import { publishRelease } from "./library.ts";
import { openApi } from "./openapi.ts";
import { pathOf, paths } from "./paths.ts";
import { signIn } from "./people.ts";
import { routes } from "./routes.ts";
import type { Route } from "./routes.ts";
import { startSession } from "./sessions.ts";

const message = (result: {
  error?: { issues: readonly { path: readonly PropertyKey[]; message: string }[] } | undefined;
}): string => result.error?.issues.map((i) => `${i.path.join(".")}: ${i.message}`).join("; ") ?? "";

describe("the contract", () => {
  it("has a place for every route and a route for every place, each once", () => {
    expect(Object.keys(routes).sort()).toEqual(Object.keys(paths).sort());
    const places = Object.values(paths).map(([method, path]) => `${method} ${path}`);
    expect(new Set(places).size).toBe(places.length);
  });

  it("fills in paths, and nothing in them can break out", () => {
    expect(pathOf("release", { template: "sound-walk", release: 2 })).toBe(
      "/library/sound-walk/releases/2",
    );
    expect(pathOf("template", { template: "../people?x=1" })).toBe("/library/..%2Fpeople%3Fx%3D1");
  });

  it("lets only who may write do so: every write but at the door and of one's own account asks for a right", () => {
    const open = Object.entries<Route>(routes)
      .filter(
        ([name, r]) =>
          paths[name as keyof typeof paths][0] !== "get" && (r.who === "anyone" || r.who === "signed-in"),
      )
      .map(([name]) => name);
    // What everybody does at the door, and with their own account.
    expect(open.sort()).toEqual([
      "beginFactor",
      "changePassword",
      // Writes nothing: what is set on paper is sent along.
      "comparePdf",
      "confirmFactor",
      "editAccount",
      "endFactor",
      // Write nothing: what was decided about a fit is sent along.
      "fitPaper",
      "fitWays",
      "lookAtFit",
      "lookAtLink",
      "lookAtSetUp",
      "newRecoveryCodes",
      "setUp",
      "signIn",
      "signOut",
      "signOutOf",
      "useLink",
    ]);
  });

  it("lets no path leave the shared disk", () => {
    for (const path of ["a", "Projects/2026-09-11_x/Audio/a b.wav", "..a", "a..", "a/.hidden", "Ünder"])
      expect([path, diskPath.safeParse(path).success]).toEqual([path, true]);
    for (const path of [
      "",
      "/a",
      "..",
      "../a",
      "a/..",
      "a/../b",
      "a//b",
      "a/",
      "./a",
      "a/./b",
      "a\0b",
      "a\n/../b",
    ])
      expect([path, diskPath.safeParse(path).success]).toEqual([path, false]);
  });

  it("says in words what is off", () => {
    expect(message(signIn.safeParse({ name: " ", password: "" }))).toBe(
      "name: type your sign-in name; password: type your password",
    );
    expect(message(publishRelease.safeParse({ revision: 0, note: "\n" }))).toBe(
      "note: say in a few words what changed",
    );
    expect(
      message(startSession.safeParse({ title: "", room: "x", template: "y", release: 1, leaveOut: [] })),
    ).toBe("title: give the session a name");
    expect(
      message(
        startSession.safeParse({ title: "two\nlines", room: "x", template: "y", release: 1, leaveOut: [] }),
      ),
    ).toBe("title: no line breaks or control characters");
  });

  it("takes changes as the core makes them and refuses values no track can have", () => {
    const t = smallSession().tracks[1]!;
    expect(edit.safeParse({ revision: 0, changes: [setField(t, "pan", -100)] }).success).toBe(true);
    for (const [field, to] of [
      ["pan", -101],
      ["level", 25],
      ["input", 0],
      ["name", "two\nlines"],
      ["name", "broken \ud800"],
      ["colour", "red"],
      ["format", "octaphone"],
      ["number", 1.5],
    ] as const) {
      expect([
        field,
        edit.safeParse({ revision: 0, changes: [{ do: "set", id: t.id, field, from: t[field], to }] })
          .success,
      ]).toEqual([field, false]);
    }
    expect(edit.safeParse({ revision: 0, changes: [] }).success).toBe(false);
    expect(edit.safeParse({ revision: 0, changes: [{ do: "paint", id: t.id }] }).success).toBe(false);
  });

  it("describes who may, where, and what comes over the event stream", () => {
    const { paths } = openApi("1") as {
      paths: Record<string, Record<string, { description: string; security?: object[] }>>;
    };
    expect(paths["/api/sessions/{session}/close"]?.["post"]?.description).toBe(
      "Rights: lead, engineer; who is no lead only in their own rooms. Refused while the session is closed.",
    );
    expect(paths["/api/check-ins"]?.["post"]?.security).toEqual([{ cookie: [] }, { station: [] }]);
    expect(JSON.stringify(paths["/api/news"])).toContain("text/event-stream");
    for (const place of Object.values(paths))
      for (const what of Object.values(place)) expect(what.description.length).toBeGreaterThan(10);
  });

  it("describes itself without a reference that leads nowhere", () => {
    const described = JSON.stringify(openApi("1"));
    const refs = [...described.matchAll(/"\$ref":"#\/([^"]+)"/g)].map(([, path]) => path ?? "");
    const root = JSON.parse(described) as Record<string, unknown>;
    for (const path of refs.filter((p) => p.startsWith("components/"))) {
      const found = path
        .split("/")
        .reduce<unknown>(
          (at, key) => (typeof at === "object" && at !== null ? Reflect.get(at, key) : undefined),
          root,
        );
      expect([path, typeof found]).toEqual([path, "object"]);
    }
  });
});
