import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Session } from '../../platform/session';
import { Page } from '../../ui/page';
import { PrintMenu } from '../../ui/print-menu';
import { FromTeacher } from './parts/from-teacher';
import { TodaysList } from './parts/todays-list';
import { WeekMinutes } from './parts/week-minutes';
import { WeekSong } from './parts/week-song';
import { WeekState } from './week.state';

/** A student's own week: each song with the steps that are open now. */
@Component({
  selector: 'harvu-week-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FromTeacher, Page, PrintMenu, RouterLink, TodaysList, WeekMinutes, WeekSong],
  providers: [WeekState],
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
    <harvu-page title="My week" [problem]="state.problem()">
      <ng-container actions>
        @if ((state.songs()?.length ?? 0) > 0) {
          @defer (on immediate) {
            <harvu-print-menu [papers]="papers" />
          }
        }
      </ng-container>
      @if (state.unsent() > 0) {
        <p class="mb-3 font-semibold text-brass" role="status">
          {{ state.unsent() === 1 ? '1 waits' : state.unsent() + ' wait' }} to be sent
        </p>
      }
      @if (!state.overview() && !state.problem()) {
        <p class="late text-ink-soft" role="status">Your songs are being looked through …</p>
      }
      @if (state.songs(); as songs) {
        @if (songs.length > 0) {
          <harvu-todays-list class="mb-6" />
          <harvu-week-minutes class="mb-5" [songs]="songs" [today]="state.overview()!.today" />
          @defer (on immediate) {
            <harvu-from-teacher class="mb-6" />
          }
          <h2 class="mb-2 text-xl font-bold">
            {{ songs.length === 1 ? 'Your song' : 'Your songs' }}
          </h2>
        }
        @for (song of songs; track song.id) {
          @defer (on immediate) {
            <harvu-week-song [song]="song" />
          } @placeholder {
            <div class="min-h-60"></div>
          }
        } @empty {
          <p class="max-w-[52ch] py-6 text-ink-soft">
            Your steps will stand here once your teacher gives you a song. Until then you can
            <a class="link" routerLink="/requests">ask for one</a>.
          </p>
        }
      }
    </harvu-page>
  `,
})
export class WeekPage {
  protected readonly state = inject(WeekState);
  private readonly own = `/api/students/${inject(Session).person()?.id ?? ''}`;
  protected readonly papers = [
    { words: 'A card to practise by', address: `${this.own}/card.pdf` },
    { words: 'The last twelve weeks', address: `${this.own}/report.pdf` },
  ];
}
