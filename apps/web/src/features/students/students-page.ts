import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Note } from '../../ui/note';
import { Page } from '../../ui/page';
import { Ribbon } from '../../ui/ribbon';
import { StudentsState, type Row } from './students.state';

/** Everyone's songs as ribbons, those who need attention first. */
@Component({
  selector: 'harvu-students-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Note, Page, Ribbon, RouterLink],
  providers: [StudentsState],
  host: { class: 'flex flex-1 flex-col' },
  templateUrl: './students-page.html',
})
export class StudentsPage {
  protected readonly state = inject(StudentsState);

  protected lastWords({ silentDays }: Row): string {
    if (silentDays === null) return 'nothing logged yet';
    if (silentDays <= 0) return 'practised today';
    return `last practised ${silentDays} ${silentDays === 1 ? 'day' : 'days'} ago`;
  }
}
