export function buildWeb(log?: (line: string) => void): string;
