import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { DayLabel } from '../../ui/day-label';
import { Page } from '../../ui/page';
import { SongsState } from './songs.state';

/** Every song of the studio. */
@Component({
  selector: 'harvu-songs-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel, Page, RouterLink],
  providers: [SongsState],
  host: { class: 'flex flex-1 flex-col' },
  template: `
    <harvu-page title="Songs" [problem]="state.problem()">
      <span figures class="text-ink-soft"
        ><b class="text-ink">{{ state.songs()?.length ?? 0 }}</b> in the studio</span
      >
      <div class="grid max-w-[1100px] gap-6">
        <form
          class="flex flex-wrap gap-2"
          (submit)="$event.preventDefault(); start(title.value, by.value)"
        >
          <input
            #title
            class="field max-w-[280px]"
            maxlength="120"
            required
            aria-label="Title of a new song"
            placeholder="Title of a new song"
          />
          <input
            #by
            class="field max-w-[220px]"
            maxlength="120"
            aria-label="Played by"
            placeholder="Played by"
          />
          <button type="submit" class="button button-first">Start a song</button>
        </form>
        <ul class="border-t border-line">
          @for (song of state.songs() ?? []; track song.id) {
            <li class="flex flex-wrap items-center gap-x-6 gap-y-1 border-b border-line py-3">
              <a [routerLink]="['/songs', song.id, 'bench']" class="min-w-0 flex-1 basis-72">
                <span class="block font-display text-lg font-bold">{{ song.title }}</span>
                <span class="text-xs text-ink-soft">{{ song.playedBy }}</span>
              </a>
              <span class="w-36 text-ink-soft"
                >{{ song.studentCount }}
                {{ song.studentCount === 1 ? 'student' : 'students' }}</span
              >
              <span class="w-48 text-xs text-ink-soft"
                >revision {{ song.revision }}, saved {{ song.savedAt | day }}</span
              >
              <span class="flex gap-2">
                <a class="button" [routerLink]="['/songs', song.id, 'bench']">Bench</a>
                <a class="button" [routerLink]="['/songs', song.id, 'steps']">Steps</a>
              </span>
            </li>
          } @empty {
            @if (state.songs()) {
              <li class="py-4 text-ink-soft">
                Songs will stand here. Start one above, or accept a request.
              </li>
            }
          }
        </ul>
      </div>
    </harvu-page>
  `,
})
export class SongsPage {
  protected readonly state = inject(SongsState);

  protected start(title: string, playedBy: string): void {
    if (title.trim() !== '') this.state.start({ title: title.trim(), playedBy: playedBy.trim() });
  }
}
