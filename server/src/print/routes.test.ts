import { tablesIn } from "@mossy/core/formats/tableFile";
import { unzipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { pagesOf } from "../testing/pdf.ts";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, assistant],
} = await visit("marram", "tamsin");
const said = async (bytes: Uint8Array): Promise<string> => (await pagesOf(bytes)).flat().join(" ");

describe("what goes to paper", () => {
  it("is the house style: the draft, or the edition that is named", async () => {
    const draft = await assistant.ask("houseBook", {});
    expect(draft.headers.get("content-disposition")).toContain("House_style_Saltmarsh_Sound_House.pdf");
    const text = await said(draft.data);
    expect(text).toContain("Draft, as it was after change");
    expect(text).toContain("rough guides are slate");
    const first = await said((await assistant.ask("houseBook", {}, undefined, "?edition=1")).data);
    expect(first).toContain("Edition 1 · Marram Vale");
    expect(first).not.toContain("rough guides are slate");
    expect((await lead.ask("houseBook", {}, undefined, "?edition=99")).status).toBe(404);
  });

  it("is every chain of the shelf, or one", async () => {
    const { chains } = (await lead.ask("chains", {})).data;
    const all = await said((await lead.ask("chainSheets", {})).data);
    for (const c of chains) expect(all).toContain(c.name);
    const [one] = chains;
    const sheet = await lead.ask("chainSheets", {}, undefined, `?chain=${one!.id}`);
    expect(await said(sheet.data)).toContain(`version ${one!.versions[0]!.version} ·`);
    expect(await said(sheet.data)).not.toContain(chains[1]!.name);
    expect((await lead.ask("chainSheets", {}, undefined, "?chain=nothing")).status).toBe(404);
  });

  it("goes along in a package, with the list as a spreadsheet; a title in any script names its folder", async () => {
    const wish = { room: "pan-yard", template: "steelpan-orchestra-full-yard", release: 6, leaveOut: [] };
    const { data: session } = await lead.ask("startSession", {}, { ...wish, title: "Прилив 潮汐" });
    expect(session.folder).toMatch(/^\d{4}-\d\d-\d\d_Priliv-ChaoXi_PanYard$/);
    const { data: alike } = await lead.ask("startSession", {}, { ...wish, title: "Priliv ChaoXi" });
    expect(alike.folder).not.toBe(session.folder);
    const { data: bytes } = await lead.ask("package", { session: session.id });
    const files = unzipSync(bytes);
    const notes = (name: string): Uint8Array => files[`${session.folder}/Notes/${name}`]!;
    expect(await said(notes("Notes.pdf"))).toContain("Прилив");
    expect(await said(notes("Input_list.pdf"))).toContain("Tenor pan");
    const [sheet] = await tablesIn("Input_list.xlsx", notes("Input_list.xlsx"));
    expect(sheet?.rows[0]?.cells.slice(0, 2)).toEqual(["Input", "Socket"]);
    expect((await lead.ask("package", { session: session.id })).data).toEqual(bytes);
  });
});
