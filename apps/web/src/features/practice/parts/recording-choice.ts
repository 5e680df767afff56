import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { SoundLevels } from '../../../sound/levels';
import { RecordingState } from '../recording.state';

/** Beats a minute that a press makes slower or faster. */
const STEP_SHARE = 0.05;
const SLOWEST = 0.4;
const FASTEST = 1.25;

/** The recording one plays along with: a file of one's own, its level, its speed, and where its sections begin. */
@Component({
  selector: 'harvu-recording-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block', role: 'group', 'aria-label': 'Recording' },
  template: `
    <p class="text-sm text-ink-soft">Recording</p>
    <p class="flex flex-wrap items-center gap-2">
      @if (recording.kept(); as kept) {
        <button
          type="button"
          class="button min-h-[44px]"
          [class.button-first]="!recording.isChosen()"
          [attr.aria-pressed]="!recording.isChosen()"
          (click)="recording.choose(false)"
        >
          guide guitar
        </button>
        <button
          type="button"
          class="button min-h-[44px] max-w-56 truncate"
          [class.button-first]="recording.isChosen()"
          [attr.aria-pressed]="recording.isChosen()"
          (click)="recording.choose(true)"
        >
          {{ kept.name }}
        </button>
        <button type="button" class="button min-h-[44px]" (click)="tapAlong.emit()">
          {{ isMarked() ? 'Tap along anew' : 'Tap along' }}
        </button>
      }
      <label class="button flex min-h-[44px] cursor-pointer items-center">
        {{ recording.kept() ? 'Another file' : 'Play along with a file of your own' }}
        <input
          #file
          type="file"
          accept="audio/*"
          class="sr-only"
          (change)="take(file.files?.[0])"
        />
      </label>
      @if (recording.kept()) {
        <button type="button" class="link min-h-[44px] px-2 text-sm" (click)="forget()">
          Take the file off this device
        </button>
      }
    </p>
    @if (recording.isChosen()) {
      <p class="mt-2 flex flex-wrap items-center gap-x-8 gap-y-2">
        <label class="flex min-h-[44px] items-center gap-3">
          <span class="min-w-24">Its level</span>
          <input
            type="range"
            min="0"
            max="1"
            step="0.05"
            class="min-w-0 flex-1 accent-spruce"
            [value]="levels.levels().recording"
            (input)="levels.set({ recording: $any($event.target).valueAsNumber })"
          />
        </label>
        @if (recordedBpm(); as recorded) {
          <span class="flex items-center gap-3" role="group" aria-label="Speed">
            <button
              type="button"
              class="button min-h-[44px] min-w-[44px]"
              aria-label="slower"
              (click)="move(-1)"
            >
              −
            </button>
            <b role="status">{{ speedWords(recorded) }}</b>
            <button
              type="button"
              class="button min-h-[44px] min-w-[44px]"
              aria-label="faster"
              (click)="move(1)"
            >
              +
            </button>
          </span>
        }
      </p>
    }
    <p class="text-sm text-ink-soft">
      @if (recording.isChosen() && !isMarked()) {
        Its sections have no beginnings yet: tap along once, and bars and grips follow it.
      } @else {
        The file stays on this device. Whoever plays or shares a recording needs the right to.
      }
    </p>
    <p class="text-rose" role="alert">{{ recording.problem() }}</p>
  `,
})
export class RecordingChoice {
  /** The tempo now; null where there is none. */
  readonly bpm = input<number | null>(null);
  /** The tempo it was recorded in; null where that is not known. */
  readonly recordedBpm = input<number | null>(null);
  readonly bpmChosen = output<number>();
  readonly tapAlong = output();
  protected readonly recording = inject(RecordingState);
  protected readonly levels = inject(SoundLevels);
  protected readonly isMarked = computed(() => this.recordedBpm() !== null);

  protected speedWords(recorded: number): string {
    const bpm = this.bpm() ?? recorded;
    return `${Math.round((100 * bpm) / recorded)} % · ${Math.round(bpm)} bpm`;
  }

  protected move(by: number): void {
    const recorded = this.recordedBpm();
    if (recorded === null) return;
    const share = (this.bpm() ?? recorded) / recorded;
    const next = Math.round(share / STEP_SHARE + by) * STEP_SHARE;
    const bpm = Math.max(SLOWEST, Math.min(FASTEST, next)) * recorded;
    this.bpmChosen.emit(Math.round(bpm));
  }

  protected take(file: File | undefined): void {
    if (file) void this.recording.take(file);
  }

  protected forget(): void {
    void this.recording.forget();
  }
}
