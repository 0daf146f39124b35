import { readFileSync } from "node:fs";
import { describe, expect, inject, it } from "vitest";
import { spawnServer } from "./house.ts";

const ground = inject("ground");

describe("the server as it starts", () => {
  it("serves this computer only while it has people of the demo, unless told otherwise", async () => {
    const refused = await spawnServer(ground, { HOST: "0.0.0.0" });
    expect([refused.base, refused.said]).toEqual([
      null,
      expect.stringContaining("serves this computer only"),
    ]);
    const open = await spawnServer(ground, { HOST: "0.0.0.0", DEMO_OPEN: "yes" });
    expect(open.base).toMatch(/^http:\/\/0\.0\.0\.0:\d+$/);
    await open.stop();
  });

  it("says of a house of one's own that it still has people of the demo", async () => {
    const own = await spawnServer(ground, { DEMO: "no", HINTS: "[]" });
    expect(own.said).toContain("This house still has 4 people of the demo. They cannot sign in");
    await own.stop();
  });

  it.skipIf(process.getuid?.() !== 0)("gives root up once its door is open", async () => {
    const server = await spawnServer(ground, { RUN_AS: "65534:65534" });
    const health = async () => (await fetch(`${server.base ?? ""}/api/health`)).status;
    expect(await health()).toBe(200);
    const status = (): string => readFileSync(`/proc/${server.pid}/status`, "utf8");
    for (let n = 0; n < 50 && !status().includes("Uid:\t65534"); n++)
      await new Promise((r) => setTimeout(r, 100));
    // Real, effective, saved and file system ids; and no group of root's beside.
    expect(/^Uid:\t(.*)$/m.exec(status())?.[1]).toBe("65534\t65534\t65534\t65534");
    expect(/^Gid:\t(.*)$/m.exec(status())?.[1]).toBe("65534\t65534\t65534\t65534");
    expect(/^Groups:\t(.*)$/m.exec(status())?.[1]?.trim()).toBe("65534");
    expect((await fetch(`${server.base ?? ""}/`)).status).toBe(200);
    await server.stop();
  });

  it("says which setting is off, and ends", async () => {
    const off = await spawnServer(ground, { SECRET_KEY: "short" });
    expect([off.base, off.said]).toEqual([null, expect.stringContaining("SECRET_KEY")]);
  });
});
