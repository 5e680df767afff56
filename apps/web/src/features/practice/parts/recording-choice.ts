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
  templateUrl: './recording-choice.html',
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
