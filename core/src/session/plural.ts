/** So many of a thing, in words: "1 track", "12 tracks", "2 things are". @param many of several; `one` with an s */
export const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;
