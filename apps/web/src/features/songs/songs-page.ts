import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { Problem, SongSummary } from '@harvu/contract';
import { toProblem } from '../../platform/problems';
import { DayLabel } from '../../ui/day-label';
import { PageHead } from '../../ui/page-head';
import { ProblemLine } from '../../ui/problem-line';
import { SongsApi } from './songs.api';

/** Every song of the studio. */
@Component({
  selector: 'harvu-songs-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel, PageHead, ProblemLine, RouterLink],
  host: { class: 'flex flex-1 flex-col' },
  template: `
    <harvu-page-head title="Songs">
      <span figures class="text-ink-soft"
        ><b class="text-ink">{{ songs()?.length ?? 0 }}</b> in the studio</span
      >
    </harvu-page-head>
    <div class="grid max-w-[1100px] gap-6 px-4 py-4 sm:px-6">
      <harvu-problem [problem]="problem()" />
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
        @for (song of songs() ?? []; track song.id) {
          <li class="flex flex-wrap items-center gap-x-6 gap-y-1 border-b border-line py-3">
            <a [routerLink]="['/songs', song.id, 'bench']" class="min-w-0 flex-1 basis-72">
              <span class="block font-display text-lg font-bold">{{ song.title }}</span>
              <span class="text-xs text-ink-soft">{{ song.playedBy }}</span>
            </a>
            <span class="w-36 text-ink-soft"
              >{{ song.studentCount }} {{ song.studentCount === 1 ? 'student' : 'students' }}</span
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
          @if (songs()) {
            <li class="py-4 text-ink-soft">
              Songs will stand here. Start one above, or accept a request.
            </li>
          }
        }
      </ul>
    </div>
  `,
})
export class SongsPage {
  private readonly api = inject(SongsApi);
  private readonly router = inject(Router);
  protected readonly songs = signal<readonly SongSummary[] | null>(null);
  protected readonly problem = signal<Problem | null>(null);

  constructor() {
    this.api.list().subscribe({
      next: (songs) => this.songs.set(songs),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected start(title: string, playedBy: string): void {
    if (title.trim() === '') return;
    this.api.start({ title: title.trim(), playedBy: playedBy.trim() }).subscribe({
      next: ({ id }) => void this.router.navigate(['/songs', id, 'bench']),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
