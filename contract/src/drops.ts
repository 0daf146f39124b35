/** Sounds of the shelf for pieces of a running order, in the order they follow each other. */
export interface DropSent {
  readonly piece: string;
  readonly sounds: readonly string[];
}

/** Drops as an address carries them: "r4:sound.sound,r6:sound". */
export const dropsInAddress = (drops: readonly DropSent[]): string =>
  drops.map((d) => `${encodeURIComponent(d.piece)}:${d.sounds.join(".")}`).join(",");

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** What an address carries; what is no drop is left out. */
export const dropsFrom = (text: string): DropSent[] =>
  text.split(",").flatMap((part) => {
    const [piece = "", sounds = ""] = part.split(":");
    const ids = sounds.split(".").filter((s) => UUID.test(s));
    try {
      return piece !== "" && ids.length > 0 ? [{ piece: decodeURIComponent(piece), sounds: ids }] : [];
    } catch {
      return [];
    }
  });
