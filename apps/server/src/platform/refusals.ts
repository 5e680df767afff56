/** A write that was refused so lately says that others are refused, too. */
const LATELY_MS = 60_000;

/** Remembers whether writes are refused for want of room: a small one may still go where none of use does. */
export function createRefusals(now: () => number = () => performance.now()) {
  let refusedAt: number | undefined;
  return {
    refused: (): void => {
      refusedAt = now();
    },
    /** Something was kept. */
    taken: (): void => {
      refusedAt = undefined;
    },
    areThere: (): boolean => refusedAt !== undefined && now() - refusedAt < LATELY_MS,
  };
}

export type Refusals = ReturnType<typeof createRefusals>;
