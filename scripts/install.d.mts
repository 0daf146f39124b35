export function installPackages(): Promise<void>;
export function findPostgres(): Promise<string>;
export function findMediaTool(): Promise<void>;
export const SAMPLE_BANK: string;
export function findSynthesiser(): Promise<void>;
export function findChromium(): Promise<void>;
