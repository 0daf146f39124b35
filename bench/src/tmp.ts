import { makeReader } from "@mossy/core/words/reader";
import { usualWords } from "@mossy/core/words/usual/index";
import { displayNames } from "@mossy/core/names/display";
const words = makeReader(usualWords());
const t = (role: string|null, positions: string[] = [], number: number|null = null, of: string|null = null, name="x") => ({ name, what: { role, of, positions, number } });
const l=[t("kick",["in"]),t("snare",["top"]),t("double-second",["far"],2),t("overheads",["hat-side"]),t("room",["far"],null,"drum-kit"),t("shanty-tenor",[],3),t("electric-guitar",["left","amp"],2),t(null,[],null,null,"wobbling thing"),t(null,[],null,null,"wobbling thing"),t("kick"),t("kick"),t("kick")];
console.log(displayNames(words,l,8), displayNames(words,l,6));
