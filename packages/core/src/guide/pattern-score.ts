import { hearStretch, type SongGrip } from '../player';
import { USUAL_PICKING, type Feel, type Pattern } from '../rhythm';
import { stretchOf, type StruckBar } from '../timeline';
import { bpm, seconds } from '../units';
import { scoreOf, type GuideScore } from './score';

/** How a pattern is played by itself. */
export interface PatternPlayed {
  readonly feel: Feel;
  /** Beats of its meter a minute. */
  readonly tempo: number;
  /** Open strings with the capo on, as MIDI numbers, the thickest first. */
  readonly open: readonly number[];
  /** What is held; the strings are muted where nothing is. */
  readonly grip?: Pick<SongGrip, 'name' | 'grip'>;
}

/** No chord of any name, and struck all the same. */
const MUTED = '×';

/**
 * Writes down a pattern once through, over a grip or on muted strings, as it is played everywhere else.
 *
 * @example
 * patternScore(pulsePattern(parseMeter('4/4')), { feel: { kind: 'straight' }, tempo: 120, open: [] }).lastsS // 2
 */
export function patternScore(
  pattern: Pattern,
  { feel, tempo, open, grip }: PatternPlayed,
): GuideScore {
  const { meter } = pattern;
  const { beats } = meter;
  const chords = [{ chord: grip?.name ?? MUTED, beat: 1, beats }];
  const bars = Array.from({ length: pattern.bars }, (_, bar): StruckBar => {
    const own = bpm(tempo);
    return {
      id: '',
      number: bar + 1,
      inPass: bar + 1,
      meter,
      feel,
      beats,
      chords,
      bend: { tempo: own, tempoTo: own, beats },
      intoBend: 0,
      startsAt: seconds(0),
      struck: { pattern, bar },
    };
  });
  const stretch = stretchOf(bars);
  const grips = grip ? [grip] : [];
  const strokes = hearStretch(stretch, { strings: open.length, picking: USUAL_PICKING, grips });
  return scoreOf(stretch, strokes, { open, grips });
}
