export function loadDemo(env: NodeJS.ProcessEnv): Promise<{ HINTS: string }>;
