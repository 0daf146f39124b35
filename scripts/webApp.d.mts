export function buildWeb(log?: (line: string) => void): Promise<string>;
