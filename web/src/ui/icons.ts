import {
  mdiAccountGroup,
  mdiAccountMusic,
  mdiBookOpenVariant,
  mdiCreation,
  mdiFilmstrip,
  mdiFolder,
  mdiForum,
  mdiGuitarAcoustic,
  mdiGuitarElectric,
  mdiHeadset,
  mdiMetronome,
  mdiMicrophoneVariant,
  mdiMusic,
  mdiPiano,
  mdiPipe,
  mdiSaxophone,
  mdiSineWave,
  mdiCallMerge,
  mdiTrumpet,
  mdiViolin,
  mdiWaves,
} from "@mdi/js";
import type { HouseIcon, IconPath } from "@mossy/core/house/house";
import { useSyncExternalStore } from "react";

const KIT =
  "M12 10.5a5.7 5.7 0 1 1 0 11.4 5.7 5.7 0 0 1 0-11.4zm0 2.6a3.1 3.1 0 1 0 0 6.2 3.1 3.1 " +
  "0 0 0 0-6.2zM1 6.6 9.2 4l.6 1.8-8.2 2.6zM14.8 4 23 6.6l-.6 1.8-8.2-2.6zM4.4 " +
  "8h1.8v13.9H4.4zM17.8 8h1.8v13.9h-1.8z";
const HAND_DRUM =
  "M5 2.5h14v3H5zM5.6 7h12.8c.6 4.5-.5 8.3-2.4 11.3l1.6 3.2H6.4L8 18.3C6.1 15.3 5 11.5 5.6 7z";
const IRON =
  "M12 1.5a10.5 10.5 0 1 1 0 21 10.5 10.5 0 0 1 0-21zm0 6.5a4 4 0 1 0 0 8 4 4 0 0 0 " +
  "0-8zm0-4.5a1.4 1.4 0 1 0 0 2.8 1.4 1.4 0 0 0 0-2.8zm0 14.2a1.4 1.4 0 1 0 0 2.8 1.4 1.4 " +
  "0 0 0 0-2.8zm-7.1-7.1a1.4 1.4 0 1 0 0 2.8 1.4 1.4 0 0 0 0-2.8zm14.2 0a1.4 1.4 0 1 0 0 " +
  "2.8 1.4 1.4 0 0 0 0-2.8z";
const PAN =
  "M6.2 2h11.6c.7 0 1.2.5 1.2 1.2V6.3H5V3.2C5 2.5 5.5 2 6.2 2zM5.7 7.7h12.6v3.5H5.7zm0 " +
  "5h12.6v3.5H5.7zM5 17.7h14v3.1c0 .7-.5 1.2-1.2 1.2H6.2c-.7 0-1.2-.5-1.2-1.2z";
const SCRATCHER = "M3 6h18v3H3zm0 4.5h18v3H3zM3 15h18v3H3z";
const ACCORDION = "M2 4h4v16H2zm16 0h4v16h-4zM7 6h2v12H7zm3.5 0h3v12h-3zM15 6h2v12h-2z";
const ORGAN = "M2.5 9h3v11h-3zm5-4h3v15h-3zm5-3h3v18h-3zm5 5h3v13h-3zM2 21h20v1.5H2z";

/**
 * An icon as it is chosen: its name, words it is found by, what it is drawn of, whether it is the house's
 * own.
 */
export interface DrawnIcon {
  readonly name: string;
  readonly tags: string;
  readonly paths: readonly IconPath[];
  readonly own: boolean;
}

const filled = (d: string): readonly IconPath[] => [{ d, stroke: null, evenOdd: true }];
const shipped = (name: string, tags: string, d: string): DrawnIcon => ({
  name,
  tags,
  paths: filled(d),
  own: false,
});

/**
 * Icons every page needs, in a 24 by 24 box. From Material Design Icons (Apache 2.0) and seven of our own;
 * the rest is loaded when asked for.
 */
const FIRST: readonly DrawnIcon[] = [
  shipped("kit", "drum kit drums", KIT),
  shipped("hand-drum", "percussion conga drum", HAND_DRUM),
  shipped("iron", "engine room percussion metal", IRON),
  shipped("pan", "steelpan barrel", PAN),
  shipped("scratcher", "percussion guiro", SCRATCHER),
  shipped("bass", "bass guitar", mdiGuitarElectric),
  shipped("guitar", "acoustic guitar", mdiGuitarAcoustic),
  shipped("guitar-electric", "electric guitar", mdiGuitarElectric),
  shipped("banjo", "plucked folk", mdiGuitarAcoustic),
  shipped("accordion", "bellows folk", ACCORDION),
  shipped("flute", "pipe woodwind whistle", mdiPipe),
  shipped("piano", "keys grand", mdiPiano),
  shipped("organ", "keys pipes", ORGAN),
  shipped("synth", "tone sine", mdiSineWave),
  shipped("violin", "strings fiddle", mdiViolin),
  shipped("trumpet", "brass", mdiTrumpet),
  shipped("sax", "reed woodwind", mdiSaxophone),
  shipped("music", "note any", mdiMusic),
  shipped("voice", "vocal microphone lead", mdiMicrophoneVariant),
  shipped("choir", "group ensemble", mdiAccountGroup),
  shipped("speech", "story reading book", mdiBookOpenVariant),
  shipped("film", "picture", mdiFilmstrip),
  shipped("waves", "sea ambience room", mdiWaves),
  shipped("talk", "headset cue comms", mdiHeadset),
  shipped("sparkle", "effect reverb return", mdiCreation),
  shipped("bus", "sum merge path", mdiCallMerge),
  shipped("folder", "group", mdiFolder),
  shipped("click", "metronome tempo", mdiMetronome),
  shipped("crowd", "audience singer", mdiAccountMusic),
  shipped("forum", "dialogue", mdiForum),
];

let known = new Map(FIRST.map((i) => [i.name, i]));
let more: readonly DrawnIcon[] = [];
let own: readonly DrawnIcon[] = [];
let asked = false;
const listeners = new Set<() => void>();
const listen = (heard: () => void): (() => void) => {
  listeners.add(heard);
  return () => listeners.delete(heard);
};

function gather(): void {
  known = new Map([...FIRST, ...more, ...own].map((i) => [i.name, i]));
  for (const heard of listeners) heard();
}

function loadMore(): void {
  if (asked) return;
  asked = true;
  import("./moreIcons.ts").then(
    ({ MORE_ICONS }) => {
      more = MORE_ICONS.map((i) => shipped(i.name, i.tags, i.path));
      gather();
    },
    () => {
      asked = false;
    },
  );
}

/** The house's own icons, as the edition or draft at hand has them. */
export function showHouseIcons(icons: readonly HouseIcon[]): void {
  if (icons.length === 0 && own.length === 0) return;
  own = icons.map((i) => ({ name: i.id, tags: i.name, paths: i.paths, own: true }));
  gather();
}

/**
 * What an icon is drawn of; a note where nobody knows it. Icons beyond the first are loaded when one is
 * asked for.
 */
export function useIcon(name: string | null): readonly IconPath[] | null {
  const all = useSyncExternalStore(listen, () => known);
  if (name === null) return null;
  const icon = all.get(name);
  if (!icon) loadMore();
  return icon?.paths ?? known.get("music")?.paths ?? null;
}

/** Every icon there is to choose from, loaded whole. */
export function useAllIcons(): readonly DrawnIcon[] {
  const all = useSyncExternalStore(listen, () => known);
  loadMore();
  return [...all.values()];
}
