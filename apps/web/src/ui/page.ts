import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Problem } from '@harvu/contract';
import { PageHead } from './page-head';
import { ProblemLine } from './problem-line';

/**
 * The shell of a view: its head with figures, actions and a ribbon, what it is about, and a margin of
 * notes beside it. Until there is a title only a problem is shown.
 */
@Component({
  selector: 'harvu-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageHead, ProblemLine],
  host: { class: 'flex flex-1 flex-col' },
  template: `
    @if (title()) {
      <harvu-page-head [trail]="trail()" [title]="title()">
        <ng-content select="[figures]" ngProjectAs="[figures]" />
        <ng-content select="[actions]" ngProjectAs="[actions]" />
        <ng-content select="[ribbon]" />
      </harvu-page-head>
    }
    <div class="grid flex-1 content-start lg:content-stretch" [class]="columns()">
      <div class="min-w-0 px-4 py-4 sm:px-6">
        <harvu-problem [problem]="problem()" />
        <ng-content />
      </div>
      @if (hasMargin() && title()) {
        <aside
          class="ruled grid grid-cols-[minmax(0,1fr)] content-start gap-2.5 border-line px-4 py-4 lg:border-l"
          [class.max-lg:order-first]="isMarginFirst()"
          aria-label="Margin"
        >
          <ng-content select="[margin]" />
        </aside>
      }
    </div>
  `,
})
export class Page {
  readonly title = input('');
  readonly trail = input('');
  readonly problem = input<Problem | null>(null);
  readonly hasMargin = input(false);
  /** On narrow screens the margin stands above: what is done there comes first. */
  readonly isMarginFirst = input(false);

  protected columns(): string {
    return this.hasMargin() ? 'lg:grid-cols-[minmax(0,1fr)_330px]' : 'grid-cols-[minmax(0,1fr)]';
  }
}
