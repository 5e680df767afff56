/** The studio's own database while it runs. */
export interface RunningDatabase {
  readonly url: string;
  readonly pid: number;
  readonly wasRunning: boolean;
  readonly stop: () => Promise<void>;
}

export function startDatabase(
  folder: string,
  databases?: readonly string[],
): Promise<RunningDatabase>;
