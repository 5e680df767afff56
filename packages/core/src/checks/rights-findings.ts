import type { SongDocument } from '../song';
import { createFinding, type Finding } from './finding';

/** Words in a row that are more than a cue: whoever pastes these has lyrics at hand. */
const MOST_CUE_WORDS = 10;
const MOST_WORDS = 40;

/**
 * Notes long words in a song, which are lyrics more likely than cues.
 *
 * @example
 * rightsFindings(EMPTY_SONG) // []
 */
export function rightsFindings(song: SongDocument): readonly Finding[] {
  const texts = [
    ...song.lines,
    ...song.sections.flatMap((one) => [
      ...(one.lines ?? []),
      ...(one.cue === undefined ? [] : [one.cue]),
      ...(one.cues ?? []).map((cue) => cue.words),
    ]),
  ];
  const counts = texts.map(wordsIn);
  const sum = counts.reduce((all, count) => all + count, 0);
  if (sum <= MOST_WORDS && counts.every((count) => count <= MOST_CUE_WORDS * 2)) return [];
  const message =
    'These are many words. Lyrics need a licence, also to print or to share them; a few cue words are enough. Local law decides.';
  return [
    createFinding('rights', {
      place: { kind: 'song' },
      cause: ['words'],
      message,
      formerCause: 'long words',
    }),
  ];
}

function wordsIn(text: string): number {
  return (text.match(/\p{L}{2,}/gu) ?? []).length;
}
