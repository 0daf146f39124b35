import { describe, expect, it } from "vitest";
import { pagesOf } from "../testing/pdf.ts";
import { Paper } from "./paper.ts";

/** Names in the scripts of the world: what a band or a song may be called. */
const NAMES: Readonly<Record<string, string>> = {
  Latin: "Łódź žlučně, Đặng Văn Ngữ, İstanbul, Œuvre",
  Greek: "Θάλασσα, Ἀρίων",
  Cyrillic: "Прилив Ѣ, Ђорђе, Ґанок",
  Armenian: "Ծովափնյա երգեր",
  Georgian: "ზღვის სიმღერა",
  Hebrew: "שיר הים (חי) 2026",
  Arabic: "أغنية البحر، الجزء ٢ (live)",
  Devanagari: "समुद्र गीत, क्षितिज",
  Bengali: "সমুদ্রের গান",
  Tamil: "கடல் பாடல்",
  Telugu: "సముద్ర గీతం",
  Gujarati: "દરિયાઈ ગીત",
  Gurmukhi: "ਸਮੁੰਦਰੀ ਗੀਤ",
  Kannada: "ಸಮುದ್ರ ಗೀತೆ",
  Malayalam: "കടൽ ഗാനം",
  Sinhala: "මුහුදු ගීතය",
  Thai: "เพลงทะเล น้ำขึ้น",
  Lao: "ເພງທະເລ",
  Khmer: "ចម្រៀងសមុទ្រ",
  Myanmar: "ပင်လယ်သီချင်း",
  Ethiopic: "የባሕር ዜማ",
  Japanese: "潮風と海鳥のうた、ヴァイオリン",
  Korean: "바다의 노래",
  Chinese: "潮汐之歌，录音，龍",
  "Music signs": "B♭ F♯ ♮ 𝄞 𝄢 ♩ ♪ ♫ 𝆏 𝆑",
  Arrows: "← → ↑ ↓ ↔ ⇒ ⟶ ↺",
  Signs: "Ø ° × ÷ ≤ ≥ ≈ − ✓ ★ ● ▶ ⏺ №",
  Emoji: "🥁 🎤 🎻",
};

describe("text on paper", () => {
  it("is set in every script, each character by a font that has it", { timeout: 60_000 }, async () => {
    const paper = new Paper("Scripts", new Date(0));
    for (const [script, name] of Object.entries(NAMES)) {
      paper.put(script, 34, paper.y, 90, { face: "bold" });
      paper.put(name, 130, paper.y, 400, { size: 14 });
      paper.y += 25;
    }
    expect([...paper.setting.missing]).toEqual([]);
    const bytes = await paper.done();
    const [page = []] = await pagesOf(bytes);
    const read = page.join("").replaceAll(/\s/g, "").normalize("NFC");
    // Arabic letters are drawn as strokes and dots apart: which letter they make no reader can tell.
    const unread = Object.entries(NAMES).filter(
      ([script, name]) =>
        script !== "Arabic" &&
        ![...name.normalize("NFC").replaceAll(/\s/g, "")].every((c) => read.includes(c)),
    );
    expect(unread).toEqual([]);
  });
});
