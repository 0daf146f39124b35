import { dice } from "@mossy/core/chance/dice";
import { makeStyle } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import type { Session, TrackId } from "@mossy/core/session/document";
import type { AnswerOf } from "@mossy/contract/routes";
import type { Asker } from "../doors/asker.ts";
import type { TemplateHere } from "../doors/beginning.ts";
import { Ledger } from "../measure/ledger.ts";
import { tellSides } from "../measure/sides.ts";
import { mixed } from "../spelling/rolls.ts";
import type { Said } from "../spelling/spell.ts";
import type { LoopFigures } from "./figures.ts";
import { told } from "../measure/count.ts";
import type { OpenSession, RoomSeen } from "./open.ts";

/** A file that a room handed in last. */
interface Lying {
  readonly room: string;
  readonly template: TemplateHere;
  readonly bytes: Uint8Array;
}

/** Everything a season is played in. */
export class World {
  readonly rooms: RoomSeen[] = [];
  readonly templates: TemplateHere[] = [];
  /** What each track is that a template ever had, by template. */
  readonly releases = new Map<string, Map<TrackId, Said>>();
  readonly #styles = new Map<number, Style>();
  /** The edition in force. */
  edition = 1;
  readonly ledger = new Ledger();
  /** What lay handed in when the week began. */
  lying: readonly Lying[] = [];
  constructor(
    readonly leads: readonly [Asker, Asker],
    readonly style: Style,
    readonly figures: LoopFigures,
    readonly seed: number,
    readonly roll: () => number,
  ) {}

  get lead(): Asker {
    return this.leads[0];
  }
  get other(): Asker {
    return this.leads[1];
  }

  /** Dice of something that happens, the same whatever happens besides. @param words what it is */
  rollFor(words: string): () => number {
    return dice(mixed(`${this.seed} ${words}`));
  }

  openSessions(): string[] {
    return this.rooms.flatMap(({ open }) => open?.id ?? []);
  }

  /** Looks at what lies handed in. */
  lookRound(): void {
    this.lying = this.rooms.flatMap(({ id, open }) =>
      open?.last ? [{ room: id, template: open.template, bytes: open.last.came.bytes }] : [],
    );
  }

  /** Remembers what the tracks of a template are. */
  learn({ id, known }: TemplateHere): void {
    this.releases.set(id, new Map([...(this.releases.get(id) ?? []), ...known.said]));
  }

  async styleOf(edition: number): Promise<Style> {
    const known = this.#styles.get(edition);
    if (known) return known;
    const style = makeStyle((await this.lead.ask("houseEdition", { edition })).house);
    this.#styles.set(edition, style);
    return style;
  }

  /** Looks whose each thing is that is off in a session, as its page says it and as the house counts it. */
  async tellSides(page: AnswerOf<"checkIn">, now: Session, open: OpenSession): Promise<void> {
    const { baseline, session } = page;
    const [style, then] = [await this.styleOf(this.edition), await this.styleOf(session.edition)];
    const { sides } = this.figures;
    const { worked, ids } = open.running;
    const things = new Map(
      [...(this.releases.get(open.template.id) ?? [])].map(([id, { thing }]) => [id, thing]),
    );
    for (const [id, { thing }] of worked.said) things.set(ids.get(id) ?? id, thing);
    const counted = tellSides({ now, baseline, style, then, things }, open.running.hands, sides);
    const said = [page.openNow, page.askedNow, page.broughtNow].join(", ");
    const is = [counted.room, counted.edition, counted.release].join(", ");
    if (said !== is) told(sides, "wrong", `the house counts ${said}, its page ${is}`);
  }
}
