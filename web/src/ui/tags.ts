/** Tags as they are typed: parted by commas. */
export const tagsIn = (text: string): string[] =>
  [...new Set(text.split(",").map((t) => t.trim().slice(0, 40)))].filter((t) => t !== "").slice(0, 20);
