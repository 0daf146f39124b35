import { wholeVariant } from "@mossy/core/library/variant";
import type { Variant } from "@mossy/core/session/beside";
import type { Shelf } from "@mossy/contract/library";

/** The shelves of the house, in their order. */
export const demoShelves: readonly Shelf[] = [
  { name: "Steelpan", icon: "pan", says: "The orchestras and their rhythm." },
  { name: "Choirs", icon: "choir", says: "Shanties, with and without a band." },
  { name: "Orchestra", icon: "strings", says: "Sampled instruments, brought into time." },
  { name: "Spoken word", icon: "speech", says: "Evenings of stories, of a fixed length." },
  { name: "Field", icon: "waves", says: "Sound walks and what is recorded out of doors." },
  { name: "Mixing", icon: "bus", says: "What a record is mixed in." },
  { name: "Blocks", icon: "kit", says: "Groups of tracks that stand in more than one template." },
];

/** What each template is for. */
export const SAYS: Readonly<Record<string, string>> = {
  "steelpan-orchestra-full-yard":
    "Everything at once: pans in rows, engine room, kit, cue mixes for captain and players.",
  "engine-room-only": "Overdubs of rhythm without the yard.",
  "shanty-choir": "A caller and a crew in a half circle, fiddle and accordion beside them.",
  "story-evening": "One teller, a host, sometimes a guest; beds under the speech.",
  "festival-orchestra": "Everybody the sample libraries have, on as few tracks as their offsets serve.",
  "drum-kit": "The kit on its stands, with its plate; leads to the folder around it and a headphone mix.",
  "talkback-to-the-room": "One microphone at the desk, heard in every headphone mix.",
  "sound-walk": "Beds laid end to end in 7.1.4, a narrator over them.",
};

/** Parts of templates that are started by themselves. */
export const VARIANTS: Readonly<Record<string, readonly Variant[]>> = {
  "steelpan-orchestra-full-yard": [
    { ...wholeVariant("recorded", "What is recorded"), recorded: true },
    { ...wholeVariant("drums", "Drums only"), folders: ["folder-drum-kit"] },
    { ...wholeVariant("pans", "Pans without the yard"), folders: ["folder-pans"], with: ["talkback"] },
  ],
};

/** Releases nobody should start from any more. */
export const TAKEN_BACK = [
  {
    template: "story-evening",
    release: 4,
    reason: "The radio mic feeds nothing while the talkback is out.",
    days: 12,
  },
] as const;
