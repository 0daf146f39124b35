import type { Rule } from "./rule.ts";
import { nameOffPattern, nameUnreadable, sameName } from "./names.ts";
import { colourOff, iconOff } from "./look.ts";
import { folderSound, outOfOrder, outsideFolder } from "./place.ts";
import { busFormat, feedsCircle, feedsNowhere, folderArmed, inputTwice, polarityPair, unfedReturn } from "./signal.ts";
import { extraTrack, inputMoved, missingTrack, settingChanged } from "./release.ts";

/** Every rule, in the order their findings are shown. A new rule is one file (or a place in one) and one line here. */
export const RULES: readonly Rule[] = [
  settingChanged, missingTrack, extraTrack, inputMoved,
  feedsCircle, feedsNowhere, inputTwice, folderArmed, busFormat, polarityPair, unfedReturn,
  nameUnreadable, sameName, nameOffPattern, outsideFolder, outOfOrder, folderSound, colourOff, iconOff,
];
