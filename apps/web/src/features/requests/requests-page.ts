import { ChangeDetectionStrategy, Component, computed, inject, type OnInit } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { AddRequests } from '@harvu/contract';
import { Session } from '../../platform/session';
import { DayLabel } from '../../ui/day-label';
import { Note } from '../../ui/note';
import { Page } from '../../ui/page';
import { AskForm } from './parts/ask-form';
import { AskedSongRow } from './parts/asked-song-row';
import { ImportRequests } from './parts/import-requests';
import { WaitingRequest } from './parts/waiting-request';
import { RequestsState } from './requests.state';

/** What is asked for, and what became of it: a student sees their own, a teacher all. */
@Component({
  selector: 'harvu-requests-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AskForm,
    AskedSongRow,
    DayLabel,
    ImportRequests,
    Note,
    Page,
    RouterLink,
    WaitingRequest,
  ],
  providers: [RequestsState],
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
  templateUrl: './requests-page.html',
})
export class RequestsPage implements OnInit {
  protected readonly state = inject(RequestsState);
  protected readonly isTeaching = inject(Session).isTeaching();
  protected readonly isNothing = computed(
    () =>
      !this.state.isLoading() &&
      (this.isTeaching ? this.state.songs() : this.state.waiting()).length === 0,
  );

  protected openImport(): void {
    if (this.state.known()) this.state.leaveImport();
    else this.state.openImport();
  }

  protected closeImport(): void {
    this.state.leaveImport();
  }

  protected add(requests: AddRequests): void {
    this.state.addAll(requests);
  }

  ngOnInit(): void {
    this.state.load();
  }
}
