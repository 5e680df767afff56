import {
  parseSlot,
  strokesOf,
  techniquesOf,
  type Pattern,
  type Slot,
  type Technique,
} from '../../rhythm';
import type { Layer } from '../../song';
import type { StruckBar } from '../../timeline';
import { rungsTo } from '../ladder';
import { toPlayedBar } from '../practice-bar';
import { createStep, type Goal, type Step } from '../step';
import { climbingOf } from '../climbing';
import { techniqueWords } from '../step-words';
import { strokesPerBeat } from '../strokes-per-beat';
import { tempoLimit } from '../tempo-limit';
import { barsOfPart, type Workpiece } from '../workpiece';
import type { Kind, PlayedStep } from './kind';

const GOAL: Goal = { cleanInRow: 4, days: 1, words: '16 bars without a stop' };
/** Bars of one pass. */
const HAND_BARS = 4;

/** What stands for the thumb in the id of a step. */
const THUMB = 'thumb';

/** Makes a step for each of the song's patterns that is played up to a layer and asks something of the hand. */
export function makeHands(work: Workpiece, goal: Layer): readonly Step[] {
  const met = new Set<Technique>(work.student.ownedPatterns.flatMap(techniquesIn));
  return patternsPlayed(work, goal).flatMap(([name, pattern]) => {
    const fresh = techniquesOf(pattern).filter((one) => !met.has(one));
    // An accent is no stroke of its own.
    if (isPlain(pattern) && fresh.every((one) => one === 'accent')) return [];
    for (const one of fresh) met.add(one);
    const [first, ...more] = withThumbFirst(work, name, pattern);
    return first ? [withTechniques(first, fresh), ...more] : [];
  });
}

/** The ways of striking in a pattern that is owned, as its strokes are kept. */
function techniquesIn(strokes: string): readonly Technique[] {
  const slots = strokes.split(' ').flatMap((one) => parseSlot(one) ?? []);
  return techniquesOf({ slots });
}

/** Says how those are done that are met here first. */
function withTechniques(step: Step, fresh: readonly Technique[]): Step {
  if (fresh.length === 0) return step;
  return { ...step, techniques: fresh, why: `${techniqueWords(fresh)} ${step.why}` };
}

/** The song's own patterns that its parts are played with in a layer, in the order they come. */
function patternsPlayed(work: Workpiece, layer: Layer): readonly (readonly [string, Pattern])[] {
  const played = new Map<string, Pattern>();
  for (const { id } of work.parts) {
    for (const { struck } of barsOfPart(work, id, layer)) {
      if (struck?.name !== undefined) played.set(struck.name, struck.pattern);
    }
  }
  return [...played];
}

function whyOf(work: Workpiece, perBeat: number): string {
  const needed = ((perBeat * work.goalBpm) / 60).toFixed(1);
  const shown = work.student.strokesPerSecond;
  const has =
    shown === undefined
      ? `a first hand is taken to have ${work.constants.strokesPerSecond}`
      : `${shown} have been shown`;
  return `It asks for ${needed} strokes a second at ${work.goalBpm} bpm; ${has}.`;
}

function makeHand(work: Workpiece, name: string, pattern: Pattern): Step {
  const { goalBpm, constants, student } = work;
  const perBeat = strokesPerBeat(pattern);
  const { strokesPerSecond, strokesAtLeast = 0 } = student;
  const perSecond = Math.max(strokesPerSecond ?? constants.strokesPerSecond, strokesAtLeast);
  const limit = tempoLimit({
    bpmGoal: goalBpm,
    changes: [],
    strokesPerBeat: perBeat,
    strokesPerSecond: perSecond,
    constants,
  });
  const rungs = rungsTo(goalBpm, limit.startBpm, climbingOf(work).rungRatio);
  return createStep('hand', work, {
    about: { name: `Pattern ${name} on one muted chord`, isWord: true },
    atoms: [name],
    needs: ['ready'],
    rungs,
    goal: GOAL,
    minutes: constants.handMinutes * work.pace,
    why: whyOf(work, perBeat),
    limit: { limitBpm: limit.limitBpm, strokes: { perBeat, perSecond } },
  });
}

/** One stroke a beat or less, all of them down, is what every hand does by itself. */
function isPlain({ slots, ...pattern }: Pattern): boolean {
  const isDown = slots.every(
    (slot) => slot.kind === 'rest' || (slot.kind === 'strum' && slot.direction === 'down'),
  );
  return isDown && strokesPerBeat({ slots, ...pattern }) <= 1;
}

/** The thumb's part of a pattern that other fingers pluck in too; undefined where they do not differ. */
function thumbOf(pattern: Pattern): Pattern | undefined {
  const fingers = pattern.slots.flatMap((slot) =>
    slot.kind === 'pluck' ? slot.notes.map((one) => one.finger) : [],
  );
  const isMixed = fingers.includes('p') && fingers.some((one) => one !== undefined && one !== 'p');
  if (!isMixed) return undefined;
  const slots = pattern.slots.map((slot): Slot => {
    const notes = slot.kind === 'pluck' ? slot.notes.filter((one) => one.finger === 'p') : [];
    return notes.length > 0 ? { kind: 'pluck', notes } : { kind: 'rest' };
  });
  return { ...pattern, slots };
}

/** The thumb keeps the beat before the fingers come in between. */
function withThumbFirst(work: Workpiece, name: string, pattern: Pattern): readonly Step[] {
  const all = makeHand(work, name, pattern);
  const thumb = thumbOf(pattern);
  if (!thumb) return [all];
  const alone = makeHand(work, name, thumb);
  const first = createStep('hand', work, {
    ...alone,
    atoms: [name, THUMB],
    about: { name: `Pattern ${name}`, detail: 'the thumb alone', isWord: true },
    why: `The thumb keeps the beat; once it goes by itself, the fingers come in between. ${alone.why}`,
  });
  return [first, { ...all, needs: [...all.needs, first.id] }];
}

/** A few bars of the pattern on strings that are muted. */
function play({ atoms: [name = '', what] }: PlayedStep, work: Workpiece): readonly StruckBar[] {
  const whole = work.patterns.named[name];
  const pattern = what === THUMB && whole ? thumbOf(whole) : whole;
  if (!pattern) return [];
  const { beats } = pattern.meter;
  return Array.from({ length: HAND_BARS }, (_, index) => {
    const struck = { pattern, name, bar: index % pattern.bars };
    const chords = [{ chord: MUTED, beat: 1, beats }];
    return toPlayedBar({ number: index + 1, beats, chords, struck }, work);
  });
}

/** No chord of any name, and struck all the same. */
const MUTED = '×';

function isOwned({ atoms: [name = ''] }: Step, { patterns, student }: Workpiece): boolean {
  const pattern = patterns.named[name];
  return pattern !== undefined && student.ownedPatterns.includes(strokesOf(pattern).join(' '));
}

/** The picking or strumming hand alone. */
export const hand: Kind = {
  goal: GOAL,
  subject: 'hands',
  rank: 4,
  rungUnit: 'bpm',
  scene: 'hand',
  cleanWord: 'clean',
  learns: 'pattern',
  drill: 'strokes',
  hasHeadroom: true,
  isPickingHand: true,
  play,
  isOwned,
  prove: ([name = '', what], heldBpm, { patterns, goalBpm }) => {
    const pattern = patterns.named[name];
    if (!pattern || heldBpm <= 0 || what === THUMB) return {};
    return {
      ownedPatterns: heldBpm >= goalBpm ? [strokesOf(pattern).join(' ')] : [],
      strokesAtLeast: (strokesPerBeat(pattern) * heldBpm) / 60,
    };
  },
};
