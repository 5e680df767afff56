/** As much of Node.js as is asked for here; a browser has none of it. */
interface Surroundings {
  readonly process?: { readonly env: Readonly<Record<string, string | undefined>> };
}

const QUICK_SHARE = 0.1;
const FEWEST = 5;

/**
 * Says how often a property is tried: in full where everything is tested (in the browser, or with
 * FULL_RUNS), a tenth while one is at work.
 */
export function runs(full: number): { readonly numRuns: number } {
  const { process } = globalThis as Surroundings;
  const isFull = !process || process.env['FULL_RUNS'] !== undefined;
  return { numRuns: isFull ? full : Math.max(FEWEST, Math.round(full * QUICK_SHARE)) };
}

/** Lets whatever runs the tests hear that they go on. */
export function turn(): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve));
}
