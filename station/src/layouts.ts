import type { HouseClient } from "./house.ts";

/**
 * Gets the layouts and maps a station does not have at their latest version, lets go of those that are not for it,
 * and tells the house which it has.
 * @param has versions by what they are of; kept up to date
 */
export async function keepLayouts(
  house: Pick<HouseClient, "layouts" | "layoutFile" | "hasLayouts">,
  has: Map<string, number>,
  says: (line: string) => void,
): Promise<void> {
  const wanted = await house.layouts();
  for (const { layout, name, version } of wanted) {
    if (has.get(layout) === version) continue;
    const { length } = await house.layoutFile(layout, version);
    says(`station: has “${name}”, version ${version} (${length} bytes)`);
    has.set(layout, version);
  }
  for (const id of has.keys()) if (!wanted.some((w) => w.layout === id)) has.delete(id);
  await house.hasLayouts([...has].map(([layout, version]) => ({ layout, version })));
}
