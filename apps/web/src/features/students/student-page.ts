import { FileLink } from '../../platform/file-link';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { chordLabel } from '@harvu/core/chord';
import { USUAL_HAND } from '@harvu/core/fretboard';
import { secondsOfDrill } from '@harvu/core/events';
import { Note } from '../../ui/note';
import { Page } from '../../ui/page';
import { PrintMenu, type Printable } from '../../ui/print-menu';
import { DrillMeasure } from './parts/drill-measure';
import { PastLessons } from './parts/past-lessons';
import { StretchMeasure } from './parts/stretch-measure';
import { StudentForm } from './parts/student-form';
import { StudentState, type ChangeNames } from './student.state';

const CHANGE_SECONDS = 30;
const STROKE_SECONDS = 10;

/** One student: what the studio knows, what their practice has shown, and measuring what decides their steps. */
@Component({
  selector: 'harvu-student-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    DrillMeasure,
    FileLink,
    Note,
    Page,
    PastLessons,
    PrintMenu,
    RouterLink,
    StretchMeasure,
    StudentForm,
  ],
  providers: [StudentState],
  host: { class: 'flex flex-1 flex-col' },
  templateUrl: './student-page.html',
})
export class StudentPage {
  readonly id = input.required<string>();
  protected readonly state = inject(StudentState);
  protected readonly usualScaleMm = USUAL_HAND.scaleLengthMm;
  protected readonly changeSeconds = CHANGE_SECONDS;
  protected readonly strokeSeconds = STROKE_SECONDS;
  protected readonly change = signal<ChangeNames>({ from: '', to: '' });
  protected readonly isChange = computed(() => {
    const { from, to } = this.change();
    return from.trim() !== '' && to.trim() !== '' && from.trim() !== to.trim();
  });
  protected readonly changeSays = (perMinute: number): string =>
    `${Math.round(perMinute)} a minute: ${secondsOfDrill(perMinute).toFixed(2)} s each`;
  protected readonly strokeSays = (perMinute: number): string =>
    `${(perMinute / 60).toFixed(1)} strokes a second`;
  protected readonly shownWords = computed(() => {
    const shown = this.state.known()?.shown;
    if (!shown) return '';
    const counts = [
      [shown.ownedGrips.length, 'grip'],
      [shown.changes.length, 'change'],
      [shown.ownedPatterns.length, 'pattern'],
    ] as const;
    const words = counts.flatMap(([count, what]) =>
      count > 0 ? [`${count} ${what}${count === 1 ? '' : 's'}`] : [],
    );
    const rate = shown.strokesAtLeast;
    const hand = rate === undefined ? [] : [`${rate.toFixed(1)} strokes a second`];
    const all = [...words, ...hand];
    return all.length === 0 ? 'nothing yet; it comes with the first tries.' : `${all.join(', ')}.`;
  });

  constructor() {
    this.state.open(toObservable(this.id));
  }

  protected papers(id: string): readonly Printable[] {
    const of = `/api/students/${id}`;
    return [
      { words: 'A card to practise by', address: `${of}/card.pdf` },
      { words: 'The last twelve weeks', address: `${of}/report.pdf` },
    ];
  }

  protected label(name: string): string {
    return chordLabel(name);
  }

  protected setChange(part: Partial<ChangeNames>): void {
    this.change.update((now) => ({ ...now, ...part }));
  }
}
