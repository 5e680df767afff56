import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

/** Shown for an address that is no view. */
@Component({
  selector: 'harvu-not-found-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <div class="px-6 py-12">
      <h1 class="text-xl">There is nothing at this address</h1>
      <p class="mt-2">
        Check the address, or <a routerLink="/" class="link">go to the first page</a>.
      </p>
    </div>
  `,
})
export class NotFoundPage {}
