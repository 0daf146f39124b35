import { Ajv2020 } from "ajv/dist/2020.js";
import { expect, it } from "vitest";
import { writeHouseFile } from "@mossy/core/formats/houseFile";
import { blankHouse } from "@mossy/core/house/blank";
import { STARTERS } from "@mossy/core/house/starters";
import { visit } from "./testing/visit.ts";

const { house, visitors } = await visit("marram");
const [lead] = visitors;
const schemaOf = async (name: string): Promise<object> => {
  const res = await fetch(`${house.base}/api/schemas/${name}.json`);
  expect(res.headers.get("content-type")).toContain("application/schema+json");
  return (await res.json()) as object;
};
const checking = (schema: object) => new Ajv2020({ strict: false, validateFormats: false }).compile(schema);

it("the house publishes schemas by which a general validator takes every file it writes, and no other", async () => {
  const isHouse = checking(await schemaOf("house-style"));
  for (const made of [...STARTERS.map((s) => s.make("Any house")), blankHouse("Any house")]) {
    const written = JSON.parse(writeHouseFile(made)) as Record<string, unknown>;
    expect([isHouse(written), isHouse.errors]).toEqual([true, null]);
    expect(isHouse({ ...written, palette: "moss" })).toBe(false);
    const { words: _, ...without } = written;
    expect(isHouse(without)).toBe(false);
  }
  const isTemplate = checking(await schemaOf("template"));
  const isSession = checking(await schemaOf("session"));
  const { templates } = (await lead.ask("library", {})).data;
  for (const { id, latest } of templates) {
    const { data } = await lead.ask(
      "templateFile",
      { template: id },
      undefined,
      `?as=template${latest ? `&release=${latest.number}` : ""}`,
    );
    // It came as JSON, and was read as such.
    const written = data as unknown as { session: object };
    expect([id, isTemplate(written), isTemplate.errors]).toEqual([id, true, null]);
    expect(isSession(written.session)).toBe(true);
    expect(isTemplate({ ...written, session: { ...written.session, tempo: "fast" } })).toBe(false);
  }
  const unknown = await fetch(`${house.base}/api/schemas/song.json`);
  expect([unknown.status, await unknown.text()]).toEqual([
    404,
    expect.stringContaining("there are house-style, template, session"),
  ]);
});
