import { CdkListboxModule } from '@angular/cdk/listbox';
import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { Person, SongSummary } from '@harvu/contract';
import { chordLabel, parseChordName } from '@harvu/core/chord';
import { catchError, forkJoin, of, type Observable } from 'rxjs';
import { Api } from '../../platform/api';
import { Session } from '../../platform/session';
import { PlansApi } from '../../store';
import { SongsApi } from '../songs';

interface Place {
  readonly name: string;
  readonly what: string;
  readonly path: string;
}

const SHOWN = 8;

/** Finds songs, people and chords: by a part of a name, or the songs that a chord is in. */
@Component({
  selector: 'harvu-find-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkListboxModule],
  host: { class: 'overlay block w-[min(520px,92vw)] p-3' },
  template: `
    <input
      #words
      class="field"
      [attr.aria-label]="hint"
      [placeholder]="hint"
      autocomplete="off"
      (input)="typed.set(words.value)"
      (keydown.enter)="go(found()[0])"
      (keydown.arrowdown)="$event.preventDefault(); list.focus()"
    />
    <ul
      #list="cdkListbox"
      cdkListbox
      class="mt-2 max-h-[50vh] overflow-y-auto"
      aria-label="Found"
      (cdkListboxValueChange)="go($any($event.value[0]))"
    >
      @for (place of found(); track $index) {
        <li
          [cdkOption]="place"
          class="flex cursor-pointer items-baseline gap-3 rounded-sm px-2 py-1.5 hover:bg-line-soft focus:bg-line-soft"
        >
          <b>{{ place.name }}</b>
          <span class="text-xs text-ink-soft">{{ place.what }}</span>
        </li>
      } @empty {
        <li class="px-2 py-1.5 text-ink-soft">
          {{ isLoading() ? 'Looking …' : 'Nothing of that name.' }}
        </li>
      }
    </ul>
  `,
})
export class FindDialog {
  private readonly router = inject(Router);
  private readonly dialog = inject<DialogRef>(DialogRef);
  private readonly isTeaching = inject(Session).isTeaching();
  protected readonly hint = this.isTeaching
    ? 'Find a song, a student, a chord'
    : 'Find one of your songs';
  protected readonly typed = signal('');

  /** All at once: what came later would push what somebody is about to choose. */
  private readonly known = toSignal(
    forkJoin({
      songs: this.isTeaching ? without(inject(SongsApi).list()) : of<readonly SongSummary[]>([]),
      people: this.isTeaching ? without(inject(Api).call('people')) : of<readonly Person[]>([]),
      plans: without(inject(PlansApi).list()),
    }),
  );
  protected readonly isLoading = computed(() => this.known() === undefined);
  private readonly songs = computed(() => this.known()?.songs ?? []);
  private readonly people = computed(() => this.known()?.people ?? []);
  private readonly plans = computed(() => this.known()?.plans ?? []);
  private readonly places = computed((): readonly Place[] => [
    ...this.songs()
      .filter((one) => one.place !== 'deleted')
      .map(({ id, title, tags }) => ({
        name: title,
        path: `/songs/${id}/bench`,
        what: ['song, its bench', ...tags].join(' · '),
      })),
    ...this.people()
      .filter((one) => one.role === 'student')
      .map(({ id, name }) => ({ name, what: this.whatOf(id), path: `/students/${id}` })),
    ...this.plans()
      .filter((plan) => plan.withdrawnAt === null)
      .map(({ id, title, studentName }) => ({
        name: this.isTeaching ? studentName : title,
        what: this.isTeaching ? title : 'your song',
        path: `/plans/${id}`,
      })),
  ]);
  protected readonly found = computed(() => {
    const words = this.typed().trim().toLowerCase();
    const named = this.places().filter(({ name, what }) =>
      `${name} ${what}`.toLowerCase().includes(words),
    );
    return [...this.withChord(), ...named].slice(0, SHOWN);
  });

  /** The songs that have the chord that is typed. */
  private withChord(): readonly Place[] {
    const chord = chordIn(this.typed());
    if (chord === undefined) return [];
    return this.songs()
      .filter((one) => one.place !== 'deleted' && one.chords.includes(chord))
      .map(({ id, title }) => ({
        name: chordLabel(chord),
        what: `a chord of ${title}`,
        path: `/songs/${id}/bench`,
      }));
  }

  private whatOf(studentId: string): string {
    const count = this.plans().filter(
      (plan) => plan.studentId === studentId && plan.withdrawnAt === null,
    ).length;
    if (count === 0) return 'student, without a song';
    return `student, ${count === 1 ? 'a song' : `${count} songs`} in work`;
  }

  protected go(place: Place | undefined): void {
    if (!place) return;
    this.dialog.close();
    void this.router.navigateByUrl(place.path);
  }
}

function without<T>(asked: Observable<readonly T[]>): Observable<readonly T[]> {
  return asked.pipe(catchError(() => of([])));
}

/** What is typed as the name of a chord, in plain signs; undefined where it is none. */
function chordIn(words: string): string | undefined {
  const typed = words.trim().replaceAll('♯', '#').replaceAll('♭', 'b');
  const name = typed.charAt(0).toUpperCase() + typed.slice(1);
  return parseChordName(name) ? name : undefined;
}
