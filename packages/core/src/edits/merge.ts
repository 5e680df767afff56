import { diff3Merge } from 'node-diff3';

/** Two people's changes of one text, brought together. */
export interface MergedText {
  readonly text: string;
  /** Places both changed: mine stand in the text, theirs are here, line by line. */
  readonly theirs: readonly string[];
}

/**
 * Brings two people's changes of one chart together, line by line. Where both changed the same lines,
 * mine stay and theirs are given back, so that nothing is lost.
 *
 * @example
 * mergeTexts({ base: 'a\nb\nc', mine: 'A\nb\nc', theirs: 'a\nb\nC' }).text // 'A\nb\nC'
 * @example
 * mergeTexts({ base: 'a', mine: 'b', theirs: 'c' }) // { text: 'b', theirs: ['c'] }
 */
export function mergeTexts({
  base,
  mine,
  theirs,
}: {
  readonly base: string;
  readonly mine: string;
  readonly theirs: string;
}): MergedText {
  const [a, o, b] = [mine, base, theirs].map((text) => text.split('\n'));
  const regions = diff3Merge(a ?? [], o ?? [], b ?? [], { excludeFalseConflicts: true });
  const lines = regions.flatMap(({ ok, conflict }) => ok ?? conflict?.a ?? []);
  return {
    text: lines.join('\n'),
    theirs: regions.flatMap(({ conflict }) => conflict?.b ?? []),
  };
}
