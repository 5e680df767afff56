import type { StepAbout } from '../step-title';
import { notesToLearn, type RiffLimit } from '../../riff';
import { LAYERS, type Layer } from '../../song';
import type { StruckBar } from '../../timeline';
import { limitOver, type RiffToLearn } from '../riff-to-learn';
import { createStep, type Goal, type Step } from '../step';
import { stepMinutes } from '../step-minutes';
import { rungsTo } from '../ladder';
import { ladderFor } from '../ladder-for';
import { climbingOf } from '../climbing';
import type { Workpiece } from '../workpiece';
import type { Kind, PlayedStep } from './kind';
import { barOfNote, firstBarOf, riffBars, type RiffStretch } from './riff-bars';
import { phrasesTaught, type TaughtPhrase } from './phrases-taught';
import { thumbPlaces } from './thumb';

const GOAL: Goal = { cleanInRow: 3, days: 1, words: '3 clean in a row' };
const EAR_GOAL: Goal = { cleanInRow: 1, days: 1, words: 'found and sung once' };
/** What stands for the thumb, and for the joins of phrases, in the id of a step. */
const THUMB = 'thumb';
/** Slower than this nobody hears a beat. */
const LEAST_BPM = 20;
const JOINS = 'joins';
/** Fewer phrases are joined when the riff is played whole. */
const LEAST_JOINED = 3;

/** What a step of a riff is made from. */
interface RiffLadder {
  readonly kind: 'phrase' | 'riff';
  readonly atoms: readonly string[];
  readonly about: StepAbout;
  /** The notes it plays, by their places. */
  readonly places: readonly number[];
  readonly stretch: RiffStretch;
  readonly needs: readonly string[];
  /** Whether its notes were learnt before, in phrases. */
  readonly isKnown?: true;
}

/** Makes the steps of each riff that is played up to a layer. */
export function makeRiffs(
  work: Workpiece,
  { goal, isByEar }: { readonly goal: Layer; readonly isByEar: boolean },
): readonly Step[] {
  return work.riffs
    .filter(({ layer }) => LAYERS.indexOf(layer) <= LAYERS.indexOf(goal))
    .flatMap((toLearn) => makeRiff(work, toLearn, isByEar));
}

function matterOf(work: Workpiece, name: string | undefined): RiffToLearn | undefined {
  return work.riffs.find((one) => one.name === name);
}

function wholeOf(toLearn: RiffToLearn): RiffStretch {
  return { from: firstBarOf(toLearn), to: toLearn.riff.bars - 1 };
}

function placesIn(toLearn: RiffToLearn): readonly number[] {
  return toLearn.worked.notes.map((_, place) => place);
}

/** A riff has no barer layer to come first: it begins where both hands can, also under half the goal. */
function withinReach(
  rungs: Step['rungs'],
  { limitBpm }: RiffLimit,
  work: Workpiece,
): Step['rungs'] {
  const [first = 0, goal = first] = [rungs[0], rungs.at(-1)];
  if (limitBpm === null) return rungs;
  const start = Math.max(LEAST_BPM, Math.floor(work.constants.startShare * limitBpm));
  return start < first ? rungsTo(goal, start, climbingOf(work).rungRatio) : rungs;
}

/** Makes a step of some notes of a riff, with the ladder both hands allow. */
function make(work: Workpiece, toLearn: RiffToLearn, made: RiffLadder): Step {
  const { goalBpm, riff, isBeside } = toLearn;
  const { kind, atoms, about, places, stretch, needs, isKnown } = made;
  const limit: RiffLimit = limitOver(toLearn, places, work.student);
  const demand = { changes: [], goalBpm, strokesPerBeat: 0, limits: [limit] };
  const known = isKnown ? 'by its parts' : 'new';
  const { rungs: usual, why, limit: stepLimit } = ladderFor(work, demand, known);
  const rungs = withinReach(usual, limit, work);
  const bars = stretch.to - stretch.from + 1;
  const { constants, pace } = work;
  const tau = constants.climbMinutes + constants.climbBarMinutes * bars;
  const minutes = stepMinutes(
    {
      rungs,
      goal: GOAL,
      passBeats: bars * riff.named.meter.beats,
      newMinutes: (isKnown ? constants.joinMinutes : constants.barMinutes * bars) * pace,
      tauMinutes: (isKnown ? constants.joinClimbMinutes : tau) * pace,
    },
    constants,
  );
  return createStep(kind, work, {
    about,
    atoms,
    needs,
    goal: GOAL,
    rungs,
    why,
    minutes,
    limit: stepLimit,
    ...(isBeside && { isOptional: true as const }),
  });
}

function makeEar({ name, riff }: RiffToLearn, work: Workpiece): Step {
  const { constants, pace } = work;
  return createStep('ear', work, {
    about: { name: `Find ${name} by ear`, detail: 'before you look', isWord: true },
    atoms: [name],
    needs: ['ready', 'listen'],
    rungs: [],
    goal: EAR_GOAL,
    minutes: constants.barMinutes * riff.bars * pace,
    why: 'What one has found and sung is remembered; the tab only settles what is not sure.',
  });
}

