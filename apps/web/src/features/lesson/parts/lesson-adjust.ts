import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { AdjustStep } from '../../teaching';
import { HearState } from '../hear.state';
import { LessonState } from '../lesson.state';

/** Changes the plan of this student on the spot, and signs off what goes. */
@Component({
  selector: 'harvu-lesson-adjust',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AdjustStep],
  host: { class: 'block' },
  template: `
    <h2 class="mb-2 text-base">Change the plan now</h2>
    @if (state.plan(); as plan) {
      <harvu-adjust-step [song]="plan" [step]="state.step()" (changed)="state.reload($event)">
        @if (state.step()) {
          <button
            type="button"
            class="button"
            title="Your word that it goes, as often as its goal asks"
            (click)="hear.signOff()"
          >
            Sign off{{ hear.bpm() === null ? '' : ' at ' + hear.bpm() }}
          </button>
        }
      </harvu-adjust-step>
    }
  `,
})
export class LessonAdjust {
  protected readonly state = inject(LessonState);
  protected readonly hear = inject(HearState);
}
