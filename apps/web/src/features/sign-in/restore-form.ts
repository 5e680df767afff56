import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  signal,
} from '@angular/core';
import type { Restored } from '@harvu/contract';
import { Subject, takeUntil, tap, type Observable } from 'rxjs';
import { FilesApi, type Sending } from '../../platform/files.api';
import { Session } from '../../platform/session';
import { Task } from '../../platform/task';
import { DayLabel } from '../../ui/day-label';
import { FieldRow } from '../../ui/field-row';
import { ProblemLine } from '../../ui/problem-line';

const WHOLE = 100;

/** Brings a studio back from the file its owner saved. */
@Component({
  selector: 'harvu-restore-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel, FieldRow, ProblemLine],
  template: `
    @if (restored(); as back) {
      <p role="status" class="rounded border-l-4 border-spruce bg-spruce-wash p-3">
        <b>{{ back.studioName }}</b> is back as it was {{ back.exportedAt | day: 'time' }}:
        {{ back.people }} {{ back.people === 1 ? 'person' : 'people' }}, {{ back.songs }}
        {{ back.songs === 1 ? 'song' : 'songs' }}. Everybody signs in as before; second factors are
        set up anew.
      </p>
      <button type="button" class="button button-first mt-4" (click)="goOn()">
        Go to the door
      </button>
    } @else {
      <div class="grid gap-4">
        <harvu-field label="The studio’s file" hint="The zip file saved on the Studio page.">
          <input
            class="field"
            type="file"
            accept=".zip,application/zip"
            (change)="choose($event)"
          />
        </harvu-field>
        <harvu-field label="Code of this start" hint="Printed where the server was started.">
          <input
            class="field"
            inputmode="numeric"
            autocomplete="off"
            [value]="code()"
            (input)="code.set($any($event.target).value)"
          />
        </harvu-field>
        <harvu-problem [problem]="task.problem()" />
        @if (task.count() > 0) {
          <p class="flex items-center gap-3" role="status">
            {{ words() }}
            <button type="button" class="button" (click)="left.next()">Leave it</button>
          </p>
        } @else {
          <button
            type="button"
            class="button button-first"
            [disabled]="!file() || code().trim() === ''"
            (click)="send()"
          >
            Bring the studio back
          </button>
        }
      </div>
    }
  `,
})
export class RestoreForm {
  private readonly files = inject(FilesApi);
  private readonly session = inject(Session);
  protected readonly task = new Task();
  protected readonly file = signal<File | null>(null);
  protected readonly code = signal('');
  protected readonly restored = signal<Restored | null>(null);
  protected readonly left = new Subject<void>();
  private readonly percent = signal(0);
  protected readonly words = computed(() =>
    this.percent() < WHOLE
      ? `Sending it: ${this.percent()} %`
      : 'Checking it and putting it in place …',
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => this.left.next());
  }

  protected choose(event: Event): void {
    this.file.set((event.target as HTMLInputElement).files?.[0] ?? null);
  }

  protected send(): void {
    const file = this.file();
    if (!file) return;
    this.percent.set(0);
    this.task.run(
      this.restore(file).pipe(
        tap(({ percent, reply }) => {
          this.percent.update((before) => Math.max(before, percent));
          if (reply) this.restored.set(reply);
        }),
        takeUntil(this.left),
      ),
    );
  }

  protected goOn(): void {
    this.task.run(this.session.load());
  }

  private restore(file: File): Observable<Sending<Restored>> {
    return this.files.send('/api/studio/restore', file, {
      'x-set-up-code': this.code().trim(),
      'content-type': 'application/zip',
    });
  }
}
