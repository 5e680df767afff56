import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Problem } from '@harvu/contract';

/** What went wrong and what to do, where it happened. */
@Component({
  selector: 'harvu-problem',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="alert">
      @if (problem(); as shown) {
        <p class="rounded-sm border border-l-4 border-line border-l-rose bg-sheet px-3 py-2">
          <b>{{ shown.title }}</b> {{ shown.remedy }}
        </p>
      }
    </div>
  `,
})
export class ProblemLine {
  readonly problem = input<Pick<Problem, 'title' | 'remedy'> | null>(null);
}
