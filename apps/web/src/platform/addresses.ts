/** Tells whether an address is the practice room's. */
export function isPracticeRoom(url: string): boolean {
  return url.includes('/practice/');
}

/** Tells whether an address is the door's, where one signs in: nobody is led back there. */
export function isDoor(url: string): boolean {
  return /^\/sign-in(?:[/?#]|$)/.test(url);
}
