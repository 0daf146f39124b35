import type { PersonRight } from "@mossy/contract/people";

export interface DemoPerson {
  readonly id: string;
  readonly signIn: string;
  readonly name: string;
  readonly right: PersonRight;
  /** Rooms they work in; null for all. */
  readonly rooms: readonly string[] | null;
  readonly does: string;
  readonly password: string;
}

/**
 * The people of Saltmarsh Sound House, all invented. Their passwords stand on the sign-in page of the demo.
 */
export const demoPeople: readonly DemoPerson[] = [
  {
    id: "marram",
    signIn: "marram",
    name: "Marram Vale",
    right: "lead",
    rooms: null,
    does: "keeps the house style and the library",
    password: "tide-table",
  },
  {
    id: "tamsin",
    signIn: "tamsin",
    name: "Tamsin Roe",
    right: "engineer",
    rooms: ["ferry-van", "pan-yard"],
    does: "engineer, Ferry Van and Pan Yard",
    password: "low-water",
  },
  {
    id: "ossian",
    signIn: "ossian",
    name: "Ossian Peel",
    right: "engineer",
    rooms: ["loft"],
    does: "engineer, Loft",
    password: "rope-walk",
  },
  {
    id: "wren",
    signIn: "wren",
    name: "Wren Addis",
    right: "assistant",
    rooms: null,
    does: "assistant in every room",
    password: "sea-kale",
  },
];
