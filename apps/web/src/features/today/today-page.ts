import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { format, parseISO } from 'date-fns';
import { AgendaBar } from '../../ui/agenda-bar';
import { durationWords } from '../../ui/duration';
import { MinuteBars } from '../../ui/minute-bars';
import { Note } from '../../ui/note';
import { Page } from '../../ui/page';
import { Ribbon } from '../../ui/ribbon';
import { AttentionList } from '../brief';
import { TodayState } from './today.state';

const COUNTS = [
  ...['no lesson', 'one lesson', 'two lessons', 'three lessons', 'four lessons', 'five lessons'],
  ...['six lessons', 'seven lessons', 'eight lessons', 'nine lessons', 'ten lessons'],
];

/** The teacher's day: each lesson with what to know before it, and who else needs a look. */
@Component({
  selector: 'harvu-today-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgendaBar, AttentionList, MinuteBars, Note, Page, Ribbon, RouterLink],
  providers: [TodayState],
  host: { class: 'flex flex-1 flex-col' },
  styles: `
    .late {
      animation: late 0.3s step-end;
    }
    @keyframes late {
      from {
        visibility: hidden;
      }
    }
  `,
  templateUrl: './today-page.html',
})
export class TodayPage {
  protected readonly state = inject(TodayState);
  protected readonly title = computed(() => {
    const overview = this.state.overview();
    if (!overview) return '';
    const count = this.state.lessons().length;
    return `${format(parseISO(overview.today), 'EEEE')}, ${COUNTS[count] ?? `${count} lessons`}`;
  });
  protected readonly teaching = computed(() => durationWords(this.state.minutes()));
  protected readonly silentWords = computed(() => {
    const names = this.state.silent().map(({ name }) => name);
    const have = names.length === 1 ? 'has' : 'have';
    return `${names.join(', ')} ${have} logged nothing for a week or more.`;
  });
  protected readonly waitingWords = computed(() =>
    (this.state.overview()?.waiting ?? [])
      .map(({ title, studentName }) => `${title} (${studentName})`)
      .join(', '),
  );
}
