import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import type { VoiceAdvice } from '@harvu/core/capo';
import type { SongDocument } from '@harvu/core/song';
import { catchError, map, merge, of, Subject, switchMap, tap } from 'rxjs';
import { Analysis, type KeyAdvice, type VoiceRanges } from '../../worked-out';

/** An answer with the song it is about. */
interface About<Advice> {
  readonly song: SongDocument;
  readonly advice: Advice;
}

/** What is to say of a song's key and capo; worked out when somebody asks, and gone once the song is another. */
@Injectable()
export class KeyAdviceState {
  private readonly analysis = inject(Analysis);
  private readonly asked = new Subject<SongDocument>();
  private readonly sung = new Subject<{
    readonly song: SongDocument;
    readonly ranges: VoiceRanges;
  }>();
  private readonly pending = signal(false);
  private readonly found = toSignal(
    this.asked.pipe(
      tap(() => this.pending.set(true)),
      switchMap((song) =>
        this.analysis.keyAdvice(song).pipe(
          map((advice): About<KeyAdvice> => ({ song, advice })),
          catchError(() => of(null)),
        ),
      ),
      tap(() => this.pending.set(false)),
      takeUntilDestroyed(),
    ),
    { initialValue: null },
  );
  private readonly heard = toSignal(
    merge(
      // Of another song, what was said for a voice holds no more.
      this.asked.pipe(map(() => null)),
      this.sung.pipe(
        switchMap(({ song, ranges }) =>
          this.analysis.voice(song, ranges).pipe(
            map((advice): About<VoiceAdvice> => ({ song, advice })),
            catchError(() => of(null)),
          ),
        ),
      ),
    ).pipe(takeUntilDestroyed()),
    { initialValue: null },
  );

  readonly isPending = this.pending.asReadonly();

  /** What was found of a song; none where it was asked of another state of it. */
  readonly of = computed(() => {
    const found = this.found();
    return (song: SongDocument): KeyAdvice | undefined =>
      found?.song === song ? found.advice : undefined;
  });
  readonly voiceOf = computed(() => {
    const heard = this.heard();
    return (song: SongDocument): VoiceAdvice | undefined =>
      heard?.song === song ? heard.advice : undefined;
  });

  ask(song: SongDocument): void {
    this.asked.next(song);
  }

  sing(song: SongDocument, ranges: VoiceRanges): void {
    this.sung.next({ song, ranges });
  }
}
