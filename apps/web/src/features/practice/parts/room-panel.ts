import { CdkTrapFocus } from '@angular/cdk/a11y';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { BarRange } from '@harvu/core/practice';
import { SoundLevels, type Levels } from '../../../sound/levels';
import { LatencyTaps } from './latency-taps';
import { RecordingChoice } from './recording-choice';
import { RoomChoices, SILENT_OF, type Choices } from '../room-choices';

interface Level {
  readonly key: keyof Levels;
  readonly name: string;
}

const LEVELS: readonly Level[] = [
  { key: 'click', name: 'Click' },
  { key: 'guide', name: 'Guide guitar' },
  { key: 'count', name: 'Count' },
];

/** One choice of several, each said in words. */
interface Choice<Key extends keyof Choices = keyof Choices> {
  readonly key: Key;
  readonly name: string;
  readonly options: readonly { readonly value: Choices[Key]; readonly name: string }[];
}

const CHOICES: readonly Choice[] = [
  {
    key: 'breathes',
    name: 'Between passes',
    options: [
      { value: true, name: 'breathe one bar' },
      { value: false, name: 'run straight on' },
    ],
  },
  {
    key: 'countInBars',
    name: 'Count-in',
    options: [
      { value: 1, name: '1 bar' },
      { value: 2, name: '2 bars' },
    ],
  },
  {
    key: 'silentBars',
    name: 'The click drops out',
    options: [
      { value: 0, name: 'never' },
      { value: 1, name: `1 bar in ${SILENT_OF}` },
      { value: 2, name: `2 bars in ${SILENT_OF}` },
    ],
  },
  {
    key: 'offBeats',
    name: 'Off-beats',
    options: [
      { value: false, name: 'silent' },
      { value: true, name: 'clicked' },
    ],
  },
  {
    key: 'rampAfter',
    name: 'Up a rung by itself',
    options: [
      { value: 0, name: 'never' },
      { value: 2, name: 'after 2 passes' },
      { value: 4, name: 'after 4' },
      { value: 8, name: 'after 8' },
    ],
  },
];
const OPEN_ENDS: Choice = {
  key: 'waitsForCue',
  name: 'What goes round until a cue',
  options: [
    { value: true, name: 'until I press Clean' },
    { value: false, name: 'as often as is likely' },
  ],
};

/** A section of the song, with the bars of the pass it has. */
export interface LoopSection extends BarRange {
  readonly name: string;
}

/** How it sounds and how it goes round: levels, count, loop; and what does not go well. */
@Component({
  selector: 'harvu-room-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LatencyTaps, RecordingChoice],
  hostDirectives: [CdkTrapFocus],
  host: {
    class:
      'fixed inset-x-0 bottom-0 z-30 mx-auto max-h-[85dvh] max-w-[860px] overflow-auto rounded-t-lg border border-ink-soft bg-sheet p-4 sm:p-6',
    role: 'dialog',
    'aria-label': 'Sound and loop',
    '(keydown.escape)': '$event.stopPropagation(); closed.emit()',
  },
  templateUrl: './room-panel.html',
})
export class RoomPanel {
  /** There is a click to be heard. */
  readonly hasClick = input(true);
  readonly loop = input<BarRange | null>(null);
  /** The sections of the whole song, where it is gone through. */
  readonly sections = input<readonly LoopSection[]>([]);
  /** Something in it goes round until a cue. */
  readonly hasOpenEnds = input(false);
  readonly bpm = input<number | null>(null);
  readonly recordedBpm = input<number | null>(null);
  readonly closed = output();
  readonly loopSection = output<BarRange>();
  readonly bpmChosen = output<number>();
  readonly tapAlong = output();
  readonly pedal = output();
  readonly loopBars = output();
  readonly loopAll = output();
  readonly sore = output();
  readonly stuck = output();
  protected readonly sound = inject(SoundLevels);
  private readonly room = inject(RoomChoices);
  protected readonly chosen = this.room.choices;
  protected readonly levels = LEVELS;
  protected readonly choices = computed(() =>
    this.hasOpenEnds() ? [...CHOICES, OPEN_ENDS] : CHOICES,
  );

  protected setLevel(key: keyof Levels, level: number): void {
    this.sound.set({ [key]: level });
  }

  protected choose(key: keyof Choices, value: Choices[keyof Choices]): void {
    this.room.set({ [key]: value });
  }
}
