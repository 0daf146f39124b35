import { z } from "zod";
import { carryOut, disk, diskRun, hashWish, hashes, madeFolders, makeFolders } from "./disk.ts";
import * as dv from "./devices.ts";
import * as r from "./rooms.ts";
import { CREW, FILE, LEAD, TEAM, TEAM_AND_STATION, UPLOAD, done, route } from "./route.ts";
import {
  corrected,
  handInAnswer,
  packageQuery,
  send,
  sessions,
  sessionsQuery,
  setAside,
  fitLook,
  fitWays,
  lastDecided,
  lookAtFit,
  startSession,
  tickLine,
  wholeCheckIn,
  wholeSession,
} from "./sessions.ts";

/** Rooms and their stations, the shared disk, sessions and what comes back from them. */
export const workRoutes = {
  tick: route({
    summary: "Tick a line of the checklist off for a room, or take the tick away",
    who: TEAM,
    rooms: "own",
    small: true,
    body: r.tick,
    answer: r.ticks,
  }),
  disk: route({
    summary: "What stands on the shared disk, and what was moved on it",
    who: "signed-in",
    answer: disk,
  }),
  hashOnDisk: route({
    summary: "Hashes of files on the shared disk",
    who: CREW,
    body: hashWish,
    answer: hashes,
  }),
  makeOnDisk: route({
    summary: "Make folders on the shared disk",
    who: LEAD,
    body: makeFolders,
    answer: madeFolders,
  }),
  moveOnDisk: route({
    summary: "Carry a move plan out on the shared disk; the log undoes it",
    who: LEAD,
    body: carryOut,
    answer: diskRun,
  }),
  undoOnDisk: route({ summary: "Undo what was moved", who: LEAD, answer: diskRun }),

  rooms: route({ summary: "The rooms with their inputs and limits", who: "signed-in", answer: r.rooms }),
  room: route({
    summary: "A room, with what it ticked off and its stations",
    who: "signed-in",
    answer: r.wholeRoomCard,
  }),
  newRoom: route({ summary: "Make a room", once: true, who: LEAD, body: r.newRoom, answer: r.madeRoom }),
  editRoom: route({
    summary: "Edit a room; its engineers may where a lead lets them",
    who: CREW,
    rooms: "own",
    body: r.editRoom,
    answer: done,
  }),
  allSoftware: route({
    summary: "What the software of rooms can do, and which rooms have it",
    who: "signed-in",
    answer: r.allSoftware,
  }),
  newSoftware: route({
    summary: "Describe software that rooms can share",
    who: LEAD,
    once: true,
    body: r.newSoftware,
    answer: r.madeSoftware,
  }),
  editSoftware: route({
    summary: "Say otherwise what software can do",
    who: LEAD,
    body: r.editSoftware,
    answer: done,
  }),
  dropSoftware: route({
    summary: "Drop software that no room has",
    who: LEAD,
    small: true,
    answer: done,
  }),
  installed: route({
    summary: "What is installed in a room",
    who: "signed-in",
    answer: dv.installedThere,
  }),
  tellInstalled: route({
    summary: "Tell what is installed in a room; its engineers may where a lead lets them",
    who: CREW,
    rooms: "own",
    body: dv.tellInstalled,
    answer: done,
  }),
  reportInstalled: route({
    summary: "A station reports what is installed where it stands",
    who: ["station"],
    body: dv.reportInstalled,
    answer: done,
  }),
  substitutes: route({
    summary: "What may stand for what where a device is not installed",
    who: "signed-in",
    answer: dv.substitutesNow,
  }),
  setSubstitutes: route({
    summary: "Say what may stand for what",
    who: LEAD,
    body: dv.setSubstitutes,
    answer: done,
  }),
  deviceMatrix: route({
    summary: "All rooms against the devices that are needed, and what hangs on those that are missing",
    who: "signed-in",
    answer: dv.deviceMatrix,
  }),
  orderRooms: route({
    summary: "Put the rooms in another order",
    who: LEAD,
    body: r.orderRooms,
    answer: done,
  }),
  retireRoom: route({
    summary: "Retire a room, or bring it back; its sessions stay",
    who: LEAD,
    small: true,
    body: r.retireRoom,
    answer: done,
  }),
  newStation: route({
    summary: "Make a station for a room; its token is shown this once",
    who: LEAD,
    small: true,
    body: r.newStation,
    answer: r.madeStation,
  }),
  withdrawStation: route({ summary: "Withdraw a station's token", who: LEAD, answer: done }),
  report: route({
    summary: "A station tells how it stands, a sample machine what it holds",
    who: ["station"],
    body: r.report,
    answer: r.reported,
  }),

  sessions: route({
    summary: "The sessions, newest first, some at a time",
    who: "signed-in",
    query: sessionsQuery,
    answer: sessions,
  }),
  lookAtFit: route({
    summary: "See a release fitted to a room before anything is made",
    who: "signed-in",
    body: lookAtFit,
    answer: fitLook,
  }),
  fitWays: route({
    summary: "What would help where a release does not fit a room whole, each with what it is worth",
    who: "signed-in",
    body: lookAtFit,
    answer: fitWays,
  }),
  lastDecided: route({
    summary: "What was decided when a template was last fitted to a room",
    who: "signed-in",
    answer: lastDecided,
  }),
  startSession: route({
    summary: "Fit a release into a room and start a session from it",
    who: TEAM,
    once: true,
    rooms: "own",
    body: startSession,
    answer: wholeSession,
  }),
  session: route({
    summary: "A session with its fit report and check-ins",
    who: "signed-in",
    answer: wholeSession,
  }),
  package: route({
    summary:
      "The package for the room as the session stands now, a ZIP; without the sounds the room has already",
    who: TEAM_AND_STATION,
    rooms: "station",
    query: packageQuery,
    answer: FILE,
  }),
  closeSession: route({
    summary: "Close a session: nobody changes, sends or hands in until it is opened again",
    who: CREW,
    rooms: "own",
    open: true,
    answer: done,
  }),
  openSession: route({ summary: "Open a closed session again", who: CREW, rooms: "own", answer: done }),
  tickLine: route({
    summary: "Tick a line of what is gone through before recording, or take the tick away",
    who: TEAM,
    rooms: "own",
    open: true,
    small: true,
    body: tickLine,
    answer: r.ticks,
  }),
  sessionInputListPdf: route({
    summary: "The input list of a session as it stands now, as one page (PDF)",
    who: "signed-in",
    answer: FILE,
  }),
  sendToStation: route({
    summary:
      "Tell the room's station that the session as it stands now waits: as a package, or as " +
      "the corrected file alone",
    who: TEAM,
    once: true,
    rooms: "own",
    open: true,
    body: send,
    answer: done,
  }),
  handIn: route({
    summary: "Hand a session file in",
    who: TEAM_AND_STATION,
    once: true,
    rooms: "own",
    open: true,
    query: z.object({
      session: z.uuid().optional(),
      name: z.string().max(200).optional(),
      /** Take it in although it is little like that session. */
      sure: z.literal("yes").optional(),
    }),
    body: UPLOAD,
    answer: handInAnswer,
  }),
  checkIn: route({
    summary: "A check-in: as given, as it came, as it stands",
    who: "signed-in",
    answer: wholeCheckIn,
  }),
  setAside: route({
    summary: "Set a wrong hand-in aside with a reason, or take that back; it stays in the record",
    who: LEAD,
    open: true,
    small: true,
    body: setAside,
    answer: done,
  }),
  correctedFile: route({
    summary: "The session file that came in, put right: everything else in it as it came",
    who: TEAM_AND_STATION,
    rooms: "station",
    answer: FILE,
  }),
  correction: route({
    summary: "What was put right, as a small list of edits for whoever has the file itself",
    who: TEAM_AND_STATION,
    rooms: "station",
    answer: corrected,
  }),
} as const;
