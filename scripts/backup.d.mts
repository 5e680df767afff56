/** How the database's own tools reach a database. */
export interface DatabaseClient {
  readonly options: readonly string[];
  readonly env: NodeJS.ProcessEnv;
  readonly database: string;
}

export function clientOf(url: string): DatabaseClient;
export function backupsIn(folder: string): readonly string[];
export function backUp(url: string, folder: string, now?: Date): Promise<string>;
export function restore(url: string, file: string): Promise<void>;
export function undoRestore(url: string): Promise<void>;
export function checksumOf(file: string): Promise<string>;
export function dailyBackUp(url: string, folder: string, now?: Date): Promise<void>;
