import type { Phrase, PhraseRelation } from '../../riff';

/** A phrase that has something new, with the notes it practises. */
export interface TaughtPhrase {
  /** Its number, from 1. */
  readonly phrase: number;
  readonly places: readonly number[];
  /** How it stands to one before it. */
  readonly line?: string;
}

/** What is the same elsewhere on the neck is found once it is said so; it needs no step. */
const KNOWN: readonly PhraseRelation[] = ['same', 'moved', 'elsewhere', 'octave'];

/**
 * Gives the phrases of a riff that have something to be learnt.
 *
 * @example
 * phrasesTaught({ phrases: [] }) // []
 */
export function phrasesTaught({
  phrases,
}: {
  readonly phrases: readonly Phrase[];
}): readonly TaughtPhrase[] {
  return phrases.flatMap(({ from, to, relation, line }, index) =>
    KNOWN.includes(relation)
      ? []
      : [
          {
            phrase: index + 1,
            places: Array.from({ length: to - from + 1 }, (_, place) => from + place),
            ...(relation !== 'new' && { line }),
          },
        ],
  );
}
