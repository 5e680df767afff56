/** Tells whether an address is the practice room's. */
export function isPracticeRoom(url: string): boolean {
  return url.includes('/practice/');
}
