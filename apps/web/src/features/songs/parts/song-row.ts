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
  template: `
    <div
      class="grid items-center gap-x-5 gap-y-1 md:grid-cols-[minmax(11rem,15rem)_minmax(0,1fr)_minmax(9rem,13rem)_auto]"
    >
      <a [routerLink]="['/songs', song().id, 'bench']" class="min-w-0">
        <span class="block truncate font-display text-base font-bold">{{ song().title }}</span>
        <span class="block truncate text-xs text-ink-soft">{{ below() }}</span>
      </a>
      <div class="min-w-0">
        @if (song().blocks.length > 0) {
          <harvu-ribbon [blocks]="song().blocks" [thin]="true" inert />
        } @else {
          <span class="text-xs text-ink-soft">no bars yet</span>
        }
      </div>
      <p class="min-w-0 text-xs" [title]="song().learners.join(', ')">
        @for (one of learners(); track $index) {
          <span class="block truncate">{{ one }}</span>
        } @empty {
          <span class="text-ink-soft">nobody learns it yet</span>
        }
        <span class="block text-ink-soft">touched {{ song().savedAt | day }}</span>
      </p>
      <span class="flex gap-1.5">
        @if (song().place === 'here') {
          <a class="button" [routerLink]="['/songs', song().id, 'bench']">Bench</a>
          <a class="button" [routerLink]="['/songs', song().id, 'steps']">Steps</a>
          <button
            type="button"
            class="button"
            [cdkMenuTriggerFor]="menu"
            [attr.aria-label]="'More for ' + song().title"
          >
            More
          </button>
        } @else {
          @if (song().keptUntil; as until) {
            <span class="self-center text-xs text-ink-soft">kept until {{ until | day }}</span>
          }
          <button type="button" class="button" (click)="moved.emit('here')">Bring it back</button>
        }
      </span>
    </div>
    @if (isNaming()) {
      <form
        class="my-2 flex flex-wrap items-end gap-2"
        (submit)="$event.preventDefault(); rename(title.value, by.value, tags.value)"
      >
        <label class="text-xs text-ink-soft"
          >Title <input #title class="field w-64" maxlength="120" required [value]="song().title"
        /></label>
        <label class="text-xs text-ink-soft"
          >Played by <input #by class="field w-48" maxlength="120" [value]="song().playedBy"
        /></label>
        <label class="text-xs text-ink-soft"
          >Tags, with commas
          <input #tags class="field w-56" maxlength="300" [value]="song().tags.join(', ')"
        /></label>
        <button type="submit" class="button button-first">Keep</button>
        <button type="button" class="button" (click)="isNaming.set(false)">Leave it</button>
      </form>
    }
    <ng-template #menu>
      <div cdkMenu class="overlay grid min-w-44 p-1">
        <button
          type="button"
          cdkMenuItem
          class="menu-item"
          (cdkMenuItemTriggered)="isNaming.set(true)"
        >
          Name and tags
        </button>
        <button type="button" cdkMenuItem class="menu-item" (cdkMenuItemTriggered)="copied.emit()">
          Copy it
        </button>
        @for (kind of kinds; track kind.to) {
          <button
            type="button"
            cdkMenuItem
            class="menu-item"
            (cdkMenuItemTriggered)="saved.emit(kind.to)"
          >
            Save as {{ kind.name }}
          </button>
        }
        <button
          type="button"
          cdkMenuItem
          class="menu-item"
          (cdkMenuItemTriggered)="moved.emit('away')"
        >
          Put it away
        </button>
        <button
          type="button"
          cdkMenuItem
          class="menu-item"
          (cdkMenuItemTriggered)="moved.emit('deleted')"
        >
          Delete it
        </button>
      </div>
    </ng-template>
  `,
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
