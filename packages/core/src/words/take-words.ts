import type { ExpectedTime, HeardBy, Spot, SpotKind, TakeMeasures, Verdict } from '../take';

/** How the words for a take are found. */
export interface TakeWords extends HeardBy {
  /** A chord as whoever reads calls it. */
  readonly called: (chord: string) => string;
  /** Where a note lies at an expected stroke, from 0, as whoever reads says it; without, no place is said. */
  readonly placed?: (note: number, stroke: number) => string;
}

/** What is said of a take. */
export interface TakeSaid {
  /** One sentence: clean or not, and the one thing to fix. */
  readonly verdict: string;
  /** Its beginning, which is read first. */
  readonly begins: string;
  /** How it was measured, in figures. */
  readonly figures: string;
}

const UNHEARD = 'Nothing was heard';
/** Of what is spread normally, half lies within this much of the standard deviation. */
const HALF = 0.67;
/** Of fewer strokes nothing is said of their evenness. */
const FEW = 6;

/** All there is to say a spot with. */
interface SpotFacts {
  readonly strokes: readonly ExpectedTime[];
  readonly measures: TakeMeasures;
  readonly clean: boolean;
  readonly spot: Spot;
  readonly words: TakeWords;
  /** "in bar 3" */
  readonly where: string;
  /** ", at the change to C", where it is at one. */
  readonly at: string;
}

/** Each thing there may be to fix, as the end of a sentence. */
const WORDS: Readonly<Record<SpotKind, (told: SpotFacts) => string>> = {
  change: ({ spot, where, words }) => changeWords(spot, where, words),
  stumble: ({ strokes, measures, spot, where, at }) =>
    partly(strokes, measures, spot) ?? `there was a stop ${where}${at}`,
  sparse: ({ spot, strokes }) => `${spot.by} of ${strokes.length} strokes are missing, all through`,
  lost: () =>
    'it could not be followed: the strokes do not lie on this pattern. Look at it once more, and play it slower',
  late: ({ spot, where }) => `a stroke ${where} comes ${spot.by} ms late`,
  early: ({ spot, where }) => `a stroke ${where} comes ${-spot.by} ms early`,
  missed: ({ words, where, at }) =>
    words.isExact ? `a stroke ${where} is missing${at}` : `a stroke ${where} was not heard${at}`,
  note: ({ strokes, spot, where, words }) => {
    const [asked] = strokes[spot.stroke]?.asks ?? [];
    const { placed } = words;
    return placed && asked !== undefined
      ? `${where} it was ${placed(spot.by, spot.stroke)}, and ${placed(asked, spot.stroke)} is written`
      : `another note than the one written was played ${where}`;
  },
  extra: ({ where }) => `there is a stroke too many ${where}`,
  uneven: ({ spot, clean }) =>
    `the strokes lie ${spot.by} ms before and after the beat${clean ? '' : ': play it slower, with a nod on each beat'}`,
  slower: ({ spot }) => `it goes ${paceWords(spot.by)}`,
  faster: ({ spot }) => `it hurries: ${paceWords(-spot.by)}`,
};

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
      verdict: `${UNHEARD}: play nearer to the device, or a little louder.`,
      begins: UNHEARD,
      figures: '',
    };
  const { clean, worst } = verdict;
  const begins = clean ? 'Clean' : 'Not clean yet';
  const fix = worst
    ? `${clean ? ';' : ':'} ${spotWords({ strokes, measures, clean, spot: worst, words })}.`
    : ': every stroke came in time.';
  const half = Math.round(measures.spreadMs * HALF);
  const about = heard < FEW ? '' : ` half of them within ${half} ms of the beat,`;
  return {
    verdict: begins + fix,
    begins,
    figures: `${heard} of ${strokes.length} strokes,${about} ${paceWords(measures.driftPercent)}.`,
  };
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

/** What so many percent more time are in tempo: twice the time is half the tempo. */
function paceWords(percentMore: number): string {
  const tempo = 1 / (1 + percentMore / 100);
  const percent = Math.abs(tempo - 1) * 100;
  if (percent < 0.5) return 'with the click';
  return `${percent.toFixed(percent < 10 ? 1 : 0)} % ${tempo < 1 ? 'slower' : 'faster'} than the click`;
}

/** Where it was begun late or ended early, that is what is said; undefined where it was a stop in between. */
function partly(
  strokes: readonly ExpectedTime[],
  { lateMs }: TakeMeasures,
  { stroke }: Spot,
): string | undefined {
  const heard = lateMs.flatMap((late, at) => (late === null ? [] : [at]));
  const [first = 0, last = 0] = [heard[0], heard.at(-1)];
  const bar = (at: number): string => `in bar ${(strokes[at]?.bar ?? 0) + 1}`;
  if (strokes[stroke]?.bar === undefined) return undefined;
  if (stroke < first) return `it begins ${bar(first)}`;
  return stroke > last ? `it ends ${bar(last)}` : undefined;
}

/** The one thing to fix, as the end of a sentence. */
function spotWords(told: Omit<SpotFacts, 'where' | 'at'>): string {
  const { strokes, spot, words } = told;
  const at = spot.change ? `, at the change to ${words.called(spot.change.to)}` : '';
  return WORDS[spot.what]({ ...told, at, where: barOf(strokes, spot) });
}
