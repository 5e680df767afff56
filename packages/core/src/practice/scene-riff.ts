import { leftHandOf, phrasesOf, soundsOn, type RiffNote, type WorkedRiff } from '../riff';
import type { Meter } from '../rhythm';
import type { Pass, Workpiece } from '../steps';
import { addBeats, beatsToNumber } from '../units';

/** What of a pass is played as a riff: its notes where they fall in the pass, bar by bar. */
export interface SceneRiff extends Pick<WorkedRiff, 'notes' | 'left' | 'phrases'> {
  readonly barBeats: readonly number[];
  readonly unit: Meter['unit'];
  /** For each note its beat in the pass. */
  readonly beats: readonly number[];
  /** Bars of the pass, from 0, that follow each other and are all played so. */
  readonly runs: readonly { readonly from: number; readonly to: number }[];
}

/** Gives what of a pass is played as a riff; null where nothing is. */
export function sceneRiff(
  pass: Pass,
  { hand, tuning, capo, meter }: Workpiece,
  hasPhrases: boolean,
): SceneRiff | null {
  const runs = runsOf(pass);
  if (runs.length === 0) return null;
  const notes = pass.stretch.bars.flatMap(({ bar, from }): readonly RiffNote[] =>
    (bar.riff?.notes ?? []).map((one) => ({ ...one, at: addBeats(one.at, from) })),
  );
  const first = pass.stretch.bars.find(({ bar }) => bar.riff)?.bar;
  const options = { meterBeats: first?.meter.beats ?? meter.beats, sounds: soundsOn(tuning, capo) };
  return {
    notes,
    left: leftHandOf(notes, hand),
    phrases: hasPhrases ? phrasesOf(notes, options) : [],
    barBeats: pass.stretch.bars.map(({ bar }) => bar.beats),
    unit: first?.meter.unit ?? meter.unit,
    beats: pass.stretch.bars.flatMap(({ bar, from }) =>
      (bar.riff?.notes ?? []).map((one) => beatsToNumber(addBeats(one.at, from))),
    ),
    runs,
  };
}

function runsOf({ stretch }: Pass): SceneRiff['runs'] {
  const runs: { from: number; to: number }[] = [];
  stretch.bars.forEach(({ bar }, index) => {
    if (!bar.riff) return;
    const last = runs.at(-1);
    if (last?.to === index - 1) last.to = index;
    else runs.push({ from: index, to: index });
  });
  return runs;
}
