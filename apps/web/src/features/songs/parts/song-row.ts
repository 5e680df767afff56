import { CdkMenu, CdkMenuItem, CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { SongLabel, SongPlace } from '@harvu/contract';
import { DayLabel } from '../../../ui/day-label';
import { Ribbon } from '../../../ui/ribbon';
import { SONG_FILES, type SongFileKind } from '../files';
import type { ShelvedSong } from '../songs.state';

const LEARNERS_SHOWN = 2;

/** One song of the list: its ribbon, who learns it and how far they are, and what can be done with it. */
@Component({
  selector: 'harvu-song-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkMenu, CdkMenuItem, CdkMenuTrigger, DayLabel, Ribbon, RouterLink],
  host: { class: 'block border-b border-line py-2' },
  templateUrl: './song-row.html',
})
export class SongRow {
  readonly song = input.required<ShelvedSong>();
  readonly renamed = output<SongLabel>();
  readonly copied = output();
  readonly moved = output<SongPlace>();
  readonly saved = output<SongFileKind>();
  protected readonly kinds = SONG_FILES;
  protected readonly isNaming = signal(false);

  protected readonly below = computed(() =>
    [this.song().playedBy, ...this.song().tags].filter((one) => one !== '').join(' · '),
  );
  protected readonly learners = computed(() => {
    const { learners } = this.song();
    const more = learners.length - LEARNERS_SHOWN;
    if (more <= 1) return learners;
    return [...learners.slice(0, LEARNERS_SHOWN), `and ${more} more`];
  });
  protected rename(title: string, playedBy: string, tags: string): void {
    if (title.trim() === '') return;
    const words = tags.split(',').map((one) => one.trim().slice(0, 30));
    const label = { title: title.trim(), playedBy: playedBy.trim() };
    this.renamed.emit({ ...label, tags: words.filter((one) => one !== '').slice(0, 12) });
    this.isNaming.set(false);
  }
}
