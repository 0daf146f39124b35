import pino from "pino";
import { describe, expect, it } from "vitest";
import { connect } from "../database.ts";
import { Visitor, serve } from "../testing/house.ts";
import { visit } from "../testing/visit.ts";
import { forgetOld, note } from "./store.ts";

const { house, visitors } = await visit("marram", "tamsin");
const [lead, tamsin] = visitors;
const lines = async (query = "") => (await lead.ask("record", {}, undefined, query)).data.lines;

describe("the ordinary log", () => {
  it("says sign-ins and refusals with the request the record names, and no secret", async () => {
    const lines: string[] = [];
    const log = pino({ level: "info" }, { write: (line: string) => lines.push(line) });
    const own = await serve(house.url, connect(house.url), house.diskDir, { log });
    try {
      const visitor = new Visitor(own.base);
      await visitor.ask("signIn", {}, { name: "ossian", password: "guessed-wrong-too" });
      const { headers } = await visitor.ask("signIn", {}, { name: "ossian", password: "rope-walk" });
      await visitor.ask("lookAtLink", {}, { token: "a-token-that-is-none" });
      const told = lines.map(
        (l) => JSON.parse(l) as { msg: string; account?: string; req?: { id: string } },
      );
      expect(told.map((l) => [l.msg, l.account])).toEqual([
        ["sign-in refused: name and password did not go together", "ossian"],
        ["signed in", "ossian"],
      ]);
      const { rows } = await house.pool.query<{ request: string }>(
        "select request from record where who = 'ossian' order by id",
      );
      expect(told.map((l) => l.req?.id)).toEqual(rows.map((r) => r.request));
      const token = /=([\w-]+);/.exec(headers.get("set-cookie") ?? "")?.[1] ?? "none";
      for (const secret of ["guessed-wrong-too", "rope-walk", token, "a-token-that-is-none"])
        expect(lines.join("")).not.toContain(secret);
    } finally {
      await own.close();
    }
  });
});

describe("the record", () => {
  it("says who signed in, was refused, changed rights, made folders, published; and from where", async () => {
    await new Visitor(house.base).ask("signIn", {}, { name: "wren", password: "guessed-wrong" });
    await new Visitor(house.base).ask("signIn", {}, { name: "no such name", password: "x" });
    await lead.ask(
      "editPerson",
      { person: "ossian" },
      { name: "Ossian Peel", right: "engineer", rooms: ["loft"] },
    );
    await lead.ask("makeOnDisk", {}, { folders: ["Fresh"] });
    await tamsin.ask("newTemplate", {}, { name: "Mine", shelf: "Mine" });
    const { data } = await lead.ask("house", {});
    await lead.ask("publishEdition", {}, { revision: data.draft.revision, note: "Rough guides are slate" });
    const said = (await lines()).map((l) => `${l.what}: ${l.name} ${l.says}`);
    for (const line of [
      "signed-in: Tamsin Roe signed in",
      "refused: Wren Addis name and password did not go together",
      "refused:  name and password did not go together",
      "refused: Tamsin Roe Not yours to do: POST /api/library",
      "rights: Marram Vale Ossian Peel is engineer now, in loft",
      "files: Marram Vale made 1 folder on the shared disk",
      "published: Marram Vale published edition 3 of the house style: Rough guides are slate",
    ])
      expect(said).toContain(line);
    const [first] = await lines();
    expect(first).toMatchObject({ who: "marram", address: "127.0.0.1" });
    expect(first?.request).toMatch(/^[0-9a-f-]{36}$/);
  });

  it("holds no password, token or code, whatever was typed", async () => {
    const { rows } = await house.pool.query<{ text: string }>(
      "select string_agg(r::text, ' ') as text from record r",
    );
    for (const secret of ["guessed-wrong", "tide-table", lead.cookie.split("=")[1]!])
      expect(rows[0]!.text).not.toContain(secret);
  });

  it("is searched by what it says, who and from where, by kind, and page by page to its end", async () => {
    expect((await lines("?find=OSSIAN")).every((l) => `${l.name}${l.says}`.includes("Ossian"))).toBe(true);
    expect(new Set((await lines("?what=refused")).map((l) => l.what))).toEqual(new Set(["refused"]));
    const req = { ip: "10.0.0.1", id: "r" } as never;
    for (let n = 0; n < 450; n++)
      await note(house.pool, req, { what: "files", who: null, says: `step ${n}` });
    const all: string[] = [];
    for (let next: number | null = null; ;) {
      const query: string = next === null ? "?find=step" : `?find=step&before=${next}`;
      const { data } = await lead.ask("record", {}, undefined, query);
      all.push(...data.lines.map((l) => l.says));
      if (data.next === null) break;
      ({ next } = data);
    }
    expect(all).toEqual(Array.from({ length: 450 }, (_, n) => `step ${449 - n}`));
  });

  it("goes out as CSV that runs nowhere, and says that it did", async () => {
    await tamsin.ask("editAccount", {}, { name: "=cmd|x" });
    const { data, headers } = await lead.ask("recordFile", {}, undefined, "?what=people");
    const text = new TextDecoder().decode(data as Uint8Array);
    expect(headers.get("content-disposition")).toContain("Record.csv");
    expect(text).toContain('"\'=cmd|x"');
    expect((await lines())[0]?.says).toBe("took the record as a file");
    expect((await tamsin.ask("record", {})).status).toBe(403);
  });

  it("cannot be changed, and lets go only of what is older than the house keeps it", async () => {
    await expect(house.pool.query("update record set says = 'nothing'")).rejects.toThrow(
      "cannot be changed",
    );
    const before = (await lines("?what=refused")).length;
    expect(await forgetOld(house.pool, 1)).toBe(0);
    await house.pool.query(
      "insert into record (at, what, name, says, address, request) " +
        "values (now() - interval '500 days', 'refused', '', 'old', '', '')",
    );
    expect(await forgetOld(house.pool, 400)).toBe(1);
    expect((await lines("?what=refused")).length).toBe(before);
  });
});
