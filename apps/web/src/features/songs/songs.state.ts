import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { NewSong, SongLabel, SongPlace, SongSummary } from '@harvu/contract';
import { catchError, concatMap, of, tap, type Observable } from 'rxjs';
import { LOADING, opened, problemOf, valueOf } from '../../platform/opened';
import { Task } from '../../platform/task';
import { PlanStore } from '../../store';
import { FileWork } from './file-work';
import { saveFile } from '../../platform/save-file';
import type { SongFileKind } from './files';
import { SongsApi } from './songs.api';

/** A song of the list, with how far those are who learn it. */
export interface ShelvedSong extends SongSummary {
  readonly learners: readonly string[];
}

/** Every song of the studio, with who learns it. */
@Injectable()
export class SongsState {
  private readonly api = inject(SongsApi);
  private readonly router = inject(Router);
  private readonly task = new Task();
  private readonly files = inject(FileWork);
  private readonly found = toSignal(
    opened(of(null), () => this.api.list()),
    { initialValue: LOADING },
  );
  /** Who learns what comes when it comes; a list without it is a list all the same. */
  private readonly overview = toSignal(
    inject(PlanStore)
      .overview()
      .pipe(catchError(() => of(undefined))),
  );
  /** The list after something was done to a song of it. */
  private readonly fresh = signal<readonly SongSummary[] | undefined>(undefined);

  readonly isBusy = computed(() => this.task.count() > 0);
  readonly problem = computed(() => this.task.problem() ?? problemOf(this.found()));
  readonly songs = computed(() => this.fresh() ?? valueOf(this.found()));
  private readonly learners = computed(() => {
    const learners = new Map<string, string[]>();
    for (const { songId, studentName, withdrawnAt, overview } of this.overview()?.songs ?? []) {
      if (withdrawnAt !== null) continue;
      const { gates, songBpm, goalBpm } = overview.readiness;
      const words = `${studentName.split(' ')[0] ?? ''}: ${standing(gates.isReady, songBpm, goalBpm)}`;
      learners.set(songId, [...(learners.get(songId) ?? []), words]);
    }
    return learners;
  });
  private readonly shelved = computed((): readonly ShelvedSong[] =>
    (this.songs() ?? []).map((one) => ({
      ...one,
      learners: this.learners().get(one.id) ?? counted(one.studentCount),
    })),
  );
  readonly here = computed(() => this.shelved().filter((one) => one.place === 'here'));
  readonly away = computed(() => this.shelved().filter((one) => one.place === 'away'));
  readonly deleted = computed(() => this.shelved().filter((one) => one.place === 'deleted'));
  readonly tags = computed(() =>
    [...new Set(this.here().flatMap((one) => one.tags))].sort((a, b) => a.localeCompare(b)),
  );

  /** Starts a song; the teacher goes on at its bench. */
  start(song: NewSong): void {
    this.task.run(this.api.start(song).pipe(tap(({ id }) => this.goTo(id))));
  }

  /** Gives a song as a file of another kind, for whatever reads it. */
  saveAs({ id, title, playedBy }: ShelvedSong, to: SongFileKind): void {
    this.task.run(
      this.api.find(id).pipe(
        concatMap(({ document }) => this.files.write(document, { to, title, playedBy })),
        tap((file) => saveFile(file)),
      ),
    );
  }

  rename(id: string, label: SongLabel): void {
    this.change(this.api.rename(id, label));
  }

  copy(id: string): void {
    this.task.run(this.api.copy(id).pipe(tap((copy) => this.goTo(copy.id))));
  }

  move(id: string, place: SongPlace): void {
    this.change(this.api.move(id, place));
  }

  private goTo(id: string): void {
    void this.router.navigate(['/songs', id, 'bench']);
  }

  /** Nothing is shown as done before it is. */
  private change(work: Observable<unknown>): void {
    this.task.run(
      work.pipe(
        concatMap(() => this.api.list()),
        tap((list) => this.fresh.set(list)),
      ),
    );
  }
}

/** How far somebody is with a song, in a word or two. */
function standing(ready: boolean, songBpm: number | null, goalBpm: number): string {
  if (ready) return 'ready';
  return songBpm === null ? 'not yet whole' : `whole at ${songBpm} of ${goalBpm}`;
}

/** How many learn it, until it is known who. */
function counted(students: number): readonly string[] {
  if (students === 0) return [];
  return [students === 1 ? 'a student learns it' : `${students} students learn it`];
}
