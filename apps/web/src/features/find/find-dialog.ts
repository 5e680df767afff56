import { CdkListboxModule } from '@angular/cdk/listbox';
import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { catchError, combineLatest, map, of, type Observable } from 'rxjs';
import { Session } from '../../platform/session';
import { PlansApi } from '../../store';
import { SongsApi } from '../songs';

interface Place {
  readonly name: string;
  readonly what: string;
  readonly path: string;
}

const SHOWN = 8;

function without<T>(asked: Observable<readonly T[]>): Observable<readonly T[]> {
  return asked.pipe(catchError(() => of([])));
}

/** Finds a song or a student's song by a part of its name. */
@Component({
  selector: 'harvu-find-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkListboxModule],
  host: { class: 'overlay block w-[min(520px,92vw)] p-3' },
  template: `
    <input
      #words
      class="field"
      aria-label="Find a song or a student"
      placeholder="Find a song or a student"
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
      @for (place of found(); track place.path) {
        <li
          [cdkOption]="place"
          class="flex cursor-pointer items-baseline gap-3 rounded-sm px-2 py-1.5 hover:bg-line-soft focus:bg-line-soft"
        >
          <b>{{ place.name }}</b>
          <span class="text-xs text-ink-soft">{{ place.what }}</span>
        </li>
      } @empty {
        <li class="px-2 py-1.5 text-ink-soft">Nothing of that name.</li>
      }
    </ul>
  `,
})
export class FindDialog {
  private readonly router = inject(Router);
  private readonly dialog = inject<DialogRef>(DialogRef);
  private readonly isTeaching = inject(Session).isTeaching();
  protected readonly typed = signal('');

  private readonly places = toSignal(
    combineLatest([
      this.isTeaching ? without(inject(SongsApi).list()) : of([]),
      without(inject(PlansApi).list()),
    ]).pipe(
      map(([songs, plans]): readonly Place[] => [
        ...songs.map(({ id, title }) => ({
          name: title,
          what: 'song, its bench',
          path: `/songs/${id}/bench`,
        })),
        ...plans.map(({ id, title, studentName }) => ({
          name: this.isTeaching ? studentName : title,
          what: this.isTeaching ? title : 'your song',
          path: `/plans/${id}`,
        })),
      ]),
    ),
    { initialValue: [] },
  );
  protected readonly found = computed(() => {
    const words = this.typed().trim().toLowerCase();
    return this.places()
      .filter(({ name, what }) => `${name} ${what}`.toLowerCase().includes(words))
      .slice(0, SHOWN);
  });

  protected go(place: Place | undefined): void {
    if (!place) return;
    this.dialog.close();
    void this.router.navigateByUrl(place.path);
  }
}
