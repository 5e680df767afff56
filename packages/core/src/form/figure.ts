import { stretchOf, strokesIn, type StruckBar } from '../timeline';

/** Strokes of a bar by its pattern and all else they come from: few differ in a song. */
const known = new WeakMap<object, Map<string, string>>();
/** Where no pattern is played, each chord is struck once. */
const NO_PATTERN = {};

/**
 * Gives what the picking hand does in a bar, so that two bars can be told apart by it: each stroke where it falls with
 * its strings, mutes and accents, the notes of a riff, single hits and silence; never which chord is held. Empty for a
 * bar in which nothing is struck.
 *
 * @example
 * figureOf(barsInLayer(timelineOf(readChart('[A]\n| G |').song).occurrences[0], 'bare', songPatterns(EMPTY_SONG))[0]) // '0 {"kind":"strum","direction":"down"}'
 */
export function figureOf(bar: StruckBar): string {
  const pattern = bar.struck?.pattern ?? NO_PATTERN;
  const byKey = known.get(pattern) ?? new Map<string, string>();
  known.set(pattern, byKey);
  const key = keyOf(bar);
  const found = byKey.get(key) ?? workedOut(bar);
  byKey.set(key, found);
  return found;
}

function keyOf({ chords, riff, struck, beats, meter, feel }: StruckBar): string {
  // Whether a chord is another than the one before decides whether it is struck where no pattern is played.
  const held = chords.map((one, at) => [
    one.beats,
    one.hit,
    one.held,
    one.chord === '-' || one.chord === 'N.C.',
    one.chord === chords[at - 1]?.chord,
  ]);
  const played = riff && [
    riff.name,
    riff.bar,
    riff.from,
    riff.until,
    riff.notes.length,
    riff.notes[0]?.at,
  ];
  return JSON.stringify([played, struck?.bar, beats, meter.unit, held, feel]);
}

function workedOut(bar: StruckBar): string {
  return strokesIn(stretchOf([bar]))
    .flat()
    .map(({ beat, what, notes }) => {
      const own = notes?.map(({ string, fret, how, bend, palmMuted }) => {
        return [string, fret, how, bend, palmMuted];
      });
      return `${beat} ${JSON.stringify(own ?? what)}`;
    })
    .join(' ');
}
