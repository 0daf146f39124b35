export function installPackages(): Promise<void>;
export function findPostgres(): Promise<string>;
export function findChromium(): Promise<void>;
