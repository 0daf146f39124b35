export const top: string;
export function bundle(entry: string): Promise<string>;
export const NODE_FLAGS: readonly string[];
