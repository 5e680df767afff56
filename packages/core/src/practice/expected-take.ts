import type { ExpectedTime } from '../take';
import type { GuideScore } from '../guide';
import type { Pass } from '../steps';

/** Names of the patterns of a song that are played freely. */
type Free = ReadonlySet<string>;

/**
 * Lists what is expected of one pass at its written tempo, in seconds from its first bar: the strokes that
 * are seen, clicked and heard, with their grips and bars (from 0); of a pattern that is played freely, only
 * the pulse has to be there.
 *
 * @example
 * expectedTake({ score: { strokes: [], clicks: [], setup: { open: [], grips: [] } }, pass: { stretch: { bars: [] } } }, []) // []
 */
export function expectedTake(
  {
    score,
    pass,
  }: {
    readonly score: Pick<GuideScore, 'strokes' | 'clicks' | 'setup'>;
    readonly pass: { readonly stretch: Pick<Pass['stretch'], 'bars'> };
  },
  freePatterns: readonly string[],
): readonly ExpectedTime[] {
  const free: Free = new Set(freePatterns);
  const pulse = new Set(score.clicks.map(({ atS }) => moment(atS)));
  return score.strokes.map((stroke): ExpectedTime => {
    const laid = pass.stretch.bars[stroke.bar];
    const inFree = free.has(laid?.bar.struck?.name ?? '');
    const mayMiss = inFree && !pulse.has(moment(stroke.atS));
    return {
      atS: stroke.atS,
      bar: stroke.bar,
      // A riff holds no chord.
      ...(stroke.notes
        ? { asks: soundingOf(stroke.notes, score.setup.open) }
        : { chord: stroke.chord }),
      ...(stroke.chordChange && { chordChange: true }),
      ...(inFree && { inFree: true as const }),
      ...(mayMiss && { mayMiss: true as const }),
    };
  });
}

/** Moments of a score to the tenth of a millisecond, so that no rounding parts them. */
function moment(atS: number): number {
  return Math.round(atS * 1e4);
}

/** What notes of a riff sound; of dead ones and harmonics the fret does not tell. */
function soundingOf(
  notes: NonNullable<GuideScore['strokes'][number]['notes']>,
  open: GuideScore['setup']['open'],
): readonly number[] {
  return notes.flatMap(({ note }) =>
    note.how === 'dead' || note.how === 'harmonic'
      ? []
      : [(open[open.length - note.string] ?? 0) + note.fret],
  );
}
