import type { BareNote, RiffNote } from '../../packages/core/src/riff';

/** The same notes each time: a small generator of its own. */
function* numbers(seed: number): Generator<number, never> {
  let now = seed;
  for (;;) {
    now = (now * 1103515245 + 12345) % 2147483648;
    yield now / 2147483648;
  }
}

/** A riff of so many eighths on four strings, in the lower half of the neck. */
export function longRiff(count: number): readonly RiffNote[] {
  const drawn = numbers(7);
  return Array.from({ length: count }, (_, index) => ({
    at: index % 2 === 0 ? index / 2 : (`${index}/2` as const),
    beats: '1/2' as const,
    string: 1 + Math.floor(drawn.next().value * 4),
    fret: Math.floor(drawn.next().value * 9),
    how: 'picked' as const,
  }));
}

/** So many bare notes from A2 up. */
export function longMelody(count: number): readonly BareNote[] {
  const drawn = numbers(11);
  return Array.from({ length: count }, () => ({
    midi: 45 + Math.floor(drawn.next().value * 28),
    beats: 1,
  }));
}
