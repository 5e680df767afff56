import { formatTuning, STANDARD_TUNING, type Tuning } from '../pitch';
import type { Layer } from '../song';
import { GOALS, type Step, type StepKind } from './step';
import { createStep, stepId } from './step-words';
import type { Workpiece } from './workpiece';

/** Times the whole song is played in the steps that play it through. */
const RUNS: Readonly<Partial<Record<StepKind, number>>> = { listen: 2, sing: 3 };

function tuningWords(tuning: Tuning): string {
  if (tuning.join() === STANDARD_TUNING.join()) return 'Tune';
  const notes = formatTuning(tuning).replaceAll('#', '♯').replaceAll('b', '♭');
  return `Tune to ${notes}`;
}

function throughMinutes(work: Workpiece, kind: StepKind): number {
  const runs = (RUNS[kind] ?? 1) * (kind === 'listen' ? 1 : work.constants.playedAgain);
  return (work.playing.lasts / 60) * runs;
}

/** What comes before the first grip: a guitar that is ready, and a song that is known by ear. */
export function stepsBefore(work: Workpiece): readonly Step[] {
  const capo = work.capo === 0 ? 'no capo' : `capo ${work.capo}`;
  const ready = createStep('ready', {
    title: `${tuningWords(work.tuning)}, ${capo}`,
    atoms: [],
    needs: [],
    rungs: [],
    minutes: work.constants.readyMinutes,
    why: 'Fret numbers mean something only on a guitar that is tuned and has its capo on.',
  });
  const listen = createStep('listen', {
    title: 'Follow the map, call the sections',
    atoms: [],
    needs: [],
    rungs: [],
    minutes: throughMinutes(work, 'listen'),
    why: `The song goes ${work.playing.occurrences.map((one) => one.part.letter).join(' ')}: once heard so, nobody gets lost in it.`,
  });
  return [ready, listen];
}

function throughStep(work: Workpiece, kind: 'recording' | 'sing' | 'perform', layer: Layer): Step {
  const titles = { recording: 'With the recording', sing: 'Sing and play', perform: 'Perform it' };
  const whys = {
    recording: 'The recording does not wait: its tempo is the goal.',
    sing: 'Singing takes the attention that the hands had so far.',
    perform: 'Played for somebody, it shows what still needs attention.',
  };
  const before = kind === 'recording' ? stepId('whole', [layer]) : 'recording';
  return {
    ...createStep(kind, {
      title: titles[kind],
      atoms: [],
      needs: [before],
      rungs: [work.goalBpm],
      minutes: throughMinutes(work, kind) * GOALS[kind].cleanInRow,
      why: whys[kind],
      ...(kind === 'sing' && { isOptional: true as const }),
    }),
    layer,
  };
}

/** What comes after the whole song: with the recording, singing where it is wished for, for others. */
export function stepsAfter(
  work: Workpiece,
  goal: Layer,
  { sings }: { readonly sings: boolean },
): readonly Step[] {
  const kinds = ['recording', ...(sings ? (['sing'] as const) : []), 'perform'] as const;
  return kinds.map((kind) => throughStep(work, kind, goal));
}
