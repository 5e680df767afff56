import { readPattern, settledPicking, type Meter, type Pattern } from '../rhythm';
import { settledFrame, type SongDocument } from '../song';
import { songRiffs, type SongRiff } from './riffs';

/** What the hand of a song may play: its own patterns, and the two that are made by themselves. */
export interface SongPatterns {
  /** Those that fill their bar, by name; every plucked note with its string and finger. */
  readonly named: Readonly<Record<string, Pattern>>;
  /** The pulse layer: one down-stroke on every felt beat. */
  readonly pulse: Pattern;
  /** What is assumed where a section has no pattern: two strokes a beat, one where the beat is an eighth. */
  readonly usual: Pattern;
  readonly riffs: Readonly<Record<string, SongRiff>>;
  /** The guitar part that is taught, where the song says one. */
  readonly part?: string;
}

/**
 * Finds a song's pattern by its name, read into slots; undefined where there is none, or it does not
 * fill its bar.
 *
 * @example
 * patternNamed(readChart('pattern eights 4/4: D U D U D U D U').song, 'eights').slotsPerBar // 8
 */
export function patternNamed(song: SongDocument, name: string | undefined): Pattern | undefined {
  const named = song.patterns.find((one) => one.name === name);
  const read = named && readPattern(named.meter, named.strokes);
  return read?.ok ? read.pattern : undefined;
}

/**
 * Makes the pulse layer of any meter: one down-stroke on every beat, or on the first of each group
 * where the beat is an eighth.
 *
 * @example
 * pulsePattern({ beats: 6, unit: 8, groups: [3, 3] }).slots.map((slot) => slot.kind) // ['strum', 'rest', 'rest', 'strum', 'rest', 'rest']
 */
export function pulsePattern(meter: Meter): Pattern {
  const felt = feltBeats(meter);
  const slots = Array.from({ length: meter.beats }, (_, beat) =>
    felt.has(beat) ? ({ kind: 'strum', direction: 'down' } as const) : ({ kind: 'rest' } as const),
  );
  return { meter, bars: 1, slotsPerBar: meter.beats, slots };
}

/**
 * Makes the pattern that is assumed where nobody said one: two strokes a beat, one where the beat is an
 * eighth.
 *
 * @example
 * usualPattern({ beats: 3, unit: 4, groups: [3] }).slots.length // 6
 */
export function usualPattern(meter: Meter): Pattern {
  const slotsPerBar = meter.unit >= 8 ? meter.beats : meter.beats * 2;
  const slots = Array.from({ length: slotsPerBar }, (_, slot) => ({
    kind: 'strum' as const,
    direction: slot % 2 === 0 ? ('down' as const) : ('up' as const),
  }));
  return { meter, bars: 1, slotsPerBar, slots };
}

/**
 * Gathers what the hand of a song may play.
 *
 * @example
 * songPatterns(readChart('meter: 3/4').song).pulse.slots.length // 3
 */
export function songPatterns(song: SongDocument): SongPatterns {
  const { meter, picking } = settledFrame(song);
  const named = song.patterns.flatMap(({ name }) => {
    const pattern = patternNamed(song, name);
    return pattern ? [[name, settledPicking(pattern, picking)] as const] : [];
  });
  return {
    named: Object.fromEntries(named),
    pulse: pulsePattern(meter),
    usual: usualPattern(meter),
    riffs: songRiffs(song),
    ...(song.frame.part !== undefined && { part: song.frame.part }),
  };
}

/** Where the beats are felt: every beat, or the first of each group where the beat is an eighth. */
function feltBeats({ beats, unit, groups }: Meter): ReadonlySet<number> {
  if (unit < 8) return new Set(Array.from({ length: beats }, (_, beat) => beat));
  return new Set(
    groups.map((_, index) => groups.slice(0, index).reduce((sum, one) => sum + one, 0)),
  );
}
