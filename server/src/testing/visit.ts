import { afterAll } from "vitest";
import { Visitor, openHouse } from "./house.ts";
import type { TestHouse } from "./house.ts";

/**
 * A house of its own for a test file, gone after its last test.
 * @param who whom to sign in, by what they sign in as; they come back in that order
 */
export async function visit<const W extends readonly string[]>(
  ...who: W
): Promise<{ house: TestHouse; visitors: { [K in keyof W]: Visitor } }> {
  const house = await openHouse();
  afterAll(() => house.close());
  const visitors = await Promise.all(who.map((name) => Visitor.signedIn(house.base, name)));
  return { house, visitors: visitors as { [K in keyof W]: Visitor } };
}
