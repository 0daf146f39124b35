import { diskFolderOf } from "./diskPlan.ts";
import type { DiskFolder, DiskPlan } from "./diskPlan.ts";

const AUDIO = ["wav", "aif", "aiff", "flac", "bwf"];

/** Folders of a project. Common practice, no source. */
const PROJECT: DiskFolder[] = [
  diskFolderOf("Audio", "what was recorded", { kinds: AUDIO, files: "recorded-file" }),
  diskFolderOf("Session", "the session file of the workstation", {
    kinds: ["dawproject", "xml", "json", "mid"],
    files: "session",
    inside: [
      diskFolderOf("Backups", "copies the workstation makes by itself", {
        kinds: ["dawproject", "xml", "json", "bak"],
      }),
    ],
  }),
  diskFolderOf("Mixes", "mixes that left the room", { kinds: AUDIO, files: "session" }),
  diskFolderOf("Stems", "stems that left the room", { kinds: AUDIO, files: "stem", must: false }),
  diskFolderOf("Notes", "recall sheets, input lists, letters", { kinds: ["txt", "pdf", "csv", "md"] }),
  diskFolderOf("Pictures", "of the set-up, for recall", { kinds: ["jpg", "jpeg", "png", "heic"] }),
];

/** Folders of a project and of the shared disk. Common practice, no source. */
export const USUAL_DISK: DiskPlan = {
  root: "/House",
  longest: 260,
  script: "portable",
  project: PROJECT,
  shared: [
    diskFolderOf("Projects", "one folder a job", {
      inside: [
        {
          name: null,
          named: "session-folder",
          says: "one job, named by its date",
          kinds: [],
          files: null,
          must: false,
          inside: [],
        },
      ],
    }),
    diskFolderOf("Library", "templates, blocks and chains of the house", {
      inside: [
        diskFolderOf("Templates", "released templates", { kinds: ["dawproject", "zip"] }),
        diskFolderOf("Samples", "instruments of the house", { kinds: [...AUDIO, "sfz"] }),
        diskFolderOf("Impulses", "rooms and plates, for convolution", { kinds: AUDIO }),
      ],
    }),
    diskFolderOf("Archive", "closed jobs", {
      must: false,
      inside: [
        {
          name: null,
          named: "session-folder",
          says: "one closed job",
          kinds: [],
          files: null,
          must: false,
          inside: [],
        },
      ],
    }),
    diskFolderOf("Inbox", "what came in and waits to be sorted", {
      kinds: [...AUDIO, "zip", "txt", "pdf"],
      must: false,
    }),
  ],
};
