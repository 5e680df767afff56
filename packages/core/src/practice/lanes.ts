import { laneDrawing, type LaneDrawing } from '../drawing';
import type { HeardStroke } from '../player';
import { slotTimes, type CountSchool, type Feel, type Pattern, type Slot } from '../rhythm';
import type { Pass } from '../steps';
import { isAllRiff, type LaidBar } from '../timeline';

/** The picking hand through a bar, or through the bars its pattern goes over. */
export interface DrawnLane {
  readonly drawing: LaneDrawing;
  /** The beat of each slot in the pass. */
  readonly beats: readonly number[];
}

const REST: Slot = { kind: 'rest' };
/** Slots to a beat that are tried where no pattern says how many there are. */
const GRIDS = [1, 2, 3, 4, 6];
const NEAR = 1e-6;

/** What a bar plays, slot by slot, and where the hand is still: after a single hit, in silence. */
interface PlayedSlots {
  readonly slots: readonly Slot[];
  readonly still: readonly boolean[];
}

/** What all bars are drawn from; what is alike is drawn once. */
interface Drawn extends Pick<Pass, 'spans'> {
  readonly counts: CountSchool;
  readonly known: Map<string, LaneDrawing>;
}

/**
 * Draws what the picking hand plays in each bar of a pass, from the strokes that are heard in it: a single
 * hit is one stroke and the hand is still after it, in silence there are only the counts. Null for a bar
 * that a riff takes whole.
 *
 * @example
 * lanesOf({ stretch: stretchOf([]), spans: [], writtenBpm: 60 }, [], 'syllables') // []
 */
export function lanesOf(
  { stretch, spans }: Pass,
  strokes: readonly HeardStroke[],
  counts: CountSchool,
): readonly (DrawnLane | null)[] {
  const byBar = stretch.bars.map((): HeardStroke[] => []);
  for (const stroke of strokes) byBar[stroke.bar]?.push(stroke);
  const all = { spans, counts, known: new Map<string, LaneDrawing>() };
  let index = 0;
  return groupsOf(stretch.bars).flatMap((group) => {
    const lane = drawGroup(group, byBar.slice(index, index + group.length), all);
    index += group.length;
    return group.map(() => lane);
  });
}

/** Whether a whole bar goes on with the pattern that the whole bar before it began. */
function goesOn({ struck, beats, meter, riff }: LaidBar['bar'], before: LaidBar['bar']): boolean {
  const isWhole = beats === meter.beats && before.beats === beats && !riff && !before.riff;
  if (!isWhole || !struck || !before.struck) return false;
  return struck.pattern === before.struck.pattern && struck.bar === before.struck.bar + 1;
}

/** Bars that are drawn as one: those a pattern of several bars goes over, one after the other. */
function groupsOf(bars: readonly LaidBar[]): readonly (readonly LaidBar[])[] {
  const groups: LaidBar[][] = [];
  for (const laid of bars) {
    const group = groups.at(-1);
    const before = group?.at(-1)?.bar;
    if (group && before && goesOn(laid.bar, before)) group.push(laid);
    else groups.push([laid]);
  }
  return groups;
}

/** Slots to a beat that every stroke falls on: the pattern's own where they do. */
function perBeatOf({ bar, from }: LaidBar, strokes: readonly HeardStroke[]): number {
  const own = bar.struck ? bar.struck.pattern.slotsPerBar / bar.struck.pattern.meter.beats : 1;
  const free = strokes.filter((one) => one.slot === undefined);
  const isOn = (per: number): boolean =>
    free.every(({ beat }) => {
      const at = (beat - from) * per;
      return Math.abs(at - Math.round(at)) < NEAR;
    });
  if (isOn(own)) return own;
  return GRIDS.find((per) => per % own === 0 && isOn(per)) ?? own;
}

/** The hand goes on over the chords that the pattern is played over, and over nothing else. */
function isStill(
  { bar, from }: LaidBar,
  {
    spans,
    at,
    perBeat,
  }: { readonly spans: Pass['spans']; readonly at: number; readonly perBeat: number },
): boolean {
  const { struck } = bar;
  if (!struck) return true;
  // A grid finer than the pattern's has slots between that no hand goes by.
  const own = struck.pattern.slotsPerBar / struck.pattern.meter.beats;
  if ((at * own) % perBeat !== 0) return true;
  const beat = from + at / perBeat;
  const span = spans.find((one) => beat >= one.from - NEAR && beat < one.until - NEAR);
  return !span || span.isHit || span.isHeld || span.isSilent;
}

function playedSlots(
  laid: LaidBar,
  strokes: readonly HeardStroke[],
  { spans, perBeat }: { readonly spans: Pass['spans']; readonly perBeat: number },
): PlayedSlots {
  const { bar, from } = laid;
  const count = Math.max(1, Math.round(bar.beats * perBeat));
  const slots = Array<Slot>(count).fill(REST);
  const ofPattern = bar.struck?.pattern;
  const own = ofPattern ? ofPattern.slotsPerBar / ofPattern.meter.beats : perBeat;
  for (const { beat, slot, what, notes } of strokes) {
    if (notes) continue;
    const isOwn = slot !== undefined && ofPattern;
    const into = isOwn ? (slot % ofPattern.slotsPerBar) / own : beat - from;
    slots[Math.min(count - 1, Math.round(into * perBeat))] = what;
  }
  const still = slots.map(
    (one, at) => one.kind === 'rest' && isStill(laid, { spans, at, perBeat }),
  );
  return { slots, still };
}

function drawnOnce(
  pattern: Pattern,
  stopped: ReadonlySet<number>,
  { feel, counts, known }: { readonly feel: Feel } & Drawn,
): LaneDrawing {
  const key = JSON.stringify([pattern, [...stopped], feel]);
  const drawing = known.get(key) ?? laneDrawing(pattern, { counts, feel, stopped });
  known.set(key, drawing);
  return drawing;
}

function drawGroup(
  group: readonly LaidBar[],
  strokes: readonly (readonly HeardStroke[])[],
  all: Drawn,
): DrawnLane | null {
  const [first] = group;
  if (!first || group.every(({ bar }) => isAllRiff(bar))) return null;
  const perBeat = Math.max(...group.map((laid, at) => perBeatOf(laid, strokes[at] ?? [])));
  const { spans } = all;
  const played = group.map((laid, at) => playedSlots(laid, strokes[at] ?? [], { spans, perBeat }));
  const { beats, feel, meter } = first.bar;
  const pattern: Pattern = {
    meter: beats === meter.beats ? meter : { ...meter, beats, groups: [beats] },
    bars: group.length,
    slotsPerBar: Math.max(1, Math.round(beats * perBeat)),
    slots: played.flatMap((one) => one.slots),
  };
  const still = played.flatMap((one) => one.still);
  const stopped = new Set(still.flatMap((one, at) => (one ? [at] : [])));
  const drawing = drawnOnce(pattern, stopped, { ...all, feel });
  const times = slotTimes(pattern, feel);
  return { drawing, beats: times.map((at) => first.from + at) };
}
