import { isRealDate } from '@harvu/contract';
import type { Day } from '@harvu/core/day';
import type { Try } from '@harvu/core/events';
import { makePlan, USUAL_TEACHING } from '@harvu/core/plan';
import { readinessOf, tempoToday, type Readiness } from '@harvu/core/progress';
import { LAYERS, type Layer, type SongDocument } from '@harvu/core/song';
import { kindOf, type Step, type Workpiece } from '@harvu/core/steps';
import { bpm as toBpm } from '@harvu/core/units';
import { array, mixed, number, object, string, type InferType } from 'yup';
import { readSong } from './song-input';
import { verbOf, workError } from './verb';
import { stepId } from '@harvu/core/step-id';

const MOST_EVIDENCE = 100_000;
const FASTEST = 1000;
const SOURCES = ['self', 'teacher', 'measured'] as const;

const day = () =>
  string<Day>()
    .required()
    .test('day', '${path} must be a day that exists, such as 2026-11-26', (value) =>
      isRealDate(value),
    );

const evidence = object({
  on: day(),
  step: mixed<string | object>().required(),
  bpm: number().min(0).max(FASTEST).nullable().optional(),
  passes: number().integer().min(1).max(1000).optional(),
  clean: number().integer().min(0).max(1000).required(),
  minutes: number().min(0).max(1440).optional(),
  source: string().oneOf(SOURCES).optional(),
  failedBar: number().integer().min(1).optional(),
});
type Evidence = InferType<typeof evidence>;

const input = object({
  song: mixed<string | object>().required(),
  evidence: array().of(evidence).required().max(MOST_EVIDENCE),
  today: day(),
  goalBpm: number().min(10).max(FASTEST).optional(),
  layer: string().oneOf(LAYERS).optional(),
});

/** What was practised, said by name instead of by id. */
const namedStep = object({
  section: string().optional(),
  semitones: number().integer().optional(),
  layer: string().oneOf(LAYERS).optional(),
  join: array().of(string().required()).length(2).optional(),
  whole: string().oneOf(LAYERS).optional(),
});

/** The part a section is, where it may be moved. */
function partId(work: Workpiece, name: string, semitones = 0): string | undefined {
  const wanted = name.trim().toLowerCase();
  const occurrence = work.timeline.occurrences.find(
    (one) => one.name.toLowerCase() === wanted && one.part.semitones === semitones,
  );
  return occurrence?.part.id ?? work.parts.find(({ id }) => id === name)?.id;
}

/** The crossing between two sections as the map has it: as they are where they meet so, else as they are moved there. */
function joinId(names: readonly string[], layer: Layer, work: Workpiece): string | undefined {
  const [first, second] = names.map((name) => name.trim().toLowerCase());
  const { occurrences } = work.timeline;
  const met = occurrences.flatMap((one, at): readonly (readonly [string, string])[] => {
    const next = occurrences[at + 1];
    if (!next || one.name.toLowerCase() !== first || next.name.toLowerCase() !== second) return [];
    return [[one.part.id, next.part.id]];
  });
  const [from, to] = names.map((name) => partId(work, name));
  const [moved] = met;
  const isMet = met.some((one) => one[0] === from && one[1] === to);
  if (from && to && (isMet || !moved)) return stepId('join', [from, to, layer]);
  return moved && stepId('join', [...moved, layer]);
}

/** Where a part is held by another one's step, what was played of it stands there. */
function holderOf(steps: readonly Step[], id: string, layer: Layer): string {
  const own = stepId('section', [id, layer]);
  const holder = steps.find((step) => step.layer === layer && step.covers?.includes(id));
  return holder && !steps.some((step) => step.id === own) ? holder.id : own;
}

function idOf(step: Evidence['step'], steps: readonly Step[], work: Workpiece): string | undefined {
  if (typeof step === 'string') return step;
  if (!namedStep.isValidSync(step, { strict: true })) return undefined;
  const { section, semitones, layer = 'full', join, whole } = step;
  if (whole !== undefined) return stepId('whole', [whole]);
  if (join) return joinId(join, layer, work);
  const part = section === undefined ? undefined : partId(work, section, semitones);
  return part && holderOf(steps, part, layer);
}

/** So many passes of which some were clean in a row: a run broken on both sides where others failed. */
function triesOf(one: Evidence, id: string, at: number): readonly Try[] {
  const { on, bpm, clean, passes = Math.max(1, clean), minutes = 0, source = 'self' } = one;
  const made = (part: number, isClean: boolean, count: number): Try => ({
    id: `${at} ${part}`,
    stepId: id,
    day: on,
    bpm: bpm ?? null,
    source,
    at: `${on}T00:00:00.000Z ${String(at).padStart(6, '0')}.${part}`,
    clean: isClean,
    passes: count,
    seconds: part === 1 ? minutes * 60 : 0,
  });
  if (clean >= passes) return [made(1, true, passes)];
  return clean > 0
    ? [made(0, false, 1), made(1, true, clean), made(2, false, 1)]
    : [made(1, false, 1)];
}

function withGoal(song: SongDocument, goalBpm: number | undefined): SongDocument {
  return goalBpm === undefined
    ? song
    : { ...song, frame: { ...song.frame, tempo: toBpm(goalBpm) } };
}

function answerOf(readiness: Readiness, today: Day): object {
  const { songBpm, goalBpm, holes, share, heldBackBy, gates, barer, kept } = readiness;
  const change = heldBackBy?.step.limit?.change;
  return {
    songBpm,
    goalBpm,
    holes,
    share: Math.round(share * 1000) / 1000,
    barer,
    // What is probably left of it, where a visit is due.
    retained: songBpm === null ? null : tempoToday(kept, today),
    heldBackBy: heldBackBy
      ? {
          kind: heldBackBy.step.kind,
          step: heldBackBy.step.id,
          ...(kindOf(heldBackBy.step).subject === 'part' && { section: heldBackBy.step.title }),
          ...(change && { change: `${change.from} → ${change.to}` }),
          minutes: Math.round(heldBackBy.minutes * 10) / 10,
          line: `Held back by ${heldBackBy.what}`,
        }
      : null,
    gates: [
      {
        code: 'parts',
        met: gates.partsAtGoal - gates.joinsAtGoal,
        need: gates.parts - gates.joins,
      },
      { code: 'joins', met: gates.joinsAtGoal, need: gates.joins },
      { code: 'whole-runs', met: gates.wholeRunDays, need: gates.wholeRunDaysNeeded },
      { code: 'heard', met: gates.isHeard ? 1 : 0, need: 1 },
    ],
  };
}

/** `{song, evidence, today, goalBpm?, layer?}` → how far the whole song is, its holes, what holds it back, the gates. */
export const readinessVerb = verbOf(input, ({ song, evidence: all, today, goalBpm, layer }) => {
  const read = readSong(song);
  if (typeof read === 'string') return workError('input', read, 'song');
  const goal = layer ?? 'full';
  const plan = makePlan(withGoal(read, goalBpm), { teaching: { ...USUAL_TEACHING, goal } });
  const tries: Try[] = [];
  for (const [at, one] of all.entries()) {
    const id = idOf(one.step, plan.steps, plan.work);
    if (id === undefined) {
      return workError(
        'step',
        `evidence ${at + 1} names nothing of the song`,
        `evidence[${at}].step`,
      );
    }
    // What is dated ahead of today is shown elsewhere, and counts for nothing.
    if (one.on <= today) tries.push(...triesOf(one, id, at));
  }
  return answerOf(readinessOf(plan.work, { steps: plan.steps, tries, goal }), today);
});
