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
  template: `
    <harvu-page
      [title]="isTeaching ? 'Requests' : 'Songs you wish for'"
      [problem]="state.problem()"
      [hasMargin]="true"
      [isMarginFirst]="true"
    >
      <span figures class="text-ink-soft">
        @if (state.isLoading()) {
        } @else if (isTeaching) {
          <b class="text-ink">{{ state.songs().length }}</b>
          {{ state.songs().length === 1 ? 'song' : 'songs' }} asked for
        } @else {
          <b class="text-ink">{{ state.waiting().length }}</b> waiting
        }
      </span>
      <ng-container actions>
        @if (isTeaching) {
          <button type="button" class="button" (click)="openImport()">From a table</button>
          <a class="button button-strong" routerLink="/evening">The evening</a>
        }
      </ng-container>
      @if (state.known(); as known) {
        @defer (on immediate) {
          <harvu-import-requests
            [known]="known"
            [isTaking]="state.isAdding()"
            (accepted)="add($event)"
            (closed)="closeImport()"
          />
        }
      }
      @if (state.isLoading() && isTeaching) {
        <p class="late py-4 text-ink-soft" role="status">The requests are being weighed …</p>
      }
      @if (isNothing()) {
        <p class="py-4 text-ink-soft">
          {{
            isTeaching
              ? 'Songs your students ask for will stand here.'
              : 'Songs you ask for will stand here until your teacher answers.'
          }}
        </p>
      }
      @if (isTeaching) {
        <ol>
          @for (song of state.songs(); track song.wishes[0]?.id) {
            <li class="border-b border-line">
              <harvu-asked-song-row
                [song]="song"
                (accept)="state.accept(song, $event)"
                (decline)="state.decline(song, $event)"
                (chords)="state.saveChords(song, $event)"
              />
            </li>
          }
        </ol>
      } @else {
        <ul>
          @for (request of state.waiting(); track request.id) {
            <li class="border-b border-line">
              <harvu-waiting-request [request]="request" />
            </li>
          }
        </ul>
      }
      @if (state.answered().length > 0) {
        <h2 class="mt-6 text-sm text-ink-soft">Answered</h2>
        <ul>
          @for (request of state.answered(); track request.id) {
            <li class="grid gap-x-4 border-b border-line-soft py-2.5 sm:grid-cols-[1fr_1fr]">
              <span>
                <b>{{ request.title }}</b>
                <span class="block text-xs text-ink-soft">
                  {{ isTeaching ? request.studentName + ', ' : '' }}asked
                  {{ request.askedAt | day }}
                </span>
              </span>
              @if (request.status === 'declined') {
                <span class="border-l-2 border-slate pl-3"
                  ><b>Not now.</b> {{ request.reason }}</span
                >
              } @else {
                <span class="border-l-2 border-spruce pl-3">
                  <b>Taken up.</b>
                  @if (isTeaching) {
                    <a class="link ml-1" [routerLink]="['/songs', request.songId, 'bench']"
                      >Open its bench</a
                    >
                  } @else {
                    It comes to your week once its steps are made.
                  }
                </span>
              }
            </li>
          }
        </ul>
      }
      <ng-container margin>
        @if (isTeaching) {
          <harvu-note tone="slate" heading="The song worth taking up first stands first."
            >What counts how much is yours to change on
            <a class="link" routerLink="/worked-out">How this is worked out</a>.
          </harvu-note>
          <harvu-note tone="slate" heading="Taking it up opens its bench."
            >Nobody sees it until you assign it. Everybody who asked is told.</harvu-note
          >
          <harvu-note tone="slate" heading="“Not now” needs a reason."
            >Everybody who asked for it reads it word for word.</harvu-note
          >
        } @else {
          <harvu-ask-form />
        }
      </ng-container>
    </harvu-page>
  `,
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
