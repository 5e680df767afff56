import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { FileLink } from '../../platform/file-link';
import { Page } from '../../ui/page';
import { Ribbon } from '../../ui/ribbon';
import { StudentsState, type Concern } from './students.state';

const CONCERNS: readonly { readonly concern: Concern; readonly label: string }[] = [
  { concern: 'sore', label: 'sore' },
  { concern: 'deadline', label: 'with a date in danger' },
  { concern: 'stuck', label: 'stuck' },
  { concern: 'silent', label: 'silent for a week' },
  { concern: 'ready', label: 'ready to perform' },
  { concern: 'idle', label: 'without a song' },
];

/** Everyone with their songs as ribbons, and the one thing to see to. */
@Component({
  selector: 'harvu-students-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FileLink, Page, Ribbon, RouterLink],
  providers: [StudentsState],
  host: { class: 'flex flex-1 flex-col' },
  templateUrl: './students-page.html',
})
export class StudentsPage {
  protected readonly state = inject(StudentsState);
  protected readonly concerns = CONCERNS;
}
