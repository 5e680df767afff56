import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { NewSong } from '@harvu/contract';
import { of, tap } from 'rxjs';
import { LOADING, opened, problemOf, valueOf } from '../../platform/opened';
import { Task } from '../../platform/task';
import { SongsApi } from './songs.api';

/** Every song of the studio. */
@Injectable()
export class SongsState {
  private readonly api = inject(SongsApi);
  private readonly router = inject(Router);
  private readonly task = new Task();
  private readonly found = toSignal(
    opened(of(null), () => this.api.list()),
    { initialValue: LOADING },
  );

  readonly songs = computed(() => valueOf(this.found()));
  readonly problem = computed(() => this.task.problem() ?? problemOf(this.found()));

  /** Starts a song; the teacher goes on at its bench. */
  start(song: NewSong): void {
    this.task.run(
      this.api
        .start(song)
        .pipe(tap(({ id }) => void this.router.navigate(['/songs', id, 'bench']))),
    );
  }
}
