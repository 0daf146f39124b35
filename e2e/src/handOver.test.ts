import { describe, it } from "vitest";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");

// One story, in order.
describe("a running session handed from the van to the yard and back", () => {
  it("is begun in the van, where not everything has an input", async () => {
    await b.go("/rooms/ferry-van/fit/steelpan-orchestra-full-yard/6");
    await b.see("//section[@aria-label='Cannot be placed']//li");
    await b.type("//input[@aria-label='Name of the session']", "Row by row");
    await b.button("Make the session package");
    await b.see("//h1[.='Row by row']");
    await b.see("//section[@aria-labelledby='fit'][contains(., 'Fitted to Ferry Van')]");
  });

  it("shows how it fits there before it goes, and goes", async () => {
    await b.choose("Hand the session to", "Pan Yard");
    await b.see("//h1[.='Handing “Row by row” to Pan Yard']");
    await b.see("//p[.='Every source has an input.']");
    await b.gone("//input[@aria-label='Name of the session']");
    await b.button("Hand it to Pan Yard");
    await b.see("//section[@aria-labelledby='fit'][contains(., 'Fitted to Pan Yard')]");
    await b.see("//section[@aria-labelledby='fit'][contains(., '0 cannot be placed')]");
    await b.seeText("From Ferry Van to Pan Yard");
  });

  it("goes back to the van, and stands there as it stood", async () => {
    await b.choose("Hand the session to", "Ferry Van");
    await b.see("//h1[.='Handing “Row by row” to Ferry Van']");
    await b.see("//section[@aria-label='Cannot be placed']//li[contains(., 'FourPan')]");
    await b.button("Hand it to Ferry Van");
    await b.see("//section[@aria-labelledby='fit'][contains(., 'Fitted to Ferry Van')]");
    await b.see("//section[@aria-labelledby='fit'][contains(., '16 cannot be placed')]");
  });
});
