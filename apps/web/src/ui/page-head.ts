import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** The head of a view: where one is, its title with figures beside it, actions at the right, the ribbon below. */
@Component({
  selector: 'harvu-page-head',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block border-b border-line px-4 pt-3 pb-3 sm:px-6' },
  template: `
    <div class="flex flex-wrap items-end gap-x-4 gap-y-2">
      <div class="min-w-0 flex-1">
        <p class="text-xs text-ink-soft">{{ trail() }}</p>
        <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <h1 class="text-xl font-bold tracking-tight">{{ title() }}</h1>
          <ng-content select="[figures]" />
        </div>
      </div>
      <div class="flex flex-wrap gap-2 print:hidden"><ng-content select="[actions]" /></div>
    </div>
    <ng-content />
  `,
})
export class PageHead {
  readonly trail = input('');
  readonly title = input.required<string>();
}
