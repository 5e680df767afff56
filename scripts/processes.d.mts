/** What tells a process from any other. */
export interface ProcessMark {
  readonly pid: number;
  readonly startedAt: string;
  readonly command: string;
}

export function isAlive(pid: number): boolean;
export function commandOf(pid: number): string;
export function markOf(pid: number): ProcessMark;
export function isStill(mark: Partial<ProcessMark> | undefined): boolean;
export function processesIn(folder: string): readonly number[];
export function stopProcess(pid: number, seconds?: number): Promise<void>;
