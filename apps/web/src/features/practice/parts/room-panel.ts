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
  template: `
    <div class="flex flex-wrap items-center gap-2">
      <h2 class="mr-auto text-lg">Sound and loop</h2>
      <button type="button" class="button min-h-[44px]" (click)="stuck.emit()">Stuck here</button>
      <button type="button" class="button min-h-[44px]" (click)="sore.emit()">
        Something hurts
      </button>
      <button type="button" class="button min-h-[44px]" (click)="closed.emit()">Close</button>
    </div>
    @if (hasClick()) {
      <div class="mt-3 grid gap-x-8 gap-y-2 sm:grid-cols-3">
        @for (level of levels; track level.key) {
          <label class="flex min-h-[44px] items-center gap-3">
            <span class="min-w-24">{{ level.name }}</span>
            <input
              type="range"
              min="0"
              max="1"
              step="0.05"
              class="min-w-0 flex-1 accent-spruce"
              [value]="sound.levels()[level.key]"
              (input)="setLevel(level.key, $any($event.target).valueAsNumber)"
            />
          </label>
        }
      </div>
      <p class="text-sm text-ink-soft">
        Start quiet, with headphones most of all: ears get used to loud and do not mend.
      </p>
      @if (sections().length > 0) {
        <harvu-recording-choice
          class="mt-3"
          [bpm]="bpm()"
          [recordedBpm]="recordedBpm()"
          (bpmChosen)="bpmChosen.emit($event)"
          (tapAlong)="tapAlong.emit()"
        />
      }
      <div class="mt-3 grid gap-x-8 gap-y-3 sm:grid-cols-2">
        @for (choice of choices(); track choice.key) {
          <fieldset>
            <legend class="text-sm text-ink-soft">{{ choice.name }}</legend>
            <span class="flex flex-wrap gap-2">
              @for (option of choice.options; track option.name) {
                <button
                  type="button"
                  class="button min-h-[44px]"
                  [class.button-first]="chosen()[choice.key] === option.value"
                  [attr.aria-pressed]="chosen()[choice.key] === option.value"
                  (click)="choose(choice.key, option.value)"
                >
                  {{ option.name }}
                </button>
              }
            </span>
          </fieldset>
        }
        <fieldset>
          <legend class="text-sm text-ink-soft">Loop</legend>
          <span class="flex flex-wrap gap-2">
            <button
              type="button"
              class="button min-h-[44px]"
              [class.button-first]="!loop()"
              (click)="loopAll.emit()"
            >
              the whole pass
            </button>
            <button
              type="button"
              class="button min-h-[44px]"
              [class.button-first]="loop()"
              (click)="loopBars.emit()"
            >
              {{ loop() ? 'bars ' + loop()!.from + ' to ' + loop()!.to : 'some bars' }}
            </button>
            @for (section of sections(); track section.from) {
              <button
                type="button"
                class="button min-h-[44px]"
                [attr.aria-label]="'only ' + section.name"
                (click)="loopSection.emit(section)"
              >
                {{ section.name }}
              </button>
            }
          </span>
        </fieldset>
      </div>
    }
    @if (hasClick()) {
      <harvu-latency-taps class="mt-3 block" />
    }
    <p class="mt-3 flex flex-wrap items-center gap-2 text-sm text-ink-soft">
      <button type="button" class="button min-h-[44px]" (click)="pedal.emit()">
        Learn a pedal
      </button>
      Page-turning pedals work as they are; others are learnt by a press.
    </p>
  `,
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
