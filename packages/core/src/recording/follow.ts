import { median } from '../units';

/** Where a bar begins in a recording. */
export interface RecordedStart {
  /** Its place among the bars that are played, from 0. */
  readonly bar: number;
  readonly atS: number;
}

/** Where each bar begins as it is written, and where the last one ends; in seconds. */
export interface WrittenBars {
  readonly barsS: readonly number[];
  readonly lastsS: number;
}

/**
 * Puts what somebody tapped along with their own file before what the song says of its recording: another
 * edition begins elsewhere, so what was not tapped moves with what was. A start of the song that does not stand
 * between the taps beside it goes.
 *
 * @example
 * startsInFile([{ bar: 0, atS: 5 }, { bar: 8, atS: 20 }], [{ bar: 0, atS: 7 }]) // [{ bar: 0, atS: 7 }, { bar: 8, atS: 22 }]
 */
export function startsInFile(
  song: readonly RecordedStart[],
  taps: readonly RecordedStart[],
): readonly RecordedStart[] {
  const byBar = new Map(song.map(({ bar, atS }) => [bar, atS]));
  const differences = taps.flatMap(({ bar, atS }) => {
    const said = byBar.get(bar);
    return said === undefined ? [] : [atS - said];
  });
  const byS = differences.length > 0 ? median(differences) : 0;
  const tapped = new Set(taps.map(({ bar }) => bar));
  const moved = song
    .filter(({ bar }) => !tapped.has(bar))
    .map(({ bar, atS }) => ({ bar, atS: atS + byS }))
    .filter(({ bar, atS }) => taps.every((tap) => (tap.bar < bar ? tap.atS < atS : tap.atS > atS)));
  return rising([...taps, ...moved].toSorted((a, b) => a.bar - b.bar));
}

/**
 * Tells where each bar begins in a recording, in seconds, and last where the last one ends: from start to start
 * it goes as it is written, only quicker or slower; before the first and after the last as it does between
 * them, or as it is written where there is only one. Empty where no start is known.
 *
 * @example
 * barsInRecording({ barsS: [0, 2, 4, 6], lastsS: 8 }, [{ bar: 0, atS: 10 }, { bar: 2, atS: 15 }]) // [10, 12.5, 15, 17.5, 20]
 */
export function barsInRecording(
  { barsS, lastsS }: WrittenBars,
  starts: readonly RecordedStart[],
): readonly number[] {
  const known = rising(
    starts
      .filter(({ bar }) => barsS[bar] !== undefined)
      .toSorted((a, b) => a.bar - b.bar || a.atS - b.atS),
  ).map(({ bar, atS }) => ({ writtenS: barsS[bar] ?? 0, atS }));
  const [first, last] = [known[0], known.at(-1)];
  if (!first || !last) return [];
  const length = last.writtenS - first.writtenS;
  const usual = length > 0 ? (last.atS - first.atS) / length : 1;
  return [...barsS, lastsS].map((writtenS) => {
    const index = known.findLastIndex((one) => one.writtenS <= writtenS);
    const [from, until] = [known[index], known[index + 1]];
    if (!from) return first.atS - (first.writtenS - writtenS) * usual;
    const slope = until ? (until.atS - from.atS) / (until.writtenS - from.writtenS) : usual;
    return from.atS + (writtenS - from.writtenS) * slope;
  });
}

/** Of starts in the order of their bars, those that go on in time, too. */
function rising(starts: readonly RecordedStart[]): readonly RecordedStart[] {
  const kept: RecordedStart[] = [];
  for (const one of starts) {
    const last = kept.at(-1);
    if (!last || (one.bar > last.bar && one.atS > last.atS)) kept.push(one);
  }
  return kept;
}
