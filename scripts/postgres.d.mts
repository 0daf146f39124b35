export interface RunningPostgres {
  readonly url: string;
  stop(): Promise<void>;
}
export function startPostgres(options: {
  folder: string;
  throwAway?: boolean;
  log?: (line: string) => void;
}): Promise<RunningPostgres>;
export function temporaryPostgres(): Promise<RunningPostgres>;
export class Database {
  constructor(options: { folder: string; throwAway?: boolean; log?: (line: string) => void });
  readonly url: string;
  begin(): Promise<{ ended: Promise<string> }>;
  stop(): Promise<void>;
}
/** Where a house keeps its data. */
export function dataFolder(top: string): Promise<string>;
