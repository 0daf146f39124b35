import type { Comparison } from "@mossy/core/compare/sentences";
import { Part } from "./part.tsx";
import { SentenceList } from "./sentenceList.tsx";

/** What comes in when two are put together, and what of one's own stays. */
export function ComesAndStays({
  comes,
  stays,
  has,
  own,
  same,
}: {
  comes: Comparison;
  stays: Comparison;
  /** What is said where nothing comes: "The draft has all of it already." */
  has: string;
  /** "What stays your own" */
  own: string;
  /** What is said where nothing stays: "It is then just as release 5." */
  same: string;
}) {
  return (
    <>
      <Part title="What comes in" many={comes.changes.length}>
        <SentenceList sentences={comes.sentences} chosen={null} onChoose={null} nothing={has} />
      </Part>
      <Part title={own} many={stays.changes.length}>
        <SentenceList sentences={stays.sentences} chosen={null} onChoose={null} nothing={same} />
      </Part>
    </>
  );
}
