export function installPackages(): void;
export function findPostgres(): string;
export function findChromium(): void;
