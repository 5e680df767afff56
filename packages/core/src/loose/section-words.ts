/** What sections are called, in English and in German. */
const NAMES =
  'intro|introduction|verse|vers|strophe|pre-?chorus|pre chorus|post-?chorus|chorus|refrain|lift|hook|bridge|middle (?:8|eight)|interlude|zwischenspiel|instrumental|solo|break|breakdown|tag|outro|ending|end|schluss|coda|turnaround|vamp|riff|part|teil';
/** What may stand before: "Last chorus", "2nd verse", "Guitar solo". */
const BEFORE =
  '(?:(?:first|second|third|fourth|last|final|double|half|short|long|soft|quiet|big|guitar|lead|main|\\d{1,2}(?:st|nd|rd|th|\\.)) )?';
/** What may stand behind: "Verse 2b", "Part A", "Verse II". */
const BEHIND =
  '(?: ?\\d{1,2}[a-d]?(?![\\dx×/])| [A-D](?=\\s*(?:$|[:\\])]))| I{1,3}(?=\\s*(?:$|[:\\])])))?';

/** A section's name, as a part of a pattern that takes no account of case. */
export const SECTION_NAME = `${BEFORE}(?:${NAMES})${BEHIND}`;

const WHOLE = new RegExp(`^${SECTION_NAME}$`, 'i');

/**
 * Tells whether words are what a section is called, and nothing more.
 *
 * @example
 * isSectionName('Pre-chorus 2') // true
 * @example
 * isSectionName('Bridge over water') // false
 */
export function isSectionName(words: string): boolean {
  return WHOLE.test(words.trim());
}
