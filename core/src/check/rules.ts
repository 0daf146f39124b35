import type { Rule } from "./rule.ts";
import { nameOffPattern, nameUnreadable, sameName } from "./names.ts";
import { cueIntoMain, feedsCircle, feedsNowhere, unfedReturn } from "./feeds.ts";
import { colourOff, iconOff } from "./look.ts";
import { itemBeyond, itemOfAJob, soundNotHere, soundOtherRate } from "./items.ts";
import { folderSound, outOfOrder, outsideFolder } from "./place.ts";
import { busFormat, linkGone, folderArmed, inputTwice, polarityPair } from "./signal.ts";
import { chainNarrow, correctionPrinted, keyGone } from "./chain.ts";
import { pulledDownTwice } from "./levels.ts";
import { leansAside, lowAside, onOneSpot } from "./mix.ts";
import { inputForgotten, inputOutOfRange, listenArmed, phantomOff } from "./record.ts";
import {
  articulationsApart,
  callAmongNotes,
  calledAlike,
  channelsAlike,
  notReset,
  octaveOff,
  offsetOff,
  outputUntaken,
  patchTwice,
} from "./sampled.ts";
import { markerOfAJob, markerOffPattern } from "./markers.ts";
import { markerOffGrid, musicInBarOne, musicRateWithPicture, tempoInLeadIn, timecodeOff } from "./time.ts";
import { extraTrack, inputMoved, missingTrack, settingChanged } from "./release.ts";

/**
 * Every rule, in the order their findings are shown. A new rule is one file (or a place in one) and one
 * line here.
 */
export const RULES: readonly Rule[] = [
  settingChanged,
  missingTrack,
  extraTrack,
  inputMoved,
  itemOfAJob,
  markerOfAJob,
  soundNotHere,
  feedsCircle,
  feedsNowhere,
  inputTwice,
  inputOutOfRange,
  inputForgotten,
  phantomOff,
  folderArmed,
  listenArmed,
  busFormat,
  chainNarrow,
  correctionPrinted,
  keyGone,
  cueIntoMain,
  polarityPair,
  unfedReturn,
  linkGone,
  musicInBarOne,
  tempoInLeadIn,
  timecodeOff,
  musicRateWithPicture,
  markerOffGrid,
  markerOffPattern,
  soundOtherRate,
  itemBeyond,
  outputUntaken,
  channelsAlike,
  calledAlike,
  callAmongNotes,
  octaveOff,
  notReset,
  articulationsApart,
  offsetOff,
  patchTwice,
  pulledDownTwice,
  onOneSpot,
  leansAside,
  lowAside,
  nameUnreadable,
  sameName,
  nameOffPattern,
  outsideFolder,
  outOfOrder,
  folderSound,
  colourOff,
  iconOff,
];
