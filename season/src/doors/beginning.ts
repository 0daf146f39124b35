import type { Room } from "@mossy/core/fit/room";
import type { House } from "@mossy/core/house/house";
import { HouseClient } from "@mossy/station/house";
import type { Station } from "../rooms/station.ts";
import { limitsOfStation } from "../rooms/place.ts";
import type { Known } from "../templates/template.ts";
import { Asker } from "./asker.ts";

const PASSWORD = "salt wind over the long causeway";

/** A house on its first day: two leads, the templates and the rooms come after. */
export async function moveIn(base: string, token: string, style: House): Promise<readonly [Asker, Asker]> {
  const lead = new Asker(base);
  const first = { name: "Ada Lead", signIn: "ada", password: PASSWORD };
  await lead.ask("setUp", {}, { token, name: style.name, lead: first, style });
  const { token: link } = await lead.ask("invite", {}, { name: "Bo Lead", right: "lead", rooms: null });
  const other = new Asker(base);
  await other.ask("useLink", {}, { token: link, signIn: "bo", name: "Bo Lead", password: PASSWORD });
  return [lead, other];
}

/** A template of the house with what is known of it. */
export interface TemplateHere {
  readonly id: string;
  readonly name: string;
  readonly document: string;
  revision: number;
  release: number;
  known: Known;
  /** How many tracks it ever had. */
  ever: number;
}

export async function putUp(lead: Asker, name: string, known: Known): Promise<TemplateHere> {
  const body = { name, shelf: "House", session: known.session, note: "The house begins" };
  const { id } = await lead.ask("newTemplate", {}, body);
  const { draft } = await lead.ask("template", { template: id });
  const ever = known.session.tracks.length;
  return { id, name, document: draft.id, revision: draft.revision, release: 1, known, ever };
}

/** The software of stations, as the house knows it: the same once. */
export class SoftwareHere {
  readonly #known = new Map<string, string>();
  constructor(private readonly lead: Asker) {}

  /** @returns its id; null where nobody would write anything down */
  async of(station: Station): Promise<string | null> {
    const limits = limitsOfStation(station);
    if (limits === null) return null;
    const words = JSON.stringify(limits);
    const known = this.#known.get(words);
    if (known !== undefined) return known;
    const { id } = await this.lead.ask(
      "newSoftware",
      {},
      { name: `Software ${this.#known.size + 1}`, limits },
    );
    this.#known.set(words, id);
    return id;
  }
}

/** A room of the house with its station. */
export async function openRoom(
  lead: Asker,
  room: Room,
): Promise<{ id: string; token: string; client: HouseClient }> {
  const { id } = await lead.ask("newRoom", {}, { room });
  const { token } = await lead.ask("newStation", { room: id }, { name: `Station of ${room.name}` });
  return { id, token, client: new HouseClient(lead.base, token) };
}
