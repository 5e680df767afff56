import { ChangeDetectionStrategy, Component } from '@angular/core';

/** Two posts and three rungs, the lowest one reached. */
@Component({
  selector: 'harvu-logo',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg width="20" height="20" viewBox="0 0 20 20" fill="none" aria-hidden="true" class="block">
      <path d="M3 1v18M17 1v18" class="stroke-ink" stroke-width="2.5" />
      <path d="M4 5h12" class="stroke-line" stroke-width="2" />
      <path d="M4 10h12" class="stroke-brass-line" stroke-width="2" />
      <path d="M4 15h12" class="stroke-spruce" stroke-width="3" />
    </svg>
  `,
})
export class Logo {}
