import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import type { Act } from '@harvu/contract';
import { DayLabel } from '../../../ui/day-label';

/** What was done, in words; by the name the server writes it down under. */
export const ACT_WORDS: Readonly<Record<string, string>> = {
  signIn: 'signed in',
  signInHeldOff: 'Somebody was held off at the door after too many tries',
  addPerson: 'added somebody',
  resetPassword: 'set a new password for',
  recordConsent: 'recorded the consent for',
  changeRole: 'changed the role of',
  putAway: 'put away the account of',
  takeBack: 'took back the account of',
  exportPerson: 'saved all that is kept of',
  exportStudio: 'saved the whole studio as a file',
  erasePerson: 'erased',
  eraseSong: 'A song that was deleted 30 days ago is erased:',
  clockJumped: 'The clock of the studio’s machine jumped; nothing was erased',
  startFactor: 'began to set up a second factor',
  takeFactor: 'switched a second factor on',
  dropFactor: 'switched their second factor off',
  acceptRequest: 'accepted',
  declineRequest: 'declined',
  startSong: 'started a song',
  overrule: 'overruled a finding in',
  withdrawOverrule: 'took an overruling back in',
  assign: 'gave to students:',
  withdrawPlan: 'took back',
  addStudents: 'added students from a table',
  addRequests: 'took in requests from a table',
  saveChords: 'pasted chords for a request:',
  renameSong: 'named a song:',
  copySong: 'copied a song:',
  moveSong: 'moved a song to another shelf:',
  usualLesson: 'set a lesson as usual again',
  saveEvening: 'changed the programme of the evening',
  saveStudent: 'changed what is known of',
  saveConstants: 'changed figures that are taken as given',
  saveSettings: 'changed the studio’s rules',
};
const FEW = 12;

/** Who did what, the newest first. */
@Component({
  selector: 'harvu-acts-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel],
  host: { class: 'mt-8 block' },
  template: `
    <h2 class="mb-1 text-base">What was done</h2>
    <ul class="border-t border-line text-sm">
      @for (act of shown(); track $index) {
        <li class="flex gap-4 border-b border-line-soft py-1.5">
          <span class="w-36 shrink-0 text-ink-soft">{{ act.at | day: 'time' }}</span>
          <span class="min-w-0"
            ><b>{{ act.by }}</b> {{ act.words }} <b>{{ act.about }}</b></span
          >
        </li>
      }
    </ul>
    @if (acts().length > few && !isWhole()) {
      <button type="button" class="button mt-2" (click)="isWhole.set(true)">
        Show all {{ acts().length }}
      </button>
    }
  `,
})
export class ActsList {
  readonly acts = input.required<readonly Act[]>();
  protected readonly few = FEW;
  protected readonly isWhole = signal(false);
  protected readonly shown = computed(() => {
    const acts = this.isWhole() ? this.acts() : this.acts().slice(0, FEW);
    return acts.map((one) => ({ ...one, words: ACT_WORDS[one.act] ?? one.act }));
  });
}
