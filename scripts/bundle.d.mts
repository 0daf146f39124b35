export const top: string;
export function bundle(entry: string): Promise<string>;
