import type { News } from "@mossy/contract/news";
import type { Present } from "@mossy/contract/remarks";

/** Whoever says nothing for this long is gone, in milliseconds; windows say something every third of it. */
const GONE_AFTER = 90_000;

type Said = Extract<News, { kind: "here" }>;

/**
 * Who works on which document, as this process heard it: nothing of it is stored, nobody is held up by it.
 */
export class Here {
  readonly #on = new Map<string, Map<string, { readonly present: Present; readonly heard: number }>>();

  constructor(private readonly now: () => number = Date.now) {}

  /** Takes down what a window says of itself. */
  hear({ document, window, chosen, more, left, by }: Said): void {
    const there = this.#on.get(document) ?? new Map();
    if (left) there.delete(window);
    else there.set(window, { present: { window, chosen, more, by }, heard: this.now() });
    if (there.size === 0) this.#on.delete(document);
    else this.#on.set(document, there);
  }

  /** Who else works on a document than one window. */
  others(document: string, window: string): Present[] {
    return this.#still(document).filter((p) => p.window !== window);
  }

  /** Who works on a document, by id. */
  people(document: string): ReadonlySet<string> {
    return new Set(this.#still(document).map((p) => p.by.id));
  }

  /** Forgets whoever said nothing for long. */
  tidy(): void {
    for (const document of this.#on.keys()) this.#still(document);
  }

  #still(document: string): Present[] {
    const there = this.#on.get(document);
    if (!there) return [];
    const oldest = this.now() - GONE_AFTER;
    for (const [window, { heard }] of there) if (heard < oldest) there.delete(window);
    if (there.size === 0) this.#on.delete(document);
    return [...there.values()].map((x) => x.present);
  }
}
