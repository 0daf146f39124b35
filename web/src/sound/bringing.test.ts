import { SOUND_PIECE } from "@mossy/contract/sounds";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { bringOne } from "./bringing.ts";

const json = (body: unknown, status = 200): Response =>
  new Response(JSON.stringify(body), { status, headers: { "Content-Type": "application/json" } });
const away = (): Response =>
  json({ type: "x", title: "Away", status: 503, detail: "Away.", where: null }, 503);
const refused = (): Response =>
  json({ type: "x", title: "Not the next piece", status: 409, detail: "No.", where: null }, 409);

/** What the house was asked, by the end of the address; it has what was sent to it. */
let asked: { what: string; key: string | null }[] = [];
/** How often what ends so is answered otherwise first, and how. */
let otherwise: [string, () => Response][] = [];
let has = 0;

function houseThatAnswers(address: string, init: RequestInit): Response {
  const what = /sounds-coming.*$/.exec(address)?.[0] ?? address;
  asked.push({ what, key: new Headers(init.headers).get("Idempotency-Key") });
  const at = otherwise.findIndex(([part]) => what.includes(part));
  if (at >= 0) return otherwise.splice(at, 1)[0]![1]();
  if (what.includes("/at/")) has += (init.body as Blob).size;
  if (what.includes("/end")) return json({ sound: { id: "s", name: "Sea" }, known: false });
  return json({ coming: "c", has });
}

/** There is a line again as soon as one waits for it. */
class Window extends EventTarget {
  override addEventListener(...of: Parameters<EventTarget["addEventListener"]>): void {
    super.addEventListener(...of);
    queueMicrotask(() => this.dispatchEvent(new Event("online")));
  }
}

beforeEach(() => {
  [asked, otherwise, has] = [[], [], 0];
  vi.stubGlobal("window", new Window());
  vi.stubGlobal("fetch", async (address: string, init: RequestInit) => houseThatAnswers(address, init));
});
afterEach(() => vi.unstubAllGlobals());

const sea = (): File => new File([new Uint8Array(2 * SOUND_PIECE)], "Sea.wav");
const ends = (): typeof asked => asked.filter(({ what }) => what.includes("/end"));

describe("a sound on its way to the house", () => {
  it("goes on where the line broke, and asks what is there of it first", async () => {
    otherwise = [[`/at/${SOUND_PIECE}`, away]];
    expect(await bringOne(sea(), { shelf: "Field", tags: [] })).toMatchObject({ name: "Sea" });
    expect(asked.map(({ what }) => /at\/\d+|end/.exec(what)?.[0] ?? "begin")).toEqual([
      "begin",
      "at/0",
      `at/${SOUND_PIECE}`,
      "begin",
      `at/${SOUND_PIECE}`,
      "end",
    ]);
  });

  it("asks what is there where another piece is due", async () => {
    otherwise = [[`/at/${SOUND_PIECE}`, refused]];
    await bringOne(sea(), { shelf: "Field", tags: [] });
    expect(has).toBe(2 * SOUND_PIECE);
  });

  it("waits as long for the end of it as for its pieces, and sends none of them again", async () => {
    otherwise = Array.from({ length: 9 }, () => ["/end", away]);
    expect(await bringOne(sea(), { shelf: "Field", tags: [] })).toMatchObject({ name: "Sea" });
    expect([has, ends().length]).toEqual([2 * SOUND_PIECE, 10]);
    // It is one and the same request.
    expect(new Set(ends().map(({ key }) => key)).size).toBe(1);
    expect(ends()[0]?.key).toMatch(/^[0-9a-f]{32}$/);
  });

  it("is not brought where the house refuses it", async () => {
    otherwise = [["/end", refused]];
    await expect(bringOne(sea(), { shelf: "Field", tags: [] })).rejects.toThrow("No.");
    expect(ends()).toHaveLength(1);
  });
});
