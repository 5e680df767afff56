import type { ExpectedTime, TakeMeasures } from './measures';
import type { HeardBy, Spot, Verdict } from './verdict';

/** How the words for a take are found. */
export interface TakeWords extends HeardBy {
  /** A chord as whoever reads calls it. */
  readonly called: (chord: string) => string;
}

/** What is said of a take. */
export interface TakeSaid {
  /** One sentence, with the one thing to fix. */
  readonly verdict: string;
  /** How it was measured, in figures. */
  readonly figures: string;
}

function seconds(value: number): string {
  return `${value.toFixed(2)} s`;
}

function barOf(strokes: readonly ExpectedTime[], { stroke }: Spot): string {
  const bar = strokes[stroke]?.bar;
  return bar === undefined ? `at stroke ${stroke + 1}` : `in bar ${bar + 1}`;
}

/** How late a change comes, how long it took and how long there is. */
function changeWords(spot: Spot, where: string, { called }: TakeWords): string {
  const { change } = spot;
  if (!change) return `the first stroke of the new grip ${where} comes ${spot.by} ms late`;
  const middle = change.times > 1 ? (change.lateMs ?? 0) : 0;
  const isEach = middle >= spot.by / 2;
  const late = isEach ? middle : spot.by;
  const when = isEach ? 'each time' : where;
  const took = seconds(change.leavesS + late / 1000);
  return `the change from ${called(change.from)} to ${called(change.to)} comes ${late} ms late ${when}: it took ${took}, the pattern leaves ${seconds(change.leavesS)}`;
}

/** The one thing to fix, as the end of a sentence. */
function spotWords(strokes: readonly ExpectedTime[], spot: Spot, words: TakeWords): string {
  const where = barOf(strokes, spot);
  const at = spot.change ? `, at the change to ${words.called(spot.change.to)}` : '';
  switch (spot.what) {
    case 'change':
      return changeWords(spot, where, words);
    case 'stumble':
      return `there was a stop ${where}${at}`;
    case 'late':
      return `a stroke ${where} comes ${spot.by} ms late`;
    case 'early':
      return `a stroke ${where} comes ${-spot.by} ms early`;
    case 'missed':
      return words.isExact
        ? `a stroke ${where} is missing${at}`
        : `a stroke ${where} was not heard${at}`;
    case 'extra':
      return `there is a stroke too many ${where}`;
    case 'uneven':
      return `the strokes lie ${spot.by} ms before and after the beat: play it slower, with a nod on each beat`;
    case 'slower':
      return `it goes ${spot.by.toFixed(1)} % slower than the click`;
    case 'faster':
      return `it hurries: ${spot.by.toFixed(1)} % faster than the click`;
  }
}

function paceWords(percent: number): string {
  if (Math.abs(percent) < 0.5) return 'with the click';
  return `${Math.abs(percent).toFixed(1)} % ${percent > 0 ? 'slower' : 'faster'} than the click`;
}

/**
 * Says a take: clean or not yet, the one thing to fix, and the figures it was measured by.
 *
 * @example
 * sayTake([], { measures: measuresOf([], []), verdict: judgeTake([], measuresOf([], []), { isExact: true }) }, { isExact: true, called: (name) => name }).verdict // 'Nothing was heard: play nearer to the device, or a little louder.'
 */
export function sayTake(
  strokes: readonly ExpectedTime[],
  { measures, verdict }: { readonly measures: TakeMeasures; readonly verdict: Verdict },
  words: TakeWords,
): TakeSaid {
  const heard = measures.lateMs.filter((late) => late !== null).length;
  if (heard === 0)
    return {
      verdict: 'Nothing was heard: play nearer to the device, or a little louder.',
      figures: '',
    };
  const { clean, worst } = verdict;
  const begins = clean ? 'Clean' : 'Not clean yet';
  const fix = worst
    ? `${begins}: ${spotWords(strokes, worst, words)}.`
    : 'Clean: every stroke came in time.';
  const about = `half of them within ${Math.round(measures.spreadMs * 0.67)} ms of the beat`;
  return {
    verdict: fix,
    figures: `${heard} of ${strokes.length} strokes, ${about}, ${paceWords(measures.driftPercent)}.`,
  };
}
