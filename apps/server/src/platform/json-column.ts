/** Reads a JSON column: MariaDB keeps JSON as text, and the driver may or may not have parsed it. */
export function fromJsonColumn<T>(kept: T | string): T {
  return typeof kept === 'string' ? (JSON.parse(kept) as T) : kept;
}