function makePhrase(
  work: Workpiece,
  toLearn: RiffToLearn,
  { phrase, places, line, needs }: TaughtPhrase & Pick<Step, 'needs'>,
): Step {
  const [first = 0] = places;
  const stretch = {
    from: barOfNote(toLearn, first),
    to: barOfNote(toLearn, places.at(-1) ?? first),
  };
  const step = make(work, toLearn, {
    kind: 'phrase',
    atoms: [toLearn.name, String(phrase)],
    places,
    stretch,
    needs,
    about: { name: `${toLearn.name}, phrase ${phrase}` },
  });
  return line === undefined ? step : { ...step, why: `${line} ${step.why}` };
}

/** The steps of one riff: by ear, the thumb alone, its phrases, from phrase to phrase, all of it. */
function makeRiff(work: Workpiece, toLearn: RiffToLearn, isByEar: boolean): readonly Step[] {
  const { name, worked } = toLearn;
  const ear = isByEar ? [makeEar(toLearn, work)] : [];
  const first = ['ready', ...ear.map((one) => one.id)];
  const thumb = thumbPlaces(worked.notes);
  const thumbs =
    thumb.length > 0
      ? [
          make(work, toLearn, {
            kind: 'phrase',
            atoms: [name, THUMB],
            places: thumb,
            needs: first,
            about: { name, detail: 'the thumb alone' },
            stretch: wholeOf(toLearn),
          }),
        ]
      : [];
  const needs = [...first, ...thumbs.map((one) => one.id)];
  const taught = phrasesTaught(worked);
  const phrases =
    taught.length > 1 ? taught.map((one) => makePhrase(work, toLearn, { ...one, needs })) : [];
  const all = { places: placesIn(toLearn), stretch: wholeOf(toLearn) };
  const parts = phrases.map((one) => one.id);
  const joins =
    worked.phrases.length >= LEAST_JOINED && phrases.length > 1
      ? [
          make(work, toLearn, {
            kind: 'phrase',
            atoms: [name, JOINS],
            ...all,
            needs: parts,
            isKnown: true,
            about: { name, detail: 'from phrase to phrase' },
          }),
        ]
      : [];
  const before = [...parts, ...joins.map((one) => one.id)];
  const whole = make(work, toLearn, {
    kind: 'riff',
    atoms: [name],
    ...all,
    needs: before.length > 0 ? before : needs,
    about: { name: toLearn.isBeside ? `${name}, the other guitar` : `${name}, all of it` },
    ...(before.length > 0 && { isKnown: true }),
  });
  const again = `${notesToLearn(worked.phrases)} of its ${worked.notes.length} notes are to be learnt, the others come again.`;
  const told = notesToLearn(worked.phrases) < worked.notes.length ? `${again} ` : '';
  return [...ear, ...thumbs, ...phrases, ...joins, { ...whole, why: `${told}${whole.why}` }];
}

/** The bars around each place where one phrase goes into the next. */
function joinBars(work: Workpiece, toLearn: RiffToLearn): readonly StruckBar[] {
  return toLearn.worked.phrases.slice(1).flatMap(({ from }) => {
    const bar = barOfNote(toLearn, from);
    const before = barOfNote(toLearn, from - 1);
    return riffBars(work, toLearn, { from: Math.min(before, bar), to: bar });
  });
}

function play({ atoms: [name, what] }: PlayedStep, work: Workpiece): readonly StruckBar[] {
  const toLearn = matterOf(work, name);
  if (!toLearn) return [];
  if (what === undefined) return riffBars(work, toLearn, wholeOf(toLearn));
  if (what === JOINS) return joinBars(work, toLearn);
  if (what === THUMB) {
    const notes = new Set(thumbPlaces(toLearn.worked.notes));
    return riffBars(work, toLearn, { ...wholeOf(toLearn), notes });
  }
  const phrase = toLearn.worked.phrases[Number(what) - 1];
  if (!phrase) return [];
  const { from, to } = phrase;
  const notes = new Set(Array.from({ length: to - from + 1 }, (_, index) => from + index));
  const bars = { from: barOfNote(toLearn, from), to: barOfNote(toLearn, to) };
  return riffBars(work, toLearn, { ...bars, notes });
}

const ALIKE: Omit<Kind, 'rank'> = {
  goal: GOAL,
  subject: 'hands',
  rungUnit: 'bpm',
  scene: 'riff',
  cleanWord: 'clean',
  play,
  hasFrets: true,
  hasHeadroom: true,
};

/** Some notes of a riff: a phrase, the thumb's, from phrase to phrase. */
export const phrase: Kind = { ...ALIKE, rank: 4.1, learns: 'phrase' };

/** A riff from its first note to its last. */
export const riff: Kind = { ...ALIKE, rank: 4.2, learns: 'riff' };

/** A riff found by ear before it is read. */
export const ear: Kind = {
  goal: EAR_GOAL,
  subject: 'hands',
  rank: 4.05,
  rungUnit: 'bpm',
  scene: 'ear',
  cleanWord: 'done',
  play,
};
