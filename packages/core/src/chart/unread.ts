import { isTabLine } from '../loose';

/** Why a line cannot be read, and what it may have been meant as. */
export function unreadLine(text: string): string {
  return isTabLine(text)
    ? 'This looks like a line of tab; it is kept as it is. Bars start with |.'
    : 'This line cannot be read. Bars start with |, sections with [, remarks with #.';
}

/** Tells whether a field of the frame changes what a fret sounds. */
export function isAboutFrets(field: string): boolean {
  return field === 'tuning' || field === 'capo';
}

/** Why a riff cannot be read; a name where there is one of it already. */
export function unreadRiff(name: string | undefined): string {
  const why = name === undefined ? 'This riff cannot be read.' : `There are two riffs "${name}".`;
  return `${why} Write a name, a meter and the notes, such as riff hoist 4/4: 3: 2 4 2: 3 5.`;
}
