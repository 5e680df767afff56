import { computed, inject, Injectable, signal, type Signal } from '@angular/core';
import type { Overrule, Overruled, Problem } from '@harvu/contract';
import type { Finding } from '@harvu/core/checks';
import { catchError, concatMap, EMPTY, Subject, tap, type Observable } from 'rxjs';
import { toProblem } from '../../platform/problems';
import { SongsApi } from '../songs';

/** A teacher's word about a finding of one song. */
interface Word {
  readonly songId: string;
  readonly send: Observable<readonly Overruled[]>;
}

/** What Harvu notices about the song on the bench, and the teacher's word against it. */
@Injectable()
export class BenchFindings {
  private readonly api = inject(SongsApi);
  private readonly word = signal<readonly Overruled[]>([]);
  private readonly all = signal<readonly Finding[]>([]);
  private readonly failed = signal<Problem | null>(null);
  private readonly words = new Subject<Word>();
  private songId = '';

  readonly problem: Signal<Problem | null> = this.failed.asReadonly();
  private readonly reasons = computed(() => new Map(this.word().map((one) => [one.key, one])));
  /** What no teacher has overruled. */
  readonly noticed = computed(() => this.all().filter((one) => !this.reasons().has(one.key)));
  readonly overruled = computed(() =>
    this.all().flatMap(({ key, message }) => {
      const word = this.reasons().get(key);
      return word ? [{ ...word, message }] : [];
    }),
  );

  constructor() {
    this.words.pipe(concatMap((word) => this.send(word))).subscribe();
  }

  /** Begins with a song and what was overruled in it; or hears what was since. */
  begin(songId: string, overruled: readonly Overruled[]): void {
    this.songId = songId;
    this.word.set(overruled);
  }

  notice(findings: readonly Finding[]): void {
    this.all.set(findings);
  }

  overrule(overrule: Overrule): void {
    const { songId } = this;
    this.words.next({ songId, send: this.api.overrule(songId, overrule) });
  }

  withdraw(key: string): void {
    const { songId } = this;
    this.words.next({ songId, send: this.api.withdrawOverrule(songId, key) });
  }

  /** An answer about a song that was left is nobody's any more. */
  private send({ songId, send }: Word): Observable<unknown> {
    return send.pipe(
      tap((word) => songId === this.songId && this.word.set(word)),
      catchError((error: unknown) => {
        this.failed.set(toProblem(error));
        return EMPTY;
      }),
    );
  }
}
