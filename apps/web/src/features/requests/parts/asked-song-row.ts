import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { FitTold } from '@harvu/core/fit';
import { DayLabel } from '../../../ui/day-label';
import type { AskedSong } from '../requests.state';
import { ChordsForm } from './chords-form';
import { fitFigures, verdictClass, verdictWords } from './fit-words';

/** A song that is asked for: by whom, how well it fits each, why it stands here, and what to do with it. */
@Component({
  selector: 'harvu-asked-song-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChordsForm, DayLabel],
  host: { class: 'block' },
  templateUrl: './asked-song-row.html',
})
export class AskedSongRow {
  readonly song = input.required<AskedSong>();
  /** Its song is taken up: with the one on the shelf, by its id, or as a new one. */
  readonly accept = output<string | null>();
  readonly decline = output<string>();
  readonly chords = output<string>();
  protected readonly isDeclining = signal(false);
  protected readonly isPasting = signal(false);
  protected readonly isOpen = signal(false);
  protected readonly verdict = verdictWords;
  protected readonly tone = verdictClass;
  protected readonly isRough = computed(() =>
    this.song().wishes.some(({ chart }) => chart === 'rough'),
  );
  protected readonly isUnknown = computed(() => this.song().wishes.every(({ fit }) => !fit));
  protected readonly score = computed(() => this.song().score.toFixed(1));
  protected readonly reasons = computed(() =>
    this.song().reasons.filter(({ kind }) => kind !== 'fit'),
  );

  protected figures(fit: FitTold): string {
    return fitFigures(fit).join(' · ');
  }

  protected points(points: number): string {
    return points.toFixed(1);
  }

  protected send(reason: string): void {
    if (reason.trim() !== '') this.decline.emit(reason.trim());
  }

  protected keep(chords: string): void {
    this.isPasting.set(false);
    this.chords.emit(chords);
  }
}
