export interface TemporaryPostgres {
  readonly url: string;
  /** Kills it and lets it come again where it was. */
  fallOver(): Promise<void>;
  stop(): Promise<void>;
}
export function temporaryPostgres(how?: { throwAway?: boolean }): Promise<TemporaryPostgres>;
export class Database {
  constructor(options: { folder: string; throwAway?: boolean; log?: (line: string) => void });
  readonly url: string;
  begin(): Promise<{ ended: Promise<string> }>;
  kill(): Promise<void>;
  stop(): Promise<void>;
}
/** Where a house keeps its data. */
export function dataFolder(top: string): Promise<string>;
