import { foldersToMake } from "@mossy/core/disk/blueprint";
import { sessionFolder } from "@mossy/core/disk/sessionFolder";
import type { Style } from "@mossy/core/house/style";
import { compose } from "@mossy/core/names/compose";
import type { Session } from "@mossy/core/session/document";
import { beatSounds } from "./beats.ts";
import { demoLibraries } from "./instruments.ts";
import { reelList, renderedNotes, renderedReel } from "./renders.ts";
import { hurriedTakes } from "./takes.ts";

/** A file of the demo's shared disk, large ones made when they are written; a folder where there is no content. */
export interface DemoFile {
  readonly path: string;
  readonly content: string | Uint8Array | (() => Uint8Array) | null;
}

const JOBS: readonly (readonly [title: string, room: string, day: string])[] = [
  ["Spring tide rehearsal", "Pan Yard", "2026-03-28"],
  ["Spring tide live", "Pan Yard", "2026-04-11"],
  ["Irons and hides", "Pan Yard", "2026-05-02"],
  ["Lantern tales", "Story Tent", "2026-05-16"],
  ["Capstan evening", "Ferry Van", "2026-06-06"],
  ["Groyne to groyne", "Loft", "2026-06-20"],
  ["Marram sessions 02", "Pan Yard", "2026-08-15"],
  ["The eel and the moon", "Story Tent", "2026-08-29"],
];

const sound = (of: string): string => `stand-in for sound: ${of}\n`.padEnd(180 + of.length * 7, "~");

/** A session of the demo as its folder is called by it. */
interface Job {
  readonly title: string;
  /** The name of its room. */
  readonly room: string;
  readonly at: Date;
}
/** What was recorded in a hurry, where nobody looks at how it sounds. */
const HURRIED = ["Kick take 1.wav", "snare top 02.wav", "Hat_T01.wav"];
/** The sample libraries of which there are notes to measure, note by note or as reels that wait to be sorted. */
const [BY_NOTE, IN_REELS] = ["tideline", "eelgrass"];
/** The session whose recorded files are sound. */
const SOUNDING = "Engine overdubs";

/**
 * The shared disk of Saltmarsh Sound House as it is after a year: most of it by the blueprint,
 * and what people did by hand. The same house gives the same disk.
 * @param jobs sessions that have a folder there, as they run or were left when they were closed
 */
export function demoDisk(style: Style, yard: Session, jobs: readonly Job[]): DemoFile[] {
  const { house, reader } = style;
  const files: DemoFile[] = foldersToMake(house.disk.shared, "").map((path) => ({ path, content: null }));
  const put = (path: string, content: DemoFile["content"] = sound(path)): void => {
    files.push({ path, content });
  };
  JOBS.forEach(([title, room, day], job) => {
    const root = `Projects/${sessionFolder(house, reader, title, room, new Date(`${day}T12:00:00Z`))}`;
    for (const path of foldersToMake(house.disk.project, root)) put(path, null);
    for (const t of yard.tracks.filter((x) => x.kind === "audio"))
      for (let take = 1; take <= 1 + (job % 2); take++) {
        const name = compose(house.names["recorded-file"], reader, { ...t, take });
        if (name !== null) put(`${root}/Audio/${name}.wav`);
      }
    put(`${root}/Session/${title.replaceAll(" ", "-")}_v01.dawproject`);
    put(`${root}/Mixes/${title.replaceAll(" ", "-")}_v01.wav`);
    put(`${root}/Notes/Recall.txt`, `Recall for ${title}\n`);
  });
  for (const { title, room, at } of jobs) {
    const root = `Projects/${sessionFolder(house, reader, title, room, at)}`;
    for (const path of foldersToMake(house.disk.project, root)) put(path, null);
    if (title === SOUNDING) for (const [name, bytes] of hurriedTakes()) put(`${root}/Audio/${name}`, bytes);
    else for (const name of HURRIED) put(`${root}/Audio/${name}`);
    put(`${root}/Session/${title.replaceAll(" ", "-")}_v01.dawproject`);
  }
  // By hand.
  const night = "Projects/Shanty night 14.08.2026";
  for (const path of ["audio", "Session", "Mixes", "notes", "Pictures"]) put(`${night}/${path}`, null);
  for (const name of [
    "Shanty lead take 1.WAV",
    "Shanty lead take 2.WAV",
    "Fiddle 01.wav",
    "Accordion 01.wav",
    "crew left 01.wav",
    "what is this.wav",
    "IMG 0412.jpg",
    ".DS_Store",
  ])
    put(`${night}/audio/${name}`);
  put(`${night}/Mixes/Shanty night mix v2.wav`);
  put(`${night}/Mixes/Shanty night mix v2 copy.wav`, sound(`${night}/Mixes/Shanty night mix v2.wav`));
  put(`${night}/notes/who stood where?.txt`, "Caller in front, crew behind.\n");
  put(`${night}/notes/aux.txt`, "Aux sends, by hand.\n");
  put("Projects/harbour walk (old)/Sea wide.wav");
  put("Projects/harbour walk (old)/New Folder", null);
  const marram = "Projects/2026-08-15_Marram-sessions-02_PanYard";
  put(`${marram}/Audio/Snare_Btm_T03.wav`);
  put(`${marram}/Audio/snare_btm_T03.wav`);
  put(`${marram}/Audio/Kick In T7.wav`);
  put(`${marram}/Audio/Caf\u0065\u0301 ambience.wav`);
  put(`${marram}/Mixes/Marram bounce v3.wav`, "");
  put(`${marram}/Stray ideas.txt`, "Louder irons.\n");
  put(
    "Inbox/From the festival/everything that was on the little recorder, copied in a hurry " +
      "on the last night of the regatta and never looked at again/channel one of the little " +
      "recorder as it came, with wind in it and somebody laughing very close to the " +
      "microphone, take it or leave it.wav",
  );
  put("Library/Templates/Old yard.zip", "a template of long ago\n");
  return [...files, ...toPlay(), ...toMeasure()];
}

/** Sounds that stand behind parts. */
const toPlay = (): DemoFile[] => beatSounds().map(({ path, bytes }) => ({ path, content: bytes }));

/** Notes of sample libraries to measure them by. */
const toMeasure = (): DemoFile[] =>
  demoLibraries.flatMap(({ library }): DemoFile[] => {
    if (library.code === BY_NOTE)
      return renderedNotes(library).map(({ name, bytes }) => ({
        path: `Library/Samples/${library.name}, notes/${name}`,
        content: bytes,
      }));
    return (library.code === IN_REELS ? library.patches : []).flatMap((patch): DemoFile[] => {
      const reel = `Inbox/${library.name}, reels/${patch.name}`;
      return [
        { path: `${reel}.wav`, content: () => renderedReel(patch) },
        { path: `${reel}.txt`, content: reelList(patch) },
      ];
    });
  });
