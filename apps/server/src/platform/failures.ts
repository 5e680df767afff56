/** What a log may hold of a failure. */
export interface LoggedFailure {
  readonly name: string;
  readonly number?: number;
  readonly state?: string;
  readonly stack: readonly string[];
}

const FRAME = /^\s+at /;

/**
 * Tells a failure without what it was about: messages of the database hold statements with values
 * (names, guardians, hashes), so only the kind of error, its number and where in the code it happened
 * are kept.
 */
export function toLogged(error: unknown): LoggedFailure {
  if (!(error instanceof Error)) return { name: typeof error, stack: [] };
  const stack = (error.stack ?? '').split('\n').filter((line) => FRAME.test(line));
  const { errno, sqlState } = isOfDatabase(error) ? error.parent : {};
  return {
    name: error.name,
    ...(typeof errno === 'number' && { number: errno }),
    ...(typeof sqlState === 'string' && { state: sqlState }),
    stack: stack.map((line) => line.trim()),
  };
}

/** A path without what opens something: the address of a calendar is its own key. */
export function toLoggedPath(path: string): string {
  return path.replace(/(\/calendar\/).+$/, '$1…');
}

function isOfDatabase(
  error: object,
): error is { readonly parent: Readonly<Record<string, unknown>> } {
  return 'parent' in error && typeof error.parent === 'object' && error.parent !== null;
}
