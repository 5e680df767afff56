import type { MilestoneKind } from '../progress';

const WORDS: Readonly<Record<MilestoneKind, string>> = {
  'first section': 'The first section sounds like the song',
  'first join': 'The first join goes',
  half: 'Half the song is at its goal',
  'whole bare': 'The whole song goes, one strum a chord',
  whole: 'The whole song goes',
  'with the recording': 'It goes with the recording',
  'on the night': 'It was played for somebody',
};

/**
 * Says a milestone, once and kindly.
 *
 * @example
 * milestoneWords('half') // 'Half the song is at its goal'
 */
export function milestoneWords(kind: MilestoneKind): string {
  return WORDS[kind];
}
