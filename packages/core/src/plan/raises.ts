import { bpmWithin } from '../change';
import { changeBetween } from '../fretboard';
import { stretchOf, strokesIn, windowsOf, type ChangeWindow, type StruckBar } from '../timeline';
import { soundsChord, type Pattern } from '../rhythm';
import { LAYERS, type Layer } from '../song';
import { barsOfPart, kindOf, type Step, type WindowedChange, type Workpiece } from '../steps';
import { easierGrip, type EasierGrip } from './easier-grips';

/** Something that would let a step start faster, and the tempo its slowest change then allows. */
export type Raise =
  | { readonly kind: 'easier-grip'; readonly limitBpm: number; readonly grip: EasierGrip }
  | { readonly kind: 'barer-layer'; readonly limitBpm: number; readonly layer: Layer }
  | { readonly kind: 'open-stroke'; readonly limitBpm: number; readonly windowBeats: number };

/**
 * Lists what would let a step start faster where a change limits it under the goal: an easier grip, a
 * barer layer, a stroke on open strings during the change; the fastest first, with the tempo that this
 * change then allows. Empty where nothing limits it, or nothing helps.
 *
 * @example
 * raisesOf(makeSteps(workpieceOf(EMPTY_SONG))[0], workpieceOf(EMPTY_SONG)) // []
 */
export function raisesOf(step: Step | undefined, work: Workpiece): readonly Raise[] {
  const change = step?.limit?.change;
  if (!step || !change) return [];
  const isMusic = kindOf(step).subject === 'part';
  const raises = [
    ...withEasierGrips(work, change),
    ...(isMusic ? inBarerLayer(work, step, change) : []),
    ...(isMusic ? withOpenStroke(work, step, change) : []),
  ];
  const now = bpmWithin(change.windowBeats, change.seconds);
  return raises.filter((one) => one.limitBpm > now).toSorted((a, b) => b.limitBpm - a.limitBpm);
}

function withEasierGrips(work: Workpiece, change: WindowedChange): readonly Raise[] {
  const byName = new Map(work.grips.map((grip) => [grip.name, grip]));
  return [change.from, change.to].flatMap((name): readonly Raise[] => {
    const grip = easierGrip(work, name);
    const other = byName.get(name === change.from ? change.to : change.from);
    if (!grip || !other) return [];
    const [from, to] = name === change.from ? [grip, other] : [other, grip];
    const { hand, pace: paceFactor } = work;
    const { seconds } = changeBetween(from, to, { hand, paceFactor });
    return [{ kind: 'easier-grip', limitBpm: bpmWithin(change.windowBeats, seconds), grip }];
  });
}

function isSame(a: { from: string; to: string }, b: { from: string; to: string }): boolean {
  return a.from === b.from && a.to === b.to;
}

/** The tightest place of a change in some bars. */
function tightestPlace(
  bars: readonly StruckBar[],
  change: WindowedChange,
): ChangeWindow | undefined {
  return windowsOf(bars)
    .filter((one) => isSame(one, change))
    .reduce<ChangeWindow | undefined>(
      (low, one) => (low && low.windowBeats <= one.windowBeats ? low : one),
      undefined,
    );
}

function inBarerLayer(work: Workpiece, step: Step, change: WindowedChange): readonly Raise[] {
  const barer = LAYERS.slice(0, LAYERS.indexOf(step.layer ?? 'bare')).toReversed();
  for (const layer of barer) {
    const place = tightestPlace(barsOfPart(work, step.atoms[0] ?? '', layer), change);
    if (place && place.windowBeats > change.windowBeats) {
      return [
        { kind: 'barer-layer', limitBpm: bpmWithin(place.windowBeats, change.seconds), layer },
      ];
    }
  }
  return [];
}

function withOpenSlot(pattern: Pattern, index: number): Pattern {
  const slots = pattern.slots.map((slot, place) =>
    place === index && slot.kind === 'strum' ? { ...slot, sound: 'open' as const } : slot,
  );
  return { ...pattern, slots };
}

/** The bars with the last strum before a beat made on open strings; undefined where there is none. */
function openedBefore(bars: readonly StruckBar[], beat: number): readonly StruckBar[] | undefined {
  const last = strokesIn(stretchOf(bars))
    .flat()
    .findLast((stroke) => stroke.beat < beat && soundsChord(stroke.what));
  const bar = last && bars[last.bar];
  if (last?.slot === undefined || !bar?.struck || last.what.kind !== 'strum') return undefined;
  const opened = { ...bar.struck, pattern: withOpenSlot(bar.struck.pattern, last.slot) };
  return bars.with(last.bar, { ...bar, struck: opened });
}

function withOpenStroke(work: Workpiece, step: Step, change: WindowedChange): readonly Raise[] {
  const bars = barsOfPart(work, step.atoms[0] ?? '', step.layer ?? 'full');
  const place = tightestPlace(bars, change);
  const opened = place && openedBefore(bars, place.atBeat);
  const wider = opened && windowsOf(opened).find((one) => one.atBeat === place.atBeat);
  if (!wider || wider.windowBeats <= change.windowBeats) return [];
  const { windowBeats } = wider;
  return [{ kind: 'open-stroke', windowBeats, limitBpm: bpmWithin(windowBeats, change.seconds) }];
}
