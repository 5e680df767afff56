/** The studio's own database while it runs. */
export interface RunningDatabase {
  readonly url: string;
  readonly pid: number;
  readonly wasRunning: boolean;
  readonly stop: () => Promise<void>;
}

/** Whose databases the account may use in tests: its own, and those made for one test. */
export const TEST_DATABASES: readonly string[];

export function startDatabase(
  folder: string,
  databases?: readonly string[],
): Promise<RunningDatabase>;
