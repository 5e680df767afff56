import { readRiff, riffFrameOf } from '../riff';
import { settledFrame, type ChartFault, type SongDocument } from '../song';

/** Where a bar of a riff stands in the text, line and column from 1, and how long it is. */
export interface RiffBarPlace {
  readonly line: number;
  readonly column: number;
  readonly length: number;
}

const BETWEEN = ' | '.length;

/**
 * Tells what does not add up in the riffs of a song, each with its place in the text. Empty where all does.
 *
 * @example
 * riffFaults(EMPTY_SONG, new Map()) // []
 */
export function riffFaults(
  song: SongDocument,
  places: ReadonlyMap<string, readonly RiffBarPlace[]>,
): readonly ChartFault[] {
  const { tuning } = settledFrame(song);
  return (song.riffs ?? []).flatMap((riff) =>
    readRiff(riff.body, riffFrameOf(riff, tuning.length)).faults.map((fault): ChartFault => ({
      code: fault.code,
      ...placeOf(places.get(riff.name) ?? [], fault.column),
      message: `${riff.name}: ${fault.message}`,
      detail: [riff.name, fault.column],
    })),
  );
}

/** Where a column of a riff's body stands in the text. */
function placeOf(
  places: readonly RiffBarPlace[],
  column: number,
): Pick<ChartFault, 'line' | 'column'> {
  let from = 1;
  for (const place of places) {
    const until = from + place.length + BETWEEN;
    if (column < until || place === places.at(-1))
      return { line: place.line, column: place.column + Math.max(0, column - from) };
    from = until;
  }
  return { line: 1, column: 1 };
}
