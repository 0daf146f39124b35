export function loadDemo(env: NodeJS.ProcessEnv): Promise<{
  settings: Record<string, string>;
  stations: string[];
}>;
