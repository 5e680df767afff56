interface Waiting {
  readonly room: () => Promise<number | undefined>;
  readonly say: (words: string) => void;
  readonly isStopping: () => boolean;
  readonly lookMs?: number;
}

export function roomOf(folder: string): Promise<number | undefined>;
export function untilThereIsRoom<T>(start: () => Promise<T>, waiting: Waiting): Promise<T>;
