import { usualHouse } from "@mossy/core/house/usual";
import { makeReader } from "@mossy/core/words/reader";
import { grammarOf } from "@mossy/core/names/grammar";
import { parse } from "@mossy/core/names/parse";
import { readTwoWays, meaningInWords } from "@mossy/core/names/twoWays";
const h = usualHouse("x"); const r = makeReader(h.words);
for (const [use, pat] of Object.entries(h.names)) {
  const t0 = performance.now(); const g = grammarOf(pat, r); const t1 = performance.now();
  const two = readTwoWays(g); const t2 = performance.now();
  console.log(use, g.spots.length, (t1-t0).toFixed(0), (t2-t1).toFixed(0), two && [two.name, meaningInWords(r, two.first), meaningInWords(r, two.second)].join(" | "));
}
console.log(JSON.stringify(parse(grammarOf(h.names.track, r), "Snare_Top_2")), JSON.stringify(parse(grammarOf(h.names["recorded-file"], r), "Kit_Room_Far_T03")));
